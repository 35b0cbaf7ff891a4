import { chakra, Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { ChoiceField, TextField } from "../../frame/fields";
import { Mark, QuietButton } from "../../frame/states";
import { emptied } from "../../frame/useKept";
import { readAmount, readTemperature, temperature, usualCold } from "../../units";
import { useJugContext } from "../jugContext";
import { useTimer } from "../Timers";
import { useLog } from "../useLog";

const DEGAS_MIN = 10;
const BETWEEN_MIN = 60;

/** What helps a jug to clear: stirring its gas out, finings, cold, enzyme late. */
export function Helps({ finishing }: { finishing: Schemas["FinishingOut"] }) {
  return (
    <Stack gap="0">
      <Help title="Stir the gas out first" open={!finishing.racked}>
        <Degas />
      </Help>
      <Help title="Two-part finings: a week or two">
        <Finings finishing={finishing} />
      </Help>
      <Help title="Cold: a few days">
        <Cold />
      </Help>
      <Help title="Pectic enzyme, late">
        <Enzyme />
      </Help>
      <Help title="Only time">
        <Text>
          Weeks to months, in the dark, cool, its airlock filled. It costs nothing and takes nothing
          away.
        </Text>
      </Help>
    </Stack>
  );
}

function Help({
  title,
  open,
  children,
}: {
  title: string;
  open?: boolean;
  children: React.ReactNode;
}) {
  return (
    <chakra.details
      open={open}
      borderTopWidth="1px"
      borderColor="line"
      css={{
        "& > summary": {
          minHeight: "44px",
          display: "flex",
          alignItems: "center",
          cursor: "pointer",
        },
        "& > summary::before": {
          content: '"+"',
          width: "1.6rem",
          fontWeight: 700,
          fontSize: "1.2rem",
        },
        "&[open] > summary::before": { content: '"−"' },
      }}
    >
      <summary>
        <b>{title}</b>
      </summary>
      <Stack gap="3" pb="4">
        {children}
      </Stack>
    </chakra.details>
  );
}

function Degas() {
  const { jug } = useJugContext();
  const log = useLog();
  const { act, busy } = useAct();
  const timer = useTimer(jug.id);
  return (
    <>
      <Text>
        <Explained text="Stir or shake it under a loose cap until no more gas comes; mind the foam. Any powder thrown into a gassy jug makes it erupt." />
      </Text>
      <HStack wrap="wrap">
        <QuietButton busy={timer.busy} onClick={() => timer.begin("Stir the gas out", DEGAS_MIN)}>
          Start {DEGAS_MIN} minutes
        </QuietButton>
        <QuietButton
          busy={busy}
          onClick={() =>
            act(() => log([{ kind: "cared", what: { did: "degassed" } }], "Degassed."))
          }
        >
          Save: degassed
        </QuietButton>
      </HStack>
    </>
  );
}

function Finings({ finishing }: { finishing: Schemas["FinishingOut"] }) {
  const { jug, reference } = useJugContext();
  const log = useLog();
  const timer = useTimer(jug.id);
  const { act, busy, problem } = useAct(true);
  const [amount, setAmount] = useState("");
  const [of, setOf] = useState("mineral");
  const made = reference.doses.find((dose) => dose.key === "finings_a")?.of ?? [];
  const ml = amount.trim() ? readAmount(amount, "ml") : null;
  const write = (part: "a" | "b") =>
    act(async () => {
      const much = typeof ml === "number" ? { volume_ml: ml } : { volume_ml: 0 };
      const what = { dose: `finings_${part}`, made_of: of, ...much };
      await log([{ kind: "dosed", what }], `Finings, part ${part.toUpperCase()}.`);
      if (part === "a") await timer.begin("Finings, part B", BETWEEN_MIN);
      setAmount(emptied(amount, ""));
    });
  return (
    <>
      <Text>
        Part A, stir, an hour, part B, stir gently, then leave it cool and still for one to two
        weeks. The amounts are the packet's.
      </Text>
      {!finishing.stopped && (
        <Mark tone="mind">It still ferments: the gas keeps everything floating. Wait.</Mark>
      )}
      <Grid templateColumns={{ base: "1fr", sm: "1fr 1fr" }} gap="3" alignItems="start">
        <TextField
          label="How much"
          placeholder="as the packet says, like 25 ml"
          value={amount}
          error={typeof ml === "string" ? ml : undefined}
          onChange={(event) => setAmount(event.target.value)}
        />
        <ChoiceField
          label="Made of"
          value={of}
          onChange={setOf}
          hint="Fish, shellfish, egg and milk go on the label"
        >
          {made.map((row) => (
            <option key={row.key} value={row.key}>
              {row.name}
            </option>
          ))}
        </ChoiceField>
      </Grid>
      {problem && <Mark tone="bad">{problem.message}</Mark>}
      <HStack wrap="wrap">
        <QuietButton busy={busy} disabled={typeof ml === "string"} onClick={() => write("a")}>
          Part A is in: time the hour
        </QuietButton>
        <QuietButton busy={busy} disabled={typeof ml === "string"} onClick={() => write("b")}>
          Part B is in
        </QuietButton>
      </HStack>
    </>
  );
}

function Cold() {
  const log = useLog();
  const { act, busy } = useAct();
  const [warm, setWarm] = useState(usualCold());
  const celsius = readTemperature(warm);
  return (
    <>
      <Text>
        Between {temperature(0)} and {temperature(4)} for a few days, then rack it cold.
      </Text>
      <HStack align="flex-end" wrap="wrap">
        <TextField
          label="Stands at"
          value={warm}
          error={celsius === null ? `Write a temperature, like ${temperature(3)}.` : undefined}
          onChange={(event) => setWarm(event.target.value)}
        />
        <QuietButton
          busy={busy}
          disabled={celsius === null}
          onClick={() =>
            act(() =>
              log(
                [{ kind: "cared", what: { did: "held_at", temperature_c: celsius } }],
                "Put in the cold.",
              ),
            )
          }
        >
          Save: it stands in the cold
        </QuietButton>
      </HStack>
    </>
  );
}

function Enzyme() {
  const log = useLog();
  const { act, busy } = useAct();
  const [amount, setAmount] = useState("");
  const grams = amount.trim() ? readAmount(amount, "g", "enzyme") : null;
  return (
    <>
      <Mark tone="mind">
        Into gassy drink it erupts: stir the gas out first, then spoon by spoon, dissolved in a
        little water. After the ferment it takes more, and may do nothing.
      </Mark>
      <HStack align="flex-end" wrap="wrap">
        <TextField
          label="Enzyme"
          placeholder="1 tsp"
          value={amount}
          error={typeof grams === "string" ? grams : undefined}
          onChange={(event) => setAmount(event.target.value)}
        />
        <QuietButton
          busy={busy}
          disabled={typeof grams !== "number"}
          onClick={() =>
            act(async () => {
              await log(
                [{ kind: "dosed", what: { dose: "enzyme", mass_g: grams } }],
                "Enzyme is in.",
              );
              setAmount(emptied(amount, ""));
            })
          }
        >
          Save
        </QuietButton>
      </HStack>
    </>
  );
}
