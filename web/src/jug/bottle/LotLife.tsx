import { chakra, Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { bottleSize, day } from "../../format";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { ChoiceField, TextField } from "../../frame/fields";
import { Mark, QuietButton } from "../../frame/states";
import { useJugContext } from "../jugContext";
import { useLog } from "../useLog";
import { counted } from "./lots";

const DID = {
  opened: "Opened",
  given: "Given away",
  flat: "Opened, and flat",
  gushed: "Gushed",
  burst: "Burst",
  broken: "Broken",
  moved: "Moved to another place",
} as const;

/** What the bottles wait for, and what became of some: it warns of the others. */
export function LotLife({ bottled }: { bottled: Schemas["BottlingOut"] }) {
  const { session } = useJugContext();
  const { bottles: lots, due } = bottled;
  const log = useLog();
  const { act, busy, problem } = useAct(true);
  const [lot, setLot] = useState(lots[0]?.id ?? "");
  const [did, setDid] = useState<keyof typeof DID>("opened");
  const [count, setCount] = useState("1");
  const [place, setPlace] = useState("");
  const many = counted(count);
  const chosen = lots.find((each) => each.id === lot) ?? lots[0];
  const save = () =>
    act(async () => {
      const moved = did === "moved" ? { place } : {};
      const what = { lot: chosen?.id, did, count: many, ...moved };
      await log([{ kind: "lot_moved", what }], `${many} × ${DID[did].toLowerCase()}.`);
      setCount("1");
    });
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
              {each.left} of {each.count} × {bottleSize(each.size_ml)}
            </b>{" "}
            left{each.place && `, ${each.place}`}
          </span>
        ))}
      </Text>
      <Grid
        templateColumns={{ base: "1fr 1fr", md: "5rem 1fr 1fr 1fr auto" }}
        gap="2"
        alignItems="end"
      >
        <TextField
          label="Bottles"
          inputMode="numeric"
          value={count}
          error={many === null ? "Like 1." : undefined}
          onChange={(event) => setCount(event.target.value)}
        />
        <ChoiceField label="Of" value={chosen?.id ?? ""} onChange={setLot}>
          {lots.map((each) => (
            <option key={each.id} value={each.id}>
              {bottleSize(each.size_ml)} {each.name.toLowerCase()}
            </option>
          ))}
        </ChoiceField>
        <ChoiceField
          label="What became of them"
          value={did}
          onChange={(next) => setDid(next as keyof typeof DID)}
        >
          {Object.entries(DID).map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </ChoiceField>
        {did === "moved" ? (
          <TextField
            label="Where to"
            placeholder="cellar shelf"
            value={place}
            onChange={(event) => setPlace(event.target.value)}
          />
        ) : (
          <span />
        )}
        <HStack>
          <QuietButton busy={busy} disabled={!many} onClick={save}>
            Save
          </QuietButton>
        </HStack>
      </Grid>
      {problem && <Mark tone="bad">{problem.message}</Mark>}
    </Stack>
  );
}
