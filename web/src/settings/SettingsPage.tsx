import { Flex, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { answer, api, mistyped, type Schemas } from "../api/client";
import { useAct } from "../frame/act";
import { ChoiceField, SegmentField, TextField } from "../frame/fields";
import { useTitle } from "../frame/focus";
import { useSay } from "../frame/notices";
import { ActButton, Panel, QuietButton } from "../frame/states";
import { useSignOut } from "../frame/useSignOut";
import { readNumber, readTemperature, temperature } from "../units";
import { Habits } from "./Habits";

type Settings = Schemas["Settings"];

const SHOWS = [
  ["metric", "Metric"],
  ["us", "US"],
  ["imperial", "Imperial"],
] as const;
const GALLONS = [
  ["", "Ask me"],
  ["us", "US: 3.79 L, pint 473 ml"],
  ["imperial", "Imperial: 4.55 L, pint 568 ml"],
] as const;
const CUPS = [
  ["", "Ask me"],
  ["us", "US: cup 237 ml, tablespoon 14.8 ml"],
  ["metric", "Metric: cup 250 ml, tablespoon 15 ml"],
] as const;
const THERMOMETERS = [
  ["c", "°C"],
  ["f", "°F"],
] as const;

/** How figures are shown and read, and the way out. */
export default function SettingsPage({
  settings,
  name,
  stems,
}: {
  settings: Settings;
  name: string;
  stems: Schemas["StemOut"][];
}) {
  useTitle("Settings");
  const navigate = useNavigate();
  const queries = useQueryClient();
  const say = useSay();
  const signOut = useSignOut();
  const { act, busy, problem, setProblem } = useAct(true);
  const [typed, setTyped] = useState(settings);
  const [calibrated, setCalibrated] = useState(() => temperature(settings.calibrated_c));
  const [off, setOff] = useState(String(1000 * settings.stem_offset));
  const set = (more: Partial<Settings>) => {
    setTyped((now) => ({ ...now, ...more }));
    setProblem(null);
  };

  function submit(event: FormEvent) {
    event.preventDefault();
    const warm = readTemperature(calibrated);
    const points = readNumber(off.replace(/^\s*[-−]/, ""), "points", "point");
    const wrong = [
      ...(warm === null
        ? [{ at: "calibrated_c", text: "Write what is printed on it, like 20 °C or 60 °F." }]
        : []),
      ...(points === null ? [{ at: "stem_offset", text: "Write points, like 2, or 0." }] : []),
    ];
    if (warm === null || points === null) {
      setProblem(mistyped(wrong));
      return;
    }
    const sign = /^\s*[-−]/.test(off) ? -1 : 1;
    const body = { ...typed, calibrated_c: warm, stem_offset: (sign * points) / 1000 };
    act(async () => {
      const session = await answer(api.PUT("/api/session/settings", { body }));
      // What core words for this kitchen is worded anew.
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== "reference" });
      queries.setQueryData(["session"], session);
      say("Settings saved.");
      navigate("/jugs");
    });
  }

  return (
    <Stack gap="4" maxW="56rem">
      <Heading as="h1" size="2xl" fontFamily="heading">
        Settings
      </Heading>
      <form onSubmit={submit} aria-label="Settings">
        <Panel>
          <Stack gap="4">
            <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="4" alignItems="start">
              <SegmentField
                label="Show amounts in"
                options={SHOWS}
                value={typed.shows}
                onChange={(shows) => set({ shows })}
              />
              <SegmentField
                label="Temperatures in"
                options={THERMOMETERS}
                value={typed.temperature}
                onChange={(temperature) => set({ temperature })}
              />
              <Choice
                label="A gallon or pint is"
                options={GALLONS}
                at="gallon"
                typed={typed}
                set={set}
              />
              <Choice label="A cup or spoon is" options={CUPS} at="cup" typed={typed} set={set} />
              <Choice
                label="Show gravity as"
                options={stems.map((stem) => [stem.key, stem.name] as const)}
                at="gravity_scale"
                typed={typed}
                set={set}
              />
              <TextField
                label="Currency"
                value={typed.currency}
                hint="Three letters, like GBP. Prices keep their figures."
                error={problem?.at("currency")}
                onChange={(event) => set({ currency: event.target.value })}
              />
              <TextField
                label="My hydrometer is made for"
                value={calibrated}
                hint="Printed on it: 20 °C, 15 °C or 60 °F"
                error={problem?.at("calibrated_c")}
                onChange={(event) => {
                  setCalibrated(event.target.value);
                  setProblem(null);
                }}
              />
              <TextField
                label="Reads too high in plain water by, points"
                value={off}
                hint="1.002 in water is 2 points; 0.998 is −2"
                error={problem?.at("stem_offset")}
                onChange={(event) => {
                  setOff(event.target.value);
                  setProblem(null);
                }}
              />
            </Grid>
            <Text color="quiet" fontSize="sm">
              You can always write another unit in a field: 2 cups, 1/2 tsp, 64 fl oz, 2 lb 4 oz, 75
              °F, 12.4 Brix. Everything is kept in litres, grams and °C.
            </Text>
            <ActButton type="submit" busy={busy} alignSelf="flex-start">
              Save
            </ActButton>
          </Stack>
        </Panel>
      </form>
      <Panel>
        <Habits />
      </Panel>
      <Panel>
        <Flex align="center" gap="4" wrap="wrap">
          <Text mr="auto">
            Signed in as <b>{name}</b>
          </Text>
          <HStack>
            <QuietButton onClick={signOut}>Sign out</QuietButton>
          </HStack>
        </Flex>
      </Panel>
    </Stack>
  );
}

function Choice({
  label,
  options,
  at,
  typed,
  set,
}: {
  label: string;
  options: readonly (readonly [string, string])[];
  at: "shows" | "gallon" | "cup" | "gravity_scale";
  typed: Settings;
  set: (more: Partial<Settings>) => void;
}) {
  return (
    <ChoiceField label={label} value={typed[at]} onChange={(value) => set({ [at]: value })}>
      {options.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </ChoiceField>
  );
}
