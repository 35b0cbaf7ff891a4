import { Box, chakra, Flex, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { JUGS_SHOWN, useJugs, useReference, useSession } from "../api/queries";
import { Tape } from "../drawing/Tape";
import { Vessel } from "../drawing/Vessel";
import { day, gravity, percent, volume } from "../format";
import { useAct } from "../frame/act";
import { useTitle } from "../frame/focus";
import { useSay } from "../frame/notices";
import { OneOf } from "../frame/OneOf";
import { ActButton, Empty, Mark, Panel, QuietButton, Trouble, Waiting } from "../frame/states";
import { placeOf } from "../jug/stages";
import { Tube } from "../jug/Tube";
import { drinkToken, stirred } from "../theme/drinks";
import { NewJug } from "./NewJug";
import { BringRecipe, OpenRecipe, type RecipeFile } from "./OpenRecipe";

type Row = Schemas["JugRow"];

const MOST = 200;

export default function JugsPage() {
  const [limit, setLimit] = useState(JUGS_SHOWN);
  const [search, setSearch] = useSearchParams();
  const putAwayShown = search.has("away");
  const jugs = useJugs(limit, putAwayShown);
  const [recipe, setRecipe] = useState<RecipeFile | null>(null);
  const { act } = useAct();
  useTitle("Jugs");
  const reference = useReference();
  const session = useSession();
  const queries = useQueryClient();
  const say = useSay();
  const opening = search.has("new");
  if (jugs.isPending || reference.isPending) return <Waiting page what="Fetching your jugs" />;
  if (jugs.isLoadingError) return <Trouble page error={jugs.error} again={() => jugs.refetch()} />;
  if (reference.isLoadingError)
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
          <OpenRecipe onRecipe={setRecipe} />
          <ActButton variant="act" aria-expanded={opening} onClick={() => setSearch({ new: "" })}>
            New jug
          </ActButton>
        </HStack>
      </Flex>
      {recipe && (
        <Panel maxW="40rem">
          <BringRecipe
            // What was said of one file is not said of the next.
            key={JSON.stringify(recipe)}
            recipe={recipe}
            onClose={() => setRecipe(null)}
          />
        </Panel>
      )}
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
      ) : jugs.data.length === 0 && !opening && !recipe ? (
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
          gridTemplateColumns="repeat(auto-fill, minmax(min(100%, 25rem), 1fr))"
          gap="4"
          aria-label="Jugs"
        >
          {jugs.data.map((jug) => (
            <OneOf key={jug.id} name={jug.name}>
              <JugCard
                jug={jug}
                timeZone={session.data?.time_zone ?? "UTC"}
                away={putAwayShown}
                onPutAway={() => (putAwayShown ? act(() => bringBack(jug)) : putAway(jug))}
              />
            </OneOf>
          ))}
        </chakra.ul>
      )}
      {jugs.data.length === limit && limit < MOST && (
        <QuietButton alignSelf="center" onClick={() => setLimit(limit + JUGS_SHOWN)}>
          Show more
        </QuietButton>
      )}
    </Stack>
  );
}

const DRAWN_PX = 148;
const DAY_MS = 86_400_000;

/** Whether a line is of more than a day ago: it says so. */
function isOld(of: string | null | undefined): of is string {
  return of != null && Date.now() - Date.parse(of) > DAY_MS;
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
  const next = jug.due[0];
  return (
    <chakra.li>
      <Panel display="flex" gap="3" h="full" alignItems="flex-end">
        <chakra.div flexShrink="0" w="6.5rem" display="flex" justifyContent="center">
          <Standing jug={jug} />
        </chakra.div>
        <Stack gap="2" flex="1" minW="0" alignSelf="stretch">
          <Flex gap="2" align="flex-start">
            <chakra.div css={{ "& > a": { display: "block" } }} minW="0">
              <Link to={`/jugs/${jug.id}/${placeOf(jug.stage)}`}>
                <Tape>
                  {jug.number} · {jug.name}
                </Tape>
              </Link>
            </chakra.div>
            <QuietButton
              ml="auto"
              size="slim"
              variant="soft"
              aria-label={away ? `Restore ${jug.name}` : `Put ${jug.name} away`}
              onClick={onPutAway}
            >
              {away ? "Restore" : "✕"}
            </QuietButton>
          </Flex>
          <Tube stage={jug.stage} share={jug.share} />
          {next ? (
            <When due={next.words} from={next.since} until={next.until} timeZone={timeZone} />
          ) : (
            <Text fontWeight="600">{jug.headline}</Text>
          )}
          <Text color="quiet" fontSize="sm" mt="auto">
            {next && `${jug.headline} `}
            {jug.sg !== null && jug.abv !== null
              ? `${gravity(jug.sg)} · ${percent(jug.abv)} ${jug.stage === "bottled" ? "in the bottle" : "so far"} · since ${day(jug.begun_at, timeZone)}`
              : `begun ${day(jug.begun_at, timeZone)}`}
            {isOld(jug.of) && ` · as of ${day(jug.of, timeZone)}`}
          </Text>
        </Stack>
      </Panel>
    </chakra.li>
  );
}

/** Its vessel as it stands: in layers while it is a plan, of one colour from then on. */
function Standing({ jug }: { jug: Row }) {
  const layers = jug.drinks.map((drink, i) => ({
    name: String(i),
    colour: drinkToken(drink),
    ml: drink.ml,
  }));
  const colour = stirred(layers);
  const poured = layers.reduce((sum, layer) => sum + layer.ml, 0);
  if (jug.stage === "bottled") {
    return (
      <Vessel
        shape="bottle"
        capacityMl={1}
        layers={[{ name: "", colour: "drink.juice", ml: 0.97 }]}
        mixed={colour}
        height={DRAWN_PX}
        stopper="cork"
        foaming={false}
        marked={false}
        label="In bottles"
      />
    );
  }
  const share = poured > 0 ? jug.held_ml / poured : 0;
  return (
    <Vessel
      shape={jug.shape}
      capacityMl={jug.vessel_ml ?? Math.max(jug.held_ml, 1)}
      layers={layers.map((layer) => ({ ...layer, ml: layer.ml * share }))}
      mixed={jug.stage === "plan" ? undefined : colour}
      height={DRAWN_PX}
      foaming={jug.stage === "ferment"}
      marked={false}
      label={jug.held_ml > 0 ? `Holds ${volume(jug.held_ml)}` : "Empty"}
    />
  );
}

/** What comes next, and when: a shape and a word say how it presses. */
function When({
  due,
  from,
  until,
  timeZone,
}: {
  due: string;
  from: string;
  until: string;
  timeZone: string;
}) {
  const now = Date.now();
  const late = now > Date.parse(until);
  const due_now = now >= Date.parse(from);
  const when = late
    ? `was due by ${day(until, timeZone)}`
    : due_now
      ? `now, or by ${day(until, timeZone)}`
      : `from ${day(from, timeZone)}`;
  return (
    <Box>
      <Mark tone={late ? "bad" : due_now ? "mind" : "good"}>
        <b>{due}</b>, {when}
      </Mark>
    </Box>
  );
}
