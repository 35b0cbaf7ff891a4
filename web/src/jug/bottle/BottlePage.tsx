import { Box, chakra, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { answer, api, ProblemError, type Schemas } from "../../api/client";
import { useNewest } from "../../api/newest";
import { bottleSize, day, money, volume } from "../../format";
import { useSay } from "../../frame/notices";
import { ActButton, Empty, GoButton, Mark, Panel, QuietButton } from "../../frame/states";
import { useJugContext } from "../JugPage";
import { JugPanel } from "../JugPanel";
import { mixedLayer } from "../jugLayers";
import { Strengths } from "../Strengths";

type Counts = Record<number, number>;

function linesOf(counts: Counts) {
  return Object.entries(counts)
    .map(([size, count]) => ({ size_ml: Number(size), count }))
    .filter((line) => line.count > 0);
}

export default function BottlePage() {
  const { jug, session } = useJugContext();
  const queries = useQueryClient();
  const say = useSay();
  if (jug.bottling) {
    const bottled = jug.bottling;
    const takeBack = async () => {
      const params = { params: { path: { jug_id: jug.id } } };
      const after = await answer(api.DELETE("/api/jugs/{jug_id}/bottling", params));
      queries.setQueryData(["jug", jug.id], after);
      queries.invalidateQueries({ queryKey: ["jugs"] });
      const bottles = bottled.bottles.map(({ size_ml, count }) => ({ size_ml, count }));
      say("The bottling is taken back.", async () => {
        const again = await answer(
          api.POST("/api/jugs/{jug_id}/bottling", { ...params, body: { bottles, insist: true } }),
        );
        queries.setQueryData(["jug", jug.id], again);
        queries.invalidateQueries({ queryKey: ["jugs"] });
      });
    };
    return (
      <Grid
        templateColumns={{ base: "1fr", md: "minmax(0, 1fr) 21rem" }}
        gap="4"
        alignItems="start"
      >
        <Panel>
          <Stack gap="4">
            <Heading as="h2" size="xl" fontFamily="heading">
              Bottled {bottled.at && day(bottled.at, session.time_zone)}
            </Heading>
            <Outcome outcome={bottled} currency={session.currency} />
            <HStack wrap="wrap">
              <GoButton to="../labels">Print labels</GoButton>
              <QuietButton onClick={takeBack}>Take the bottling back</QuietButton>
            </HStack>
          </Stack>
        </Panel>
        {bottled.strength && (
          <Panel>
            <Heading as="h2" size="md" fontFamily="heading">
              Strength, from its readings
            </Heading>
            <Strengths strength={bottled.strength} />
          </Panel>
        )}
      </Grid>
    );
  }
  if (!jug.progress || !jug.evaluation) {
    return (
      <Panel>
        <Empty
          title="Nothing to bottle yet"
          text="A jug is bottled when its readings prove it is done."
          step={<GoButton to="../pitch">Write the first reading</GoButton>}
        />
      </Panel>
    );
  }
  return <Filling jug={jug} suggested={jug.evaluation.cost} />;
}

function Filling({ jug, suggested }: { jug: Schemas["JugOut"]; suggested: Schemas["CostOut"] }) {
  const { reference, session } = useJugContext();
  const queries = useQueryClient();
  const say = useSay();
  const [counts, setCounts] = useState<Counts>({ [suggested.bottle_ml]: suggested.bottles });
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const preview = useNewest((body: Schemas["BottlingIn"]) =>
    answer(
      api.POST("/api/jugs/{jug_id}/bottling/preview", {
        params: { path: { jug_id: jug.id } },
        body,
      }),
    ),
  );
  const { ask } = preview;
  useEffect(() => {
    ask({ bottles: linesOf(counts), insist: false });
  }, [counts, ask]);

  function set(size: number, count: number) {
    setProblem(null);
    setCounts((before) => ({ ...before, [size]: Math.max(0, count) }));
  }

  async function fill(insist: boolean) {
    try {
      const after = await answer(
        api.POST("/api/jugs/{jug_id}/bottling", {
          params: { path: { jug_id: jug.id } },
          body: { bottles: linesOf(counts), insist },
        }),
      );
      queries.setQueryData(["jug", jug.id], after);
      queries.invalidateQueries({ queryKey: ["jugs"] });
      say("Bottled.");
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblem(error);
    }
  }

  const wrong = preview.problem;
  const left = wrong ? undefined : preview.data?.left_ml;
  return (
    <Grid
      templateColumns={{
        base: "1fr",
        md: "13rem minmax(0, 1fr)",
        xl: "15rem minmax(0, 1fr) 23rem",
      }}
      gap="4"
      alignItems="start"
    >
      <JugPanel
        foaming={false}
        layers={mixedLayer(jug, left ?? jug.evaluation?.must.volume_ml ?? 0)}
      />
      <Panel>
        <Stack gap="4">
          <Heading as="h2" size="xl" fontFamily="heading">
            Which bottles, how many
          </Heading>
          <Stack as="ul" listStyleType="none" gap="0">
            {reference.bottles.map((bottle) => (
              <chakra.li
                key={bottle.key}
                display="flex"
                alignItems="center"
                gap="3"
                py="1"
                borderBottomWidth="1px"
                borderColor="line"
              >
                <Text flex="1" fontWeight="600">
                  {bottle.name}
                </Text>
                <QuietButton
                  aria-label={`One ${bottle.name} fewer`}
                  px="4"
                  disabled={!counts[bottle.volume_ml]}
                  onClick={() => set(bottle.volume_ml, (counts[bottle.volume_ml] ?? 0) - 1)}
                >
                  −
                </QuietButton>
                <chakra.input
                  aria-label={`How many ${bottle.name}`}
                  inputMode="numeric"
                  value={counts[bottle.volume_ml] ?? 0}
                  w="4rem"
                  minH="44px"
                  textAlign="center"
                  fontWeight="700"
                  fontSize="lg"
                  bg="enamel"
                  borderWidth="1.5px"
                  borderColor="rim"
                  rounded="lg"
                  onChange={(event) =>
                    set(bottle.volume_ml, Number(event.target.value.replace(/\D/g, "").slice(0, 5)))
                  }
                />
                <QuietButton
                  aria-label={`One ${bottle.name} more`}
                  px="4"
                  onClick={() => set(bottle.volume_ml, (counts[bottle.volume_ml] ?? 0) + 1)}
                >
                  +
                </QuietButton>
              </chakra.li>
            ))}
          </Stack>
          <Box aria-live="polite" minH="5rem">
            {wrong ? (
              <Mark tone="bad">{wrong.message}</Mark>
            ) : (
              preview.data && <Outcome outcome={preview.data} currency={session.currency} />
            )}
          </Box>
          {problem ? (
            <Stack role="alert" bg="badWash" rounded="lg" p="3" gap="2">
              <Text fontWeight="600">{problem.message}</Text>
              {(problem.problem.causes ?? []).map((cause) => (
                <Text key={cause.code}>{cause.text}</Text>
              ))}
              {problem.problem.insist_allowed && (
                <QuietButton alignSelf="flex-start" onClick={() => fill(true)}>
                  Write it down all the same
                </QuietButton>
              )}
            </Stack>
          ) : (
            <ActButton alignSelf="flex-start" disabled={!!wrong} onClick={() => fill(false)}>
              Bottled: write it down
            </ActButton>
          )}
        </Stack>
      </Panel>
      <Panel gridColumn={{ md: "1 / -1", xl: "auto" }}>
        <Stack gap="3">
          <Heading as="h2" size="md" fontFamily="heading">
            Before you close a bottle
          </Heading>
          <Mark tone={jug.progress?.verdict === "done" ? "good" : "mind"}>
            {jug.progress?.headline} {jug.progress?.advice}
          </Mark>
          <Mark tone="mind">
            Gas has no way out of a closed bottle. Still bottles with a cork are for wine that is
            done; nothing sweet is, until it is stabilised.
          </Mark>
          <Mark tone="mind">
            Scratched or decorative glass bursts. Never close a jar or jug tight.
          </Mark>
        </Stack>
      </Panel>
    </Grid>
  );
}

function Outcome({ outcome, currency }: { outcome: Schemas["BottlingOut"]; currency: string }) {
  return (
    <Stack gap="1">
      <chakra.table w="full" maxW="28rem" aria-label="Bottles and what each cost">
        <tbody>
          {outcome.bottles.map((line) => (
            <tr key={line.size_ml}>
              <chakra.th scope="row" textAlign="left" fontWeight="600" py="0.5">
                {line.count} × {bottleSize(line.size_ml)}
              </chakra.th>
              <chakra.td textAlign="right" fontWeight="700" fontSize="lg">
                {money(line.cost_each, currency)} each
              </chakra.td>
            </tr>
          ))}
        </tbody>
      </chakra.table>
      <Text color="quiet">
        {volume(outcome.bottled_ml)} in bottles, {volume(outcome.left_ml)} left on the lees and in
        samples · {money(outcome.cost_per_litre, currency)} a litre
      </Text>
    </Stack>
  );
}
