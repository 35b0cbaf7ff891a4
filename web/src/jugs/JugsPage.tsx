import { Box, chakra, Flex, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { useJugs, useReference, useSession } from "../api/queries";
import { Tape } from "../drawing/Tape";
import { day, gravity, percent } from "../format";
import { useAct } from "../frame/act";
import { useTitle } from "../frame/focus";
import { useSay } from "../frame/notices";
import { ActButton, Empty, Panel, QuietButton, Trouble, Waiting } from "../frame/states";
import { placeOf } from "../jug/stages";
import { Tube } from "../jug/Tube";
import { drinkToken } from "../theme/drinks";
import { NewJug } from "./NewJug";
import { OpenRecipe } from "./OpenRecipe";

type Row = Schemas["JugRow"];

const STRETCH = 60;
const MOST = 200;

export default function JugsPage() {
  const [limit, setLimit] = useState(STRETCH);
  const [search, setSearch] = useSearchParams();
  const putAwayShown = search.has("away");
  const jugs = useJugs(limit, putAwayShown);
  const { act } = useAct();
  useTitle("Jugs");
  const reference = useReference();
  const session = useSession();
  const queries = useQueryClient();
  const say = useSay();
  const opening = search.has("new");
  if (jugs.isPending || reference.isPending) return <Waiting page what="Fetching your jugs" />;
  if (jugs.isError) return <Trouble page error={jugs.error} again={() => jugs.refetch()} />;
  if (reference.isError)
    return <Trouble page error={reference.error} again={() => reference.refetch()} />;

  const again = () => queries.invalidateQueries({ queryKey: ["jugs"] });
  async function bringBack(jug: Row) {
    await answer(api.POST("/api/jugs/{jug_id}/restore", { params: { path: { jug_id: jug.id } } }));
    await again();
  }
  const putAway = (jug: Row) =>
    act(async () => {
      await answer(api.DELETE("/api/jugs/{jug_id}", { params: { path: { jug_id: jug.id } } }));
      await again();
      say(`${jug.name} is put away.`, { undo: () => bringBack(jug) });
    });

  return (
    <Stack gap="4">
      <Flex align="center" gap="4" wrap="wrap">
        <Heading as="h1" size="2xl" fontFamily="heading">
          Jugs
        </Heading>
        <Text color="quiet">
          {putAwayShown
            ? `${jugs.data.length} put away`
            : `${jugs.data.length}${jugs.data.length === limit ? " or more" : ""} on the go or bottled`}
        </Text>
        <HStack ml="auto" wrap="wrap">
          <QuietButton
            aria-pressed={putAwayShown}
            onClick={() => setSearch(putAwayShown ? {} : { away: "" })}
          >
            Put away
          </QuietButton>
          <OpenRecipe />
          <ActButton aria-expanded={opening} onClick={() => setSearch({ new: "" })}>
            New jug
          </ActButton>
        </HStack>
      </Flex>
      {opening && (
        <Panel maxW="40rem">
          <NewJug reference={reference.data} onClose={() => setSearch({})} />
        </Panel>
      )}
      {putAwayShown && jugs.data.length === 0 ? (
        <Panel>
          <Empty
            title="Nothing put away"
            text="Jugs you put away wait here until you restore them."
            step={<QuietButton onClick={() => setSearch({})}>Show the jugs</QuietButton>}
          />
        </Panel>
      ) : jugs.data.length === 0 && !opening ? (
        <Panel>
          <Empty
            title="No jug yet"
            text="Choose a vessel and how strong you want it, then add juice. You are told how much sugar and water to add."
            step={
              <ActButton onClick={() => setSearch({ new: "" })}>Start your first jug</ActButton>
            }
          />
        </Panel>
      ) : (
        <chakra.ul
          listStyleType="none"
          display="grid"
          gridTemplateColumns="repeat(auto-fill, minmax(min(100%, 23rem), 1fr))"
          gap="4"
          aria-label="Jugs"
        >
          {jugs.data.map((jug) => (
            <JugCard
              key={jug.id}
              jug={jug}
              timeZone={session.data?.time_zone ?? "UTC"}
              away={putAwayShown}
              onPutAway={() => (putAwayShown ? act(() => bringBack(jug)) : putAway(jug))}
            />
          ))}
        </chakra.ul>
      )}
      {jugs.data.length === limit && limit < MOST && (
        <QuietButton alignSelf="center" onClick={() => setLimit(limit + STRETCH)}>
          Show more
        </QuietButton>
      )}
    </Stack>
  );
}

function JugCard({
  jug,
  timeZone,
  away,
  onPutAway,
}: {
  jug: Row;
  timeZone: string;
  away: boolean;
  onPutAway: () => void;
}) {
  return (
    <chakra.li>
      <Panel display="flex" flexDirection="column" gap="3" h="full">
        <Flex gap="2" align="flex-start">
          <chakra.div css={{ "& > a": { display: "block" } }}>
            <Link to={`/jugs/${jug.id}/${placeOf(jug.stage)}`}>
              <Tape>
                {jug.number} · {jug.name}
              </Tape>
            </Link>
          </chakra.div>
          <QuietButton
            ml="auto"
            px="3"
            borderColor="line"
            aria-label={away ? `Restore ${jug.name}` : `Put ${jug.name} away`}
            onClick={onPutAway}
          >
            {away ? "Restore" : "✕"}
          </QuietButton>
        </Flex>
        <Tube stage={jug.stage} share={jug.share} />
        <Flex gap="3" align="center">
          <Flex
            h="44px"
            w="20px"
            direction="column-reverse"
            borderWidth="1.5px"
            borderColor="rim"
            rounded="md"
            overflow="hidden"
            aria-hidden="true"
            flexShrink="0"
          >
            {jug.drinks.map((drink, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: pours have no identity of their own
              <Box key={i} flex="1" bg={drinkToken(drink)} />
            ))}
          </Flex>
          <Box>
            <Text fontWeight="600">{jug.headline}</Text>
            <Text color="quiet" fontSize="sm">
              {jug.sg !== null && jug.abv !== null
                ? `${gravity(jug.sg)} · ${percent(jug.abv)} so far · since ${day(jug.begun_at, timeZone)}`
                : `begun ${day(jug.begun_at, timeZone)}`}
            </Text>
          </Box>
        </Flex>
      </Panel>
    </chakra.li>
  );
}
