import { Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../api/client";
import { useInTurn } from "../api/inTurn";
import { show } from "../api/queries";
import { Trouble, Waiting } from "../frame/states";
import { Ways } from "../frame/Ways";

const KEY = ["habits"];
const PLACES = [
  ["plan", "When planning"],
  ["brew_day", "On brew day"],
  ["ferment", "While it ferments"],
  ["bottle", "From clear to bottle"],
] as const;

/** How one usually brews: every question brewers differ about, for batches that choose nothing. */
export function Habits() {
  const queries = useQueryClient();
  const inTurn = useInTurn(KEY);
  const found = useQuery({
    queryKey: KEY,
    queryFn: () => answer(api.GET("/api/jugs/habits")),
  });
  if (found.isPending) return <Waiting what="Fetching how you brew" />;
  if (found.isLoadingError) return <Trouble error={found.error} again={() => found.refetch()} />;
  async function choose({ school, option }: Schemas["ChoiceIn"]) {
    await show(KEY, await answer(api.PUT("/api/jugs/habits", { body: { school, option } })));
    await queries.invalidateQueries({ queryKey: ["jugs"] });
    await queries.invalidateQueries({ queryKey: ["jug"] });
  }
  return (
    <Stack gap="3">
      <Heading as="h2" size="lg" fontFamily="heading">
        How I brew
      </Heading>
      <Text color="quiet" fontSize="sm">
        Brewers do these in several ways, most of them with good results. What you take here holds
        for every batch that chooses nothing else.
      </Text>
      {PLACES.map(([place, name]) => (
        <section key={place} aria-label={name}>
          <Heading as="h3" size="md" fontFamily="heading">
            {name}
          </Heading>
          {found.data
            .filter((school) => school.place === place)
            .map((school) => (
              <Ways
                key={school.key}
                school={school}
                onChoose={(choice) => inTurn(() => choose(choice))}
              />
            ))}
        </section>
      ))}
    </Stack>
  );
}
