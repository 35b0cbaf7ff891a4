import { Box, chakra, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useMemo } from "react";
import type { Schemas } from "../../api/client";
import {
  acidity,
  gravity,
  money,
  percent,
  percentRange,
  points,
  range,
  volume,
} from "../../format";
import { Explained } from "../../frame/Explained";
import { useKeys } from "../../frame/keys";
import { Empty, GoButton, Mark, Panel } from "../../frame/states";
import { JugPanel } from "../JugPanel";
import { useJugContext } from "../jugContext";
import { mainColour, mixedLayer } from "../jugLayers";
import { ReadingForm } from "../ReadingForm";
import { StageAct } from "../StageAct";
import { Strengths } from "../Strengths";
import { Timers } from "../Timers";
import { WaysOf } from "../WaysOf";
import { Ahead } from "./Ahead";
import { Journal } from "./Journal";
import { Probes } from "./Probes";
import { Surprises, WhatSettlesIt } from "./Surprises";

/** What a jug that has stopped goes on to, by its stage. */
const AFTER: Record<string, string> = {
  clear: "Next: clearing",
  finish: "Next: finish it",
  bottle: "Next: bottling",
};

export default function FermentPage() {
  const { jug } = useJugContext();
  const keys = useMemo(
    () => ({
      r: () => document.querySelector<SVGElement>('[aria-label="Gravity on the stem"]')?.focus(),
    }),
    [],
  );
  useKeys(keys);
  const { progress, now } = jug;
  if (!progress) {
    return (
      <Panel>
        <Empty
          title="Not pitched yet"
          text="The ferment begins with the first reading."
          step={<GoButton to="../pitch">Write the first reading</GoButton>}
        />
      </Panel>
    );
  }
  const first = jug.readings[0];
  const last = jug.readings.at(-1);

  return (
    <Grid
      templateAreas={{
        base: '"jug" "advice" "form" "rest"',
        lg: '"advice form" "rest form"',
        xl: '"jug advice form" "jug rest form"',
      }}
      templateColumns={{
        base: "minmax(0, 1fr)",
        lg: "minmax(0, 1fr) 20rem",
        xl: "15rem minmax(0, 1fr) 20rem",
      }}
      templateRows={{ lg: "auto 1fr" }}
      gap="4"
      alignItems="start"
    >
      <Box gridArea="jug" display={{ lg: "none", xl: "block" }}>
        <JugPanel layers={mixedLayer(jug, now?.volume_ml.value ?? 0)} />
      </Box>
      <Stack gridArea="advice" gap="4">
        <Panel>
          <HStack gap="6" wrap="wrap" align="baseline">
            <Heading as="h2" size="xl" fontFamily="heading">
              {first && last
                ? `${gravity(first.sg_at_20)} → ${gravity(last.sg_at_20)}`
                : "Never read"}
            </Heading>
            <Text fontSize="lg">
              <b>{percent(progress.strength.mass_balance.value)}</b> so far (
              {percentRange(progress.strength.mass_balance)})
            </Text>
            <Text color="quiet">
              {Math.round(progress.share * 100)} % of the way · {points(progress.points_to_go)} to
              go
            </Text>
          </HStack>
          <Box
            bg="amberWash"
            borderWidth="1.5px"
            borderColor="amber"
            rounded="lg"
            p="3"
            my="3"
            aria-live="polite"
            role="status"
          >
            <Text>
              <Box as="span" fontFamily="heading" fontWeight="700" fontSize="lg">
                {progress.headline}
              </Box>{" "}
              <Explained text={progress.advice} />
            </Text>
          </Box>
          <Strengths strength={progress.strength} now={now} />
          {jug.told.map((text) => (
            <Mark key={text} tone="mind">
              {text}
            </Mark>
          ))}
          <WhatSettlesIt />
          <Surprises />
          {jug.learned.length > 0 && <LearnedNote learned={jug.learned} />}
          {now && <NowLine now={now} />}
        </Panel>
      </Stack>
      <Stack gridArea="rest" gap="4">
        <Panel>
          <Ahead ends={progress.ends} />
        </Panel>
        <Journal />
        <Panel>
          <Timers jugId={jug.id} />
        </Panel>
        <Panel>
          <Probes />
        </Panel>
        {!jug.bottling && (
          <Panel>
            <Heading as="h2" size="md" fontFamily="heading">
              Others do it otherwise
            </Heading>
            <WaysOf place="ferment" />
          </Panel>
        )}
      </Stack>
      <Stack gridArea="form" gap="4">
        {!jug.bottling && (
          <Panel>
            <Heading as="h2" size="lg" fontFamily="heading">
              Read the stem
            </Heading>
            <ReadingForm
              key={jug.readings.length}
              jug={jug}
              from={last?.sg_at_20 ?? 1}
              liquid={mainColour(jug)}
              action="Save reading"
            />
          </Panel>
        )}
      </Stack>
      {AFTER[jug.stage] && (
        <StageAct>
          <GoButton to={`../${jug.stage}`}>{AFTER[jug.stage]}</GoButton>
        </StageAct>
      )}
    </Grid>
  );
}

/** What the readings say together of what went in: every figure counts it already. */
function LearnedNote({ learned }: { learned: string[] }) {
  return (
    <Box borderWidth="1.5px" borderColor="line" rounded="lg" p="3" my="2">
      <Text fontWeight="600">What your readings say together about what went in:</Text>
      <chakra.ul listStyleType="disc" pl="5" pb="2">
        {learned.map((text) => (
          <li key={text}>
            <Explained text={text} />
          </li>
        ))}
      </chakra.ul>
      <Text color="quiet" fontSize="sm">
        Every figure here already counts on it: there is nothing to do.
      </Text>
    </Box>
  );
}

/** What is in the jug now, and whether anybody has read it since. */
function NowLine({ now }: { now: Schemas["NowOut"] }) {
  const { session } = useJugContext();
  return (
    <Text color="quiet" fontSize="sm" mb="2">
      Now: {volume(now.volume_ml.value)}, {range(now.sugar_g_per_l, (grams) => grams.toFixed(0))}{" "}
      g/L sugar left
      {now.ph !== null && <Explained text={`, ${acidity(now)}`} />}
      {now.so2_added_mg_per_l > 0 && (
        <Explained text={`, ${now.so2_added_mg_per_l.toFixed(0)} mg/L of sulphite added`} />
      )}
      {now.cost !== null && `, ${money(now.cost, session.currency)} so far`}
      {now.measured ? "." : ". No reading since: an estimate."}
    </Text>
  );
}
