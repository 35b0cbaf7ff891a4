import { chakra, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { day, wholeDays } from "../../format";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { GoButton, Mark, Panel, QuietButton } from "../../frame/states";
import { emptied } from "../../frame/useKept";
import { Photograph, Photographs } from "../ferment/Photographs";
import { JugPanel } from "../JugPanel";
import { useJugContext } from "../jugContext";
import { mainColour, mixedLayer } from "../jugLayers";
import { StageAct } from "../StageAct";
import { Timers } from "../Timers";
import { useLog } from "../useLog";
import { WhenFermented } from "../WhenFermented";
import { Clarity } from "./Clarity";
import { Helps } from "./Helps";
import { Rack } from "./Rack";

/** Racked off its lees and come clear: what to do, and how it came out. */
export default function ClearPage() {
  return (
    <WhenFermented
      title="Nothing to clear yet"
      text="A jug clears once it has stopped: rack it off its lees, and let it fall clear."
    >
      {(finishing, now) => <Clearing finishing={finishing} now={now} />}
    </WhenFermented>
  );
}

function Clearing({
  finishing,
  now,
}: {
  finishing: Schemas["FinishingOut"];
  now: Schemas["NowOut"];
}) {
  const { jug } = useJugContext();
  return (
    <Grid
      templateColumns={{
        base: "minmax(0, 1fr)",
        lg: "minmax(0, 1fr) 20rem",
        xl: "15rem minmax(0, 1fr) 22rem",
      }}
      gap="4"
      alignItems="start"
    >
      <JugPanel foaming={false} layers={mixedLayer(jug, now.volume_ml.value)} />
      <Stack gap="4">
        <Panel>
          <Stack gap="3">
            <Heading as="h2" size="xl" fontFamily="heading">
              {finishing.racked ? "It is off its lees" : "Rack it off its lees"}
            </Heading>
            {!finishing.stopped && (
              <Mark tone="mind">
                <Explained text="It still ferments. Racking now is for thick lees only: leave it a little." />
              </Mark>
            )}
            <Text color="quiet">
              <Explained text="Siphon it over quietly, the end under the surface, the lees left alone. Start the siphon by pump or filled with water." />
            </Text>
            <Rack finishing={finishing} />
          </Stack>
        </Panel>
        <Panel>
          <Heading as="h2" size="lg" fontFamily="heading" pb="2">
            What helps it clear
          </Heading>
          <Helps finishing={finishing} />
        </Panel>
      </Stack>
      <Stack gap="4" gridColumn={{ lg: "2", xl: "3" }} gridRow={{ lg: "1 / span 2", xl: "auto" }}>
        <Panel>
          <HowClear finishing={finishing} />
        </Panel>
        <Panel>
          <Timers jugId={jug.id} />
        </Panel>
      </Stack>
      <StageAct>
        {jug.stage === "finish" ? (
          <GoButton to="../finish">Next: finish it</GoButton>
        ) : (
          jug.stage === "bottle" && <GoButton to="../bottle">Next: bottling</GoButton>
        )}
      </StageAct>
    </Grid>
  );
}

/** Graded by eye against the drawn scale, with a photograph; how it came out stands under it. */
function HowClear({ finishing }: { finishing: Schemas["FinishingOut"] }) {
  const { jug, reference } = useJugContext();
  const log = useLog();
  const { act, busy, problem } = useAct(true);
  const [grade, setGrade] = useState("");
  const [pictures, setPictures] = useState<string[]>([]);
  const chosen = reference.clarity.find((row) => row.key === grade);
  const save = () =>
    act(async () => {
      // What is brilliant is clear as well.
      const chips = chosen?.clear && grade !== "clear" ? [grade, "clear"] : [grade];
      await log([{ kind: "noticed", what: { chips, pictures } }], `${chosen?.name ?? "Seen"}.`);
      setGrade(emptied(grade, ""));
      setPictures(emptied(pictures, []));
    });
  return (
    <Stack gap="3">
      <Heading as="h2" size="lg" fontFamily="heading">
        How clear is it?
      </Heading>
      <Clarity
        grades={reference.clarity}
        value={grade}
        onChange={setGrade}
        drink={mainColour(jug)}
      />
      <Photographs kept={pictures} onKept={setPictures} />
      {problem && <Mark tone="bad">{problem.message}</Mark>}
      <HStack>
        <QuietButton busy={busy} disabled={!grade} onClick={save}>
          Save how it looks
        </QuietButton>
      </HStack>
      <Came finishing={finishing} />
    </Stack>
  );
}

function Came({ finishing }: { finishing: Schemas["FinishingOut"] }) {
  const { jug, reference, session } = useJugContext();
  const named = (grade: string) =>
    reference.clarity.find((row) => row.key === grade)?.name ?? grade;
  if (finishing.looks.length === 0 && finishing.others.length === 0) return null;
  return (
    <Stack gap="1" as="section" aria-label="How it came out">
      {finishing.days !== null && (
        <Mark tone="good">
          {finishing.way}: clear after {wholeDays(finishing.days)}.
        </Mark>
      )}
      <chakra.ul listStyleType="none">
        {finishing.looks.map((look) => (
          <HStack as="li" key={look.at} py="1" wrap="wrap">
            <Text minW="4rem" color="quiet">
              {day(look.at, session.time_zone)}
            </Text>
            <Text fontWeight="600">{named(look.grade)}</Text>
            {look.pictures.map((id) => (
              <Photograph key={id} jug={jug.id} id={id} />
            ))}
          </HStack>
        ))}
      </chakra.ul>
      {finishing.others.length > 0 && (
        <>
          <Text fontWeight="600">Others of yours</Text>
          <chakra.ul listStyleType="none">
            {finishing.others.map((other) => (
              <li key={other.jug}>
                {other.name}: {other.way.toLowerCase()}, {wholeDays(other.days)}
              </li>
            ))}
          </chakra.ul>
        </>
      )}
    </Stack>
  );
}
