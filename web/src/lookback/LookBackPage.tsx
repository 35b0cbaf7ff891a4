import { chakra, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../api/client";
import { useSession } from "../api/queries";
import { useAct } from "../frame/act";
import { Explained } from "../frame/Explained";
import { useTitle } from "../frame/focus";
import { Empty, GoButton, Panel, Trouble, Waiting } from "../frame/states";
import { Tick } from "../frame/Tick";
import { Batches } from "./Batches";
import { Groups } from "./Groups";
import { Money } from "./Money";

/** What the batches of this kitchen taught, how each came out, and where the money went. */
export default function LookBackPage() {
  useTitle("Look back");
  const session = useSession().data;
  const found = useQuery({
    queryKey: ["jugs", "practice"],
    queryFn: ({ signal }) => answer(api.GET("/api/practice", { signal })),
  });
  if (found.isPending || !session) return <Waiting page what="Looking back" />;
  if (found.isLoadingError)
    return <Trouble page error={found.error} again={() => found.refetch()} />;
  const told = found.data;
  if (told.batches.length === 0 && told.spending.months.length === 0)
    return (
      <Panel>
        <chakra.h1 srOnly>Look back</chakra.h1>
        <Empty
          title="Nothing to look back on yet"
          text="Once a jug was read and bottled, its figures stand here beside what was planned, and the next plans are reckoned with what yours taught."
          step={<GoButton to="/jugs">See the jugs</GoButton>}
        />
      </Panel>
    );
  return (
    <Stack gap="4">
      <Heading as="h1" size="2xl" fontFamily="heading">
        {told.said}
      </Heading>
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 23rem" }}
        gap="4"
        alignItems="start"
      >
        <Stack gap="4" minW="0">
          <Facts facts={told.facts} />
          <Batches batches={told.batches} currency={session.currency} />
          <Groups told={told} />
        </Stack>
        <Money spending={told.spending} currency={session.currency} />
      </Grid>
    </Stack>
  );
}

/** What was found of this kitchen; each can be left out of the next plans. */
function Facts({ facts }: { facts: Schemas["FactOut"][] }) {
  const queries = useQueryClient();
  const { act, busy } = useAct();
  const turn = (key: string, on: boolean) =>
    act(async () => {
      const told = await answer(api.POST("/api/practice/facts", { body: { key, on } }));
      queries.setQueryData(["jugs", "practice"], told);
    });
  const sure = facts.filter((fact) => fact.sure);
  const unsure = facts.filter((fact) => !fact.sure);
  return (
    <Panel as="section" aria-label="What yours do">
      <Heading as="h2" size="lg" fontFamily="heading">
        What your batches taught
      </Heading>
      {sure.length === 0 && (
        <Text color="quiet">
          Nothing clear yet: new plans go by the labels and the tables. From the second batch with
          the same juice or yeast on, what is off shows here.
        </Text>
      )}
      <chakra.ul listStyleType="none">
        {sure.map((fact) => (
          <chakra.li key={fact.key} py="2" borderBottomWidth="1px" borderColor="line">
            <Text>
              <Explained text={fact.text} />
            </Text>
            <Text color="quiet" fontSize="sm">
              From {fact.batches} {fact.batches === 1 ? "batch" : "batches"}.
            </Text>
            {fact.key !== "stem" && (
              <Tick
                label={`Plan with this: ${fact.text}`}
                checked={fact.on}
                disabled={busy}
                onChange={(on) => turn(fact.key, on)}
              >
                Plan with this
              </Tick>
            )}
          </chakra.li>
        ))}
      </chakra.ul>
      {unsure.length > 0 && (
        <chakra.details>
          <chakra.summary minH="44px" pt="2" cursor="pointer">
            Not sure yet ({unsure.length})
          </chakra.summary>
          <chakra.ul listStyleType="none">
            {unsure.map((fact) => (
              <chakra.li key={fact.key} py="1">
                <Text color="quiet" fontSize="sm">
                  <Explained text={fact.text} /> So far from {fact.batches}{" "}
                  {fact.batches === 1 ? "batch" : "batches"}, and it could be chance.
                </Text>
              </chakra.li>
            ))}
          </chakra.ul>
        </chakra.details>
      )}
    </Panel>
  );
}
