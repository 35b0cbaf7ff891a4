import { Box, Flex, Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { type FormEvent, useRef, useState } from "react";
import { api, mistyped, type Schemas } from "../api/client";
import { showJug } from "../api/queries";
import { StemReader } from "../drawing/StemReader";
import { gravity } from "../format";
import { useAct } from "../frame/act";
import { Explained } from "../frame/Explained";
import { ChoiceField, SegmentField, TextField } from "../frame/fields";
import { useSay } from "../frame/notices";
import { ActButton, QuietButton } from "../frame/states";
import { Tick } from "../frame/Tick";
import { emptied, useKept } from "../frame/useKept";
import { useOnline } from "../offline/outbox";
import { useOrKept } from "../offline/useOrKept";
import {
  degree,
  readAmount,
  readGravity,
  readNumber,
  readTemperature,
  usualSample,
} from "../units";
import { Questioned } from "./Questioned";
import css from "./ReadingForm.module.css";

const DAY_MS = 86_400_000;
const MOST_DAYS_AGO = 30;

const TOOLS = [
  ["stem", "Hydrometer"],
  ["refractometer", "Refractometer"],
] as const;
type Tool = (typeof TOOLS)[number][0];
type Seen = Schemas["ReadingIn"]["seen"] extends (infer Each)[] | undefined ? Each : never;

const READS = {
  stem: "Write the gravity as read, like 1.074.",
  refractometer: "Write the Brix it shows, like 12.4.",
};
const HOW = {
  stem: "At eye level, the bottom of the curve, spun still. Pull the stem (a finger pulls it sideways), or type.",
  refractometer:
    "A drop of it, clear and at 20 °C. Once it ferments, alcohol bends the light too: the gravity is worked back from where it began, and known less well. Proof needs a hydrometer.",
};

function when(daysAgo: number): string {
  if (daysAgo === 0) return "Just now";
  return daysAgo === 1 ? "A day ago" : `${daysAgo} days ago`;
}

/** Reads a gravity off the stem, by pulling it or by typing, and writes it down. */
export function ReadingForm({
  jug,
  from,
  liquid,
  action,
  onWritten,
}: {
  jug: Schemas["JugOut"];
  from: number;
  liquid: string;
  action: string;
  onWritten?: () => void;
}) {
  const say = useSay();
  const kept = `reading-${jug.id}`;
  const [typed, setTyped, forgetTyped] = useKept(`${kept}-sg`, "");
  const [temperature, setTemperature] = useState(usualSample);
  const [drunk, setDrunk] = useState("");
  const [aside, setAside] = useState(false);
  const [note, setNote, forgetNote] = useKept(`${kept}-note`, "");
  // Sent twice, or kept and sent later, it is one reading.
  const [id, setId] = useState(() => crypto.randomUUID());
  const online = useOnline();
  const orKept = useOrKept();
  const [daysAgo, setDaysAgo] = useState("0");
  const [tool, setTool] = useState<Tool>("stem");
  const [seen, setSeen] = useState<Seen[]>([]);
  const { act, busy, problem, setProblem } = useAct(true);
  const field = useRef<HTMLInputElement>(null);
  const sg = readGravity(typed);
  const onStem = sg !== null && sg >= 0.97 && sg <= 1.2 ? sg : from;

  function chooseTool(next: string) {
    setTool(next as Tool);
    setTyped("");
    setProblem(null);
  }

  function write(figureTyped: string, insist: boolean) {
    const brix = tool === "refractometer" ? readNumber(figureTyped, "brix", "°bx", "bx") : null;
    const reads = tool === "stem" ? readGravity(figureTyped) : brix;
    const warm = readTemperature(temperature);
    const gone = drunk.trim() === "" ? 0 : readAmount(drunk, "ml");
    if (reads === null || warm === null || typeof gone === "string") {
      const wrong =
        reads === null
          ? { at: "sg", text: tool === "stem" ? READS.stem : READS.refractometer }
          : warm === null
            ? {
                at: "temperature_c",
                text: `Write the sample's ${degree()}, like ${usualSample()}.`,
              }
            : { at: "drunk_ml", text: String(gone) };
      setProblem(mistyped([wrong]));
      return;
    }
    const body: Schemas["ReadingIn"] = {
      id,
      ...(tool === "stem" ? { sg: reads } : { brix: reads }),
      seen,
      temperature_c: warm,
      drunk_ml: gone,
      set_aside: aside && gone > 0,
      note,
      insist,
      plan_version: jug.kept.version,
      at:
        daysAgo === "0"
          ? online
            ? null
            : new Date().toISOString()
          : new Date(Date.now() - Number(daysAgo) * DAY_MS).toISOString(),
    };
    const said = tool === "stem" ? gravity(reads) : `${reads} °Bx`;
    act(async () => {
      const after = await orKept({ kind: "reading", jug: jug.id, said, body }, (params) =>
        api.POST("/api/jugs/{jug_id}/readings", { params, body }),
      );
      setId(crypto.randomUUID());
      forgetTyped(typed);
      forgetNote(note);
      setSeen(emptied(seen, []));
      if (!after) {
        setTyped(emptied(typed, ""));
        setNote(emptied(note, ""));
        return;
      }
      await showJug(after);
      say(`${said} is saved.`);
      onWritten?.();
    });
  }

  function submit(event: FormEvent) {
    event.preventDefault();
    write(typed, false);
  }

  const tick = (what: Seen) => (on: boolean) =>
    setSeen((before) => (on ? [...before, what] : before.filter((each) => each !== what)));

  const questioned = problem?.problem.insist_allowed ? problem : null;
  return (
    <form onSubmit={submit} aria-label="Write a reading">
      <Stack gap="3">
        <Flex gap="3" align="flex-start">
          {tool === "stem" && (
            <StemReader
              sg={onStem}
              liquid={liquid}
              onChange={(next) => {
                setTyped(gravity(next));
                setProblem(null);
              }}
            />
          )}
          <Stack gap="2" flex="1" minW="0">
            <TextField
              ref={field}
              label={tool === "stem" ? "Gravity" : "Brix it shows"}
              placeholder={tool === "stem" ? "1.0" : "12.4"}
              inputMode="decimal"
              value={typed}
              error={questioned ? undefined : problem?.at("sg")}
              onChange={(event) => {
                setTyped(event.target.value);
                setProblem(null);
              }}
            />
            <TextField
              label={`Sample, ${degree()}`}
              inputMode="decimal"
              value={temperature}
              error={problem?.at("temperature_c")}
              onChange={(event) => setTemperature(event.target.value)}
            />
            <ChoiceField
              label="Read when"
              value={daysAgo}
              error={problem?.at("at")}
              onChange={setDaysAgo}
            >
              {Array.from({ length: MOST_DAYS_AGO + 1 }, (_, days) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: the index is the day
                <option key={days} value={days}>
                  {when(days)}
                </option>
              ))}
            </ChoiceField>
          </Stack>
        </Flex>
        <Text color="quiet" fontSize="sm">
          <Explained text={HOW[tool]} />
        </Text>
        <Grid templateColumns="minmax(0, 2fr) minmax(0, 1fr)" gap="3" alignItems="end">
          <TextField
            label="Look, smell, anything done"
            value={note}
            error={problem?.at("note")}
            onChange={(event) => setNote(event.target.value)}
          />
          <TextField
            label="Sample drunk, ml"
            inputMode="decimal"
            placeholder="none"
            value={drunk}
            error={problem?.at("drunk_ml", "what.sample_ml")}
            onChange={(event) => setDrunk(event.target.value)}
          />
          {drunk.trim() !== "" && (
            <Tick checked={aside} onChange={setAside}>
              Set aside, not drunk
            </Tick>
          )}
        </Grid>
        {questioned ? (
          <Questioned
            problem={questioned}
            onTake={(likely) => {
              setTyped(likely);
              setProblem(null);
              field.current?.focus();
            }}
          >
            <QuietButton alignSelf="flex-start" busy={busy} onClick={() => write(typed, true)}>
              It did read {typed}: save it
            </QuietButton>
          </Questioned>
        ) : (
          <ActButton
            type="submit"
            variant={jug.stage === "ferment" || jug.stage === "plan" ? "act" : "main"}
            busy={busy}
            alignSelf="flex-start"
          >
            {action}
          </ActButton>
        )}
        <details open={tool !== "stem" || seen.length > 0}>
          <summary className={css.more}>With a refractometer, or foam or sugar in it?</summary>
          <SegmentField label="Read with" options={TOOLS} value={tool} onChange={chooseTool} />
          <HStack wrap="wrap" gap="1">
            <Tick checked={seen.includes("foam")} onChange={tick("foam")}>
              Foam on it
            </Tick>
            <Tick checked={seen.includes("grain")} onChange={tick("grain")}>
              Sugar grains in it
            </Tick>
          </HStack>
        </details>
        {problem &&
          !questioned &&
          !problem.at("sg", "temperature_c", "drunk_ml", "what.sample_ml", "note", "at") && (
            <Box role="alert" color="bad">
              {problem.message}
            </Box>
          )}
      </Stack>
    </form>
  );
}
