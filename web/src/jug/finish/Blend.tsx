import { Box, chakra, Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { answer, api, type Schemas } from "../../api/client";
import { useJugs } from "../../api/queries";
import { money, percent, volume } from "../../format";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { TextField } from "../../frame/fields";
import { useSay } from "../../frame/notices";
import { ActButton, Mark } from "../../frame/states";
import { Tick } from "../../frame/Tick";
import { readNumber, readVessel, vesselUnit } from "../../units";
import { useJugContext } from "../jugContext";
import { useVesselChoice, VesselField } from "../VesselField";

const MOST_JUGS = 200;
const MOST = 5;
const STAGES = ["ferment", "clear", "finish", "bottle"];

const TARGETS = [
  { key: "abv", label: "Strength, %", unit: "%", example: "10.5" },
  { key: "sugar_g_per_l", label: "Sweetness, g/L of sugar", unit: "g/l", example: "12" },
  { key: "acid_g_per_l", label: "Sharpness, g/L of acid", unit: "g/l", example: "6" },
  { key: "cost_per_litre", label: "A litre costs at most", unit: "", example: "2.50" },
] as const;

/** Two to five batches blended to what is wanted: the shares solved, then poured together. */
export function Blend() {
  const { jug, session } = useJugContext();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const say = useSay();
  const { act, busy, problem, setProblem } = useAct(true);
  const all = useJugs(MOST_JUGS, false).data ?? [];
  const others = all.filter((row) => row.id !== jug.id && STAGES.includes(row.stage));
  const [with_, setWith] = useState<number[]>([]);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [much, setMuch] = useState("");
  const [name, setName] = useState(`${jug.name}, blended`);
  const [vessel, setVessel] = useState("demijohn_5");
  const { known } = useVesselChoice();
  const wanted = Object.fromEntries(
    TARGETS.map(({ key, unit }) => [key, readNumber(typed[key] ?? "", unit)]),
  ) as Schemas["WantedIn"];
  const asks = Object.values(wanted).some((value) => value !== null);
  const body = {
    jugs: [jug.id, ...with_],
    wanted,
    volume_ml: much.trim() ? readVessel(much) : null,
  };
  const found = useQuery({
    queryKey: ["jug", jug.id, "blend", JSON.stringify(body), jug.journal.length],
    enabled: with_.length > 0 && asks,
    retry: false,
    queryFn: ({ signal }) => answer(api.POST("/api/blend", { body, signal })),
    placeholderData: (before) => before,
  });
  const pour = () =>
    act(async () => {
      const made = await answer(
        api.POST("/api/blend/pour", {
          body: { ...body, name, vessel: known[vessel] ?? { volume_ml: 5000 } },
        }),
      );
      await queries.invalidateQueries({ queryKey: ["jug"] });
      queries.invalidateQueries({ queryKey: ["jugs"] });
      say(`Blended into jug ${made.number}.`);
      navigate(`/jugs/${made.id}/finish`);
    });
  if (others.length === 0)
    return (
      <Text color="quiet">
        No other batch has fermented yet: there is nothing to blend this one with.
      </Text>
    );
  return (
    <Stack gap="3">
      <Box as="fieldset">
        <chakra.legend fontWeight="600">Blend it with</chakra.legend>
        <HStack wrap="wrap" columnGap="4" rowGap="0">
          {others.map((row) => (
            <Tick
              key={row.id}
              checked={with_.includes(row.id)}
              disabled={!with_.includes(row.id) && with_.length >= MOST - 1}
              onChange={(on) =>
                setWith(on ? [...with_, row.id] : with_.filter((each) => each !== row.id))
              }
            >
              {`Jug ${row.number} · ${row.name}`}
            </Tick>
          ))}
        </HStack>
      </Box>
      <Grid templateColumns={{ base: "1fr 1fr", md: "repeat(3, 1fr)" }} gap="3" alignItems="end">
        {TARGETS.map(({ key, label, example }) => (
          <TextField
            key={key}
            label={label}
            inputMode="decimal"
            placeholder={example}
            value={typed[key] ?? ""}
            onChange={(event) => {
              setProblem(null);
              setTyped((before) => ({ ...before, [key]: event.target.value }));
            }}
          />
        ))}
        <TextField
          label={`How much, ${vesselUnit()}`}
          inputMode="decimal"
          placeholder="all of it"
          value={much}
          onChange={(event) => setMuch(event.target.value)}
        />
      </Grid>
      <Stack gap="2" role="status" minH="4rem">
        {found.error ? (
          <Mark tone="bad">{found.error.message}</Mark>
        ) : found.data ? (
          <Blended blend={found.data} currency={session.currency} />
        ) : (
          <Text color="quiet">
            Choose a batch and say at least one thing you want: the shares are worked out.
          </Text>
        )}
      </Stack>
      {found.data && !found.error && (
        <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="3" alignItems="end">
          <TextField
            label="Name of the blend"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <VesselField label="Into which vessel" value={vessel} onChange={setVessel} />
          <ActButton busy={busy} disabled={found.isPlaceholderData} onClick={pour}>
            Pour it together
          </ActButton>
        </Grid>
      )}
      {problem && <Mark tone="bad">{problem.message}</Mark>}
    </Stack>
  );
}

function Blended({ blend, currency }: { blend: Schemas["BlendOut"]; currency: string }) {
  return (
    <>
      <chakra.ul listStyleType="none" aria-label="Shares">
        {blend.parts.map((part) => (
          <li key={part.jug}>
            <chakra.span fontFamily="heading" fontWeight="700" fontSize="lg">
              {part.words}
            </chakra.span>{" "}
            {part.name}
            <Box h="10px" bg="glass" rounded="full" overflow="hidden" aria-hidden="true">
              <Box h="full" bg="rim" w={`${(100 * part.volume_ml) / blend.volume_ml}%`} />
            </Box>
          </li>
        ))}
      </chakra.ul>
      <Text fontSize="lg">
        <Explained
          text={`${volume(blend.volume_ml)} at ${percent(blend.abv)}, ${blend.word}, ${blend.sugar_g_per_l.toFixed(0)} g/L of sugar${blend.acid_g_per_l === null ? "" : `, ${blend.acid_g_per_l.toFixed(1)} g/L of acid`}.`}
        />
        {blend.cost_per_litre !== null && ` ${money(blend.cost_per_litre, currency)} a litre.`}
      </Text>
      {blend.missed.map((text) => (
        <Mark key={text} tone="mind">
          {text}
        </Mark>
      ))}
      {blend.mind.map((text) => (
        <Mark key={text} tone="mind">
          {text}
        </Mark>
      ))}
    </>
  );
}
