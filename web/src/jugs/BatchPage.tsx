import { chakra, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { Bottles } from "../drawing/Bottles";
import { Tape } from "../drawing/Tape";
import { bottleSize, date, listed, percent, whole } from "../format";
import { useTitle } from "../frame/focus";
import { Mark, Panel, Trouble, Waiting } from "../frame/states";
import { drinkToken } from "../theme/drinks";

const month = new Intl.DateTimeFormat("en-GB", { month: "short", year: "numeric" });

/** What the code on a shared bottle opens, for whoever holds it: no account, just the link. */
export default function BatchPage() {
  const token = useParams().token ?? "";
  const params = { path: { token } };
  const found = useQuery({
    queryKey: ["batch", token],
    queryFn: () => answer(api.GET("/api/batches/{token}", { params })),
    retry: false,
  });
  useTitle(found.data?.name ?? "A batch");
  if (found.isPending) return <Waiting page what="Looking for the batch" />;
  if (found.isLoadingError)
    return <Trouble page error={found.error} again={() => found.refetch()} />;
  const batch = found.data;
  return (
    <chakra.main p="4" maxW="34rem" mx="auto">
      <Panel>
        <Stack gap="3">
          <chakra.h1 fontSize="xl">
            <Tape>{batch.name}</Tape>
          </chakra.h1>
          <Text>
            Batch {batch.number}
            {batch.by && `, made at home by ${batch.by}`}. For adults only, and not for sale.
          </Text>
          {batch.bottles.map((lot) => (
            <Lot key={`${lot.name}/${lot.size_ml}/${lot.filled_at}`} lot={lot} />
          ))}
          {batch.bottles.length === 0 && <Text>{batch.headline} It is not in bottles yet.</Text>}
          <section aria-label="What is in it">
            <Heading as="h2" size="md" fontFamily="heading">
              What is in it
            </Heading>
            <Text>{listed(batch.contents)}.</Text>
          </section>
          <How batch={batch} />
          <chakra.a href={`/plans/${token}`} textDecoration="underline" minH="44px" pt="2">
            Brew it too: sign in, and copy its plan
          </chakra.a>
        </Stack>
      </Panel>
    </chakra.main>
  );
}

function Lot({ lot }: { lot: Schemas["SharedBottleOut"] }) {
  return (
    <Stack gap="1" as="section" aria-label={`${bottleSize(lot.size_ml)}, ${lot.name}`}>
      <Bottles
        bottle={lot.bottle}
        closure={lot.closure}
        count={1}
        of={1}
        drink={lot.drink ? drinkToken(lot.drink) : "drink.juice"}
      />
      <Text fontSize="lg">
        <b>{percent(lot.abv)} vol</b>, {bottleSize(lot.size_ml)}, {lot.fizzy ? "fizzy" : "still"}
      </Text>
      <Text>
        Bottled {date(lot.filled_at)}. At its best from {month.format(new Date(lot.ready_from))} to{" "}
        {month.format(new Date(lot.best_until))}.
      </Text>
      {lot.says.map((text) => (
        <Mark key={text} tone="mind">
          {text}
        </Mark>
      ))}
    </Stack>
  );
}

/** How it came: what the stem showed, how long it took, how it was liked. */
function How({ batch }: { batch: Schemas["BatchPageOut"] }) {
  const told = [
    batch.start_sg !== null && `It began at ${batch.start_sg.toFixed(3)}.`,
    batch.end_sg !== null && `It ended at ${batch.end_sg.toFixed(3)}.`,
    batch.days !== null && `That took ${whole(batch.days)} days.`,
    batch.liked !== null &&
      `Tasted ${batch.tastings === 1 ? "once" : `${batch.tastings} times`}: ${batch.liked.toFixed(1)} of 5.`,
  ].filter((line): line is string => line !== false);
  if (told.length === 0) return null;
  return (
    <section aria-label="How it came">
      <Heading as="h2" size="md" fontFamily="heading">
        How it came
      </Heading>
      <Text>{told.join(" ")}</Text>
    </section>
  );
}
