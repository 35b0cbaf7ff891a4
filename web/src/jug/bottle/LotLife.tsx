import { Box, chakra, Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { bottleSize, day, listed } from "../../format";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { ChoiceField, TextField } from "../../frame/fields";
import { Mark, QuietButton } from "../../frame/states";
import { Tick } from "../../frame/Tick";
import { degree, readNumber, readTemperature, temperature } from "../../units";
import { useJugContext } from "../jugContext";
import { useLog } from "../useLog";
import { counted, FEELS, FRIDGE_C } from "./lots";

const DID = {
  opened: "Opened",
  lively: "Opened, and lively",
  given: "Given away",
  flat: "Opened, and flat",
  gushed: "Gushed",
  burst: "Burst",
  broken: "Broken",
  moved: "Moved to another place",
  heated: "Heated in a water bath",
  held_at: "Stand at a temperature",
  felt: "Felt: the test bottle",
} as const;
type Did = keyof typeof DID;

/** What is written down of a lot: of some of its bottles, or done to all of it. */
function written(
  did: Did,
  lot: string | undefined,
  typed: {
    count: number | null;
    place: string;
    cold: boolean;
    celsius: number | null;
    long: number | null;
    feel: string;
  },
) {
  if (did === "felt") return { kind: "tested", what: { lot, bottle: typed.feel } };
  if (did === "heated")
    return { kind: "cared", what: { did, lot, core_c: typed.celsius, minutes: typed.long } };
  if (did === "held_at") return { kind: "cared", what: { did, lot, temperature_c: typed.celsius } };
  const to = { place: typed.place.trim(), ...(typed.cold ? { temperature_c: FRIDGE_C } : {}) };
  const moved = did === "moved" ? to : {};
  return { kind: "lot_moved", what: { lot, did, count: typed.count, ...moved } };
}

/** Where bottles stand, in words that go on from how many. */
function whereabouts(stands: Schemas["StandsOut"][]): string {
  const named = stands.filter((part) => part.place);
  if (named.length === 0) return "";
  if (stands.length === 1) return `, ${named[0]?.place}`;
  return `: ${listed(stands.map((part) => `${part.count} ${part.place || "elsewhere"}`))}`;
}

/** What the bottles wait for, and what became of some: it warns of the others. */
export function LotLife({ bottled }: { bottled: Schemas["BottlingOut"] }) {
  const { session } = useJugContext();
  const { bottles: lots, due } = bottled;
  const log = useLog();
  const { act, busy, problem } = useAct(true);
  const [lot, setLot] = useState(lots[0]?.id ?? "");
  const [did, setDid] = useState<Did>("opened");
  const [count, setCount] = useState("1");
  const [place, setPlace] = useState("");
  const [cold, setCold] = useState(false);
  const [when, setWhen] = useState("");
  const [warm, setWarm] = useState("");
  const [feel, setFeel] = useState<keyof typeof FEELS>("soft");
  const [minutes, setMinutes] = useState("");
  const celsius = readTemperature(warm);
  const long = readNumber(minutes, "min", "minutes");
  const many = counted(count);
  const chosen = lots.find((each) => each.id === lot) ?? lots[0];
  const save = () =>
    act(async () => {
      const typed = { count: many, place, cold, celsius, long, feel };
      const at = when ? { at: new Date(when).toISOString() } : {};
      const entry = { ...written(did, chosen?.id, typed), ...at };
      const said = did === "felt" ? `the test bottle is ${feel}` : DID[did].toLowerCase();
      await log([entry], `${chosen ? `Lot ${chosen.id}` : ""}: ${said}.`);
      setCount("1");
    });
  const needs = { heated: celsius !== null && long !== null, held_at: celsius !== null };
  const sure = did === "felt" || (did === "heated" || did === "held_at" ? needs[did] : !!many);
  const ready = sure && (did !== "moved" || place.trim() !== "");
  const notes = [...new Set(lots.flatMap((each) => each.notes))];
  return (
    <Stack gap="3">
      {notes.map((text) => (
        <Mark key={text} tone="bad">
          {text}
        </Mark>
      ))}
      <chakra.ul listStyleType="none" aria-label="What the bottles wait for">
        {due.map((task) => (
          <chakra.li key={`${task.what}-${task.since}`} py="1">
            <b>{task.words}</b>, {day(task.since, session.time_zone)} to{" "}
            {day(task.until, session.time_zone)}. <Explained text={task.why} />
          </chakra.li>
        ))}
      </chakra.ul>
      <Text>
        {lots.map((each, at) => (
          <span key={each.id}>
            {at > 0 && " · "}
            <b>
              Lot {each.id}: {each.left} of {each.count} × {bottleSize(each.size_ml)}
            </b>{" "}
            left{whereabouts(each.stands)}
          </span>
        ))}
      </Text>
      <Grid
        templateColumns={{
          base: "1fr 1fr",
          md: did === "felt" ? "1fr 1fr 1fr auto" : "5rem 2fr 1.3fr 1fr auto",
        }}
        gap="2"
        alignItems="end"
      >
        {did !== "felt" && (
          <TextField
            label="Bottles"
            inputMode="numeric"
            value={count}
            error={many === null ? "Like 1." : undefined}
            onChange={(event) => setCount(event.target.value)}
          />
        )}
        <ChoiceField
          label={did === "felt" ? "It was filled with" : "Of"}
          value={chosen?.id ?? ""}
          onChange={setLot}
        >
          {lots.map((each) => (
            <option key={each.id} value={each.id}>
              Lot {each.id}: {bottleSize(each.size_ml)} {each.name.toLowerCase()}
            </option>
          ))}
        </ChoiceField>
        <ChoiceField
          label="What became of them"
          value={did}
          onChange={(next) => setDid(next as Did)}
        >
          {Object.entries(DID).map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </ChoiceField>
        <HStack align="flex-start">
          {did === "felt" && (
            <ChoiceField
              label="It is"
              value={feel}
              onChange={(next) => setFeel(next as keyof typeof FEELS)}
            >
              {Object.entries(FEELS).map(([key, name]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </ChoiceField>
          )}
          {did === "moved" && (
            <TextField
              label="Where to"
              placeholder="cellar shelf"
              value={place}
              onChange={(event) => setPlace(event.target.value)}
            />
          )}
          {(did === "heated" || did === "held_at") && (
            <TextField
              label={did === "heated" ? `In the middle, ${degree()}` : `Stand at, ${degree()}`}
              placeholder={temperature(did === "heated" ? 65 : 20)}
              value={warm}
              onChange={(event) => setWarm(event.target.value)}
            />
          )}
          {did === "heated" && (
            <TextField
              label="Minutes"
              inputMode="decimal"
              placeholder="10"
              value={minutes}
              onChange={(event) => setMinutes(event.target.value)}
            />
          )}
        </HStack>
        <HStack>
          <QuietButton busy={busy} disabled={!ready} onClick={save}>
            Save
          </QuietButton>
        </HStack>
      </Grid>
      <HStack wrap="wrap" align="end" gap="3">
        <Box maxW="16rem">
          <TextField
            label="When"
            type="datetime-local"
            hint="Nothing: just now"
            value={when}
            error={problem?.at("at")}
            onChange={(event) => setWhen(event.target.value)}
          />
        </Box>
        {did === "moved" && (
          <Tick checked={cold} onChange={setCold}>
            As cold as a fridge there
          </Tick>
        )}
        {did === "felt" && (
          <Text color="quiet" fontSize="sm">
            Only plastic tells: glass feels hard whatever is in it. Hard proves gas, soft proves
            nothing.
          </Text>
        )}
      </HStack>
      {problem && <Mark tone="bad">{problem.message}</Mark>}
    </Stack>
  );
}
