import { Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { useNavigate } from "react-router";
import { answer, api, type Schemas } from "../../api/client";
import { percent, volume } from "../../format";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { ChoiceField, TextField } from "../../frame/fields";
import { useSay } from "../../frame/notices";
import { ActButton, Mark, QuietButton } from "../../frame/states";
import { useKept } from "../../frame/useKept";
import { readNumber, readVessel, vesselFigure, vesselUnit } from "../../units";
import { useJugContext } from "../jugContext";
import { type Source, useSources } from "../sources";
import { useVesselChoice, VesselField } from "../VesselField";

type Typed = { name: string; base: string; vessel: string; from: string; sweet: string };

const NONE = "none";
const MOST = 12;

/** One base over several flavours: each gets a share of it, its juice, and a jug of its own. */
export function Flavours() {
  const { jug } = useJugContext();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const say = useSay();
  const { act, busy, problem, setProblem } = useAct(true);
  // What yeast leaves alone is dosed, not poured: it sweetens one jug at a time.
  const sources = useSources([]);
  const { known } = useVesselChoice();
  const there = jug.now?.volume_ml.value ?? 0;
  const first = useMemo(
    () => [1, 2, 3].map((place) => blank(jug.name, place, there / 3)),
    [jug.name, there],
  );
  const [typed, setTyped, forget] = useKept<Typed[]>(`flavours-${jug.id}`, first);
  const flavours = useMemo(() => toFlavours(typed, sources, known), [typed, sources, known]);
  const params = { path: { jug_id: jug.id } };
  const found = useQuery({
    queryKey: ["jug", jug.id, "flavours", JSON.stringify(flavours), jug.journal.length],
    enabled: flavours !== null,
    retry: false,
    queryFn: ({ signal }) =>
      answer(
        api.POST("/api/jugs/{jug_id}/flavours/preview", {
          signal,
          params,
          body: { flavours: flavours ?? [] },
        }),
      ),
    placeholderData: (before) => before,
  });
  const set = (place: number, patch: Partial<Typed>) => {
    setProblem(null);
    setTyped((rows) => rows.map((row, at) => (at === place ? { ...row, ...patch } : row)));
  };
  const share = () =>
    act(async () => {
      const made = await answer(
        api.POST("/api/jugs/{jug_id}/flavours", { params, body: { flavours: flavours ?? [] } }),
      );
      forget();
      await queries.invalidateQueries({ queryKey: ["jug", jug.id] });
      queries.invalidateQueries({ queryKey: ["jugs"] });
      say(`Jugs ${made.map((each) => each.number).join(", ")} hold the flavours now.`);
      navigate("/jugs");
    });
  const told = found.error ? undefined : found.data;
  return (
    <Stack gap="3">
      <Stack as="ul" listStyleType="none" gap="4" aria-label="Flavours">
        {typed.map((row, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a flavour is known by its place
          <li key={place}>
            <Flavour
              row={row}
              place={place}
              sources={sources}
              told={told?.flavours[place]}
              set={(patch) => set(place, patch)}
              onRemove={
                typed.length > 1
                  ? () => setTyped((rows) => rows.filter((_, at) => at !== place))
                  : undefined
              }
            />
          </li>
        ))}
      </Stack>
      {typed.length < MOST && (
        <QuietButton
          alignSelf="flex-start"
          onClick={() =>
            setTyped((rows) => [...rows, blank(jug.name, rows.length + 1, told?.left_ml ?? 0)])
          }
        >
          Add a flavour
        </QuietButton>
      )}
      <Stack gap="1" role="status" minH="3rem">
        {found.error && <Mark tone="bad">{found.error.message}</Mark>}
        {told && <Text>{volume(told.left_ml)} of the base stay in this jug.</Text>}
        {told?.mind.map((text) => (
          <Mark key={text} tone="mind">
            {text}
          </Mark>
        ))}
      </Stack>
      {problem && <Mark tone="bad">{problem.message}</Mark>}
      <HStack>
        {/* Not before it is told of just what is typed: what is to be minded may be new. */}
        <ActButton busy={busy} disabled={!told || found.isPlaceholderData} onClick={share}>
          Share it out
        </ActButton>
      </HStack>
    </Stack>
  );
}

function blank(name: string, place: number, base: number): Typed {
  return {
    name: `${name} ${place}`,
    base: vesselFigure(base),
    vessel: "juice_bottle_2",
    from: NONE,
    sweet: "",
  };
}

function Flavour({
  row,
  place,
  sources,
  told,
  set,
  onRemove,
}: {
  row: Typed;
  place: number;
  sources: Source[];
  told: Schemas["FlavourOut"] | undefined;
  set: (patch: Partial<Typed>) => void;
  onRemove: (() => void) | undefined;
}) {
  const number = place + 1;
  return (
    <Stack gap="2">
      <Grid templateColumns={{ base: "1fr 1fr", md: "2fr 1fr 2fr" }} gap="2" alignItems="end">
        <TextField
          label={`Name ${number}`}
          value={row.name}
          onChange={(event) => set({ name: event.target.value })}
        />
        <TextField
          label={`Base, ${vesselUnit()}`}
          inputMode="decimal"
          value={row.base}
          error={readVessel(row.base) === null ? "Like 1.5." : undefined}
          onChange={(event) => set({ base: event.target.value })}
        />
        <VesselField
          label={`Into ${number}`}
          value={row.vessel}
          onChange={(vessel) => set({ vessel })}
        />
        <ChoiceField label={`With ${number}`} value={row.from} onChange={(from) => set({ from })}>
          <option value={NONE}>Nothing</option>
          {sources.map((each) => (
            <option key={each.key} value={each.key}>
              {each.name}
            </option>
          ))}
        </ChoiceField>
        <TextField
          label="Sugar, g/L"
          inputMode="decimal"
          placeholder="20"
          disabled={row.from === NONE}
          value={row.sweet}
          onChange={(event) => set({ sweet: event.target.value })}
        />
        <QuietButton
          size="slim"
          variant="soft"
          justifySelf="start"
          aria-label={`Remove flavour ${number}`}
          disabled={!onRemove}
          onClick={onRemove}
        >
          ✕
        </QuietButton>
      </Grid>
      {told && (
        <Text>
          <b>{told.added_words}</b>
          <Explained
            text={`: then ${volume(told.volume_ml)} at ${percent(told.abv)}, ${told.word}, ${told.acid_g_per_l.toFixed(1)} g/L of acid.`}
          />
        </Text>
      )}
    </Stack>
  );
}

/** The flavours to ask about, or null while one of them is half typed. */
function toFlavours(
  typed: Typed[],
  sources: Source[],
  known: Record<string, Schemas["VesselIn"]>,
): Schemas["FlavourIn"][] | null {
  const found: Schemas["FlavourIn"][] = [];
  for (const row of typed) {
    const base = readVessel(row.base);
    const vessel = known[row.vessel];
    const source = sources.find((each) => each.key === row.from);
    const sweet = readNumber(row.sweet, "g/l");
    if (base === null || !vessel || (source && sweet === null)) return null;
    found.push({
      name: row.name,
      base_ml: base,
      vessel,
      ...(source ? { pour: source.pour, sugar_g_per_l: sweet } : {}),
    });
  }
  return found;
}
