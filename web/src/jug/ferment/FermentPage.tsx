import { Box, chakra, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Curve } from "../../drawing/Curve";
import { dayAndTime, gravity, percent, percentRange, points } from "../../format";
import { useAct } from "../../frame/act";
import { useKeys } from "../../frame/keys";
import { useSay } from "../../frame/notices";
import { Empty, GoButton, Panel, QuietButton } from "../../frame/states";
import { useJugContext } from "../JugPage";
import { JugPanel } from "../JugPanel";
import { mainColour, mixedLayer } from "../jugLayers";
import { ReadingForm } from "../ReadingForm";
import { Strengths } from "../Strengths";

export default function FermentPage() {
  const { jug, session } = useJugContext();
  const queries = useQueryClient();
  const say = useSay();
  const { act } = useAct();
  const keys = useMemo(
    () => ({
      r: () => document.querySelector<SVGElement>('[aria-label="Gravity on the stem"]')?.focus(),
    }),
    [],
  );
  useKeys(keys);
  const { progress, evaluation } = jug;
  if (!progress || !evaluation) {
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
  const last = jug.readings.at(-1);
  const ends = evaluation.finish.sg;

  const strike = (reading: Schemas["ReadingOut"]) =>
    act(async () => {
      const params = { params: { path: { jug_id: jug.id, reading_id: reading.id } } };
      const refresh = (after: Schemas["JugOut"]) => {
        queries.setQueryData(["jug", jug.id], after);
        queries.invalidateQueries({ queryKey: ["jugs"] });
      };
      refresh(await answer(api.DELETE("/api/jugs/{jug_id}/readings/{reading_id}", params)));
      const restore = "/api/jugs/{jug_id}/readings/{reading_id}/restore";
      const undo = async () => refresh(await answer(api.POST(restore, params)));
      say(`${gravity(reading.sg)} is struck out.`, { undo });
    });

  return (
    <Grid
      templateColumns={{
        base: "1fr",
        lg: "minmax(0, 1fr) 20rem",
        xl: "13rem minmax(0, 1fr) 20rem",
      }}
      gap="4"
      alignItems="start"
    >
      <Box hideBelow="xl">
        <JugPanel layers={mixedLayer(jug, evaluation.must.volume_ml)} />
      </Box>
      <Stack gap="4">
        <Panel>
          <HStack gap="6" wrap="wrap" align="baseline">
            <Heading as="h2" size="xl" fontFamily="heading">
              {gravity(jug.readings[0]?.sg_at_20 ?? 1)} → {gravity(last?.sg_at_20 ?? 1)}
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
              {progress.advice}
            </Text>
            {jug.stage === "bottle" && (
              <Box pt="3">
                <GoButton to="../bottle">Next: bottling</GoButton>
              </Box>
            )}
          </Box>
          <Curve
            points={jug.readings.map((reading) => ({
              at: Date.parse(reading.at),
              sg: reading.sg_at_20,
              label: `${dayAndTime(reading.at, session.time_zone)}: ${gravity(reading.sg_at_20)}`,
            }))}
            ends={ends}
            now={Date.now()}
            label={`Gravity from ${gravity(jug.readings[0]?.sg_at_20 ?? 1)} to ${gravity(last?.sg_at_20 ?? 1)} over ${jug.readings.length} readings`}
          />
        </Panel>
        <Panel>
          <Heading as="h2" size="lg" fontFamily="heading" mb="1">
            Readings
          </Heading>
          <chakra.ul listStyleType="none">
            {[...jug.readings].reverse().map((reading) => (
              <chakra.li
                key={reading.id}
                display="flex"
                gap="3"
                alignItems="center"
                borderTopWidth="1px"
                borderColor="line"
                py="1"
              >
                <Text w="6.8rem" color="quiet" fontSize="sm" flexShrink="0">
                  {dayAndTime(reading.at, session.time_zone)}
                </Text>
                <Text fontWeight="700">{gravity(reading.sg)}</Text>
                <Text flex="1" fontSize="sm" minW="0">
                  {reading.temperature_c !== 20 &&
                    `at ${reading.temperature_c} °C, true ${gravity(reading.sg_at_20)}. `}
                  {reading.insisted && "Questioned, and stood by. "}
                  {reading.note}
                </Text>
                {!jug.bottling && (
                  <QuietButton
                    px="3"
                    borderColor="line"
                    aria-label={`Strike out ${gravity(reading.sg)} of ${dayAndTime(reading.at, session.time_zone)}`}
                    onClick={() => strike(reading)}
                  >
                    ✕
                  </QuietButton>
                )}
              </chakra.li>
            ))}
          </chakra.ul>
        </Panel>
      </Stack>
      <Stack gap="4">
        {!jug.bottling && (
          <Panel>
            <Heading as="h2" size="lg" fontFamily="heading">
              Read the stem
            </Heading>
            <ReadingForm
              key={jug.readings.length}
              jug={jug}
              from={last?.sg ?? 1}
              liquid={mainColour(jug)}
              action="Save reading"
            />
          </Panel>
        )}
        <Panel>
          <Heading as="h2" size="md" fontFamily="heading">
            Strength so far, three ways
          </Heading>
          <Strengths strength={progress.strength} />
        </Panel>
      </Stack>
    </Grid>
  );
}
