import { Box, Collapsible, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { useNewest } from "../../api/newest";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { ChoiceField, TextField } from "../../frame/fields";
import { useSay } from "../../frame/notices";
import { ActButton, Mark, Panel, QuietButton } from "../../frame/states";
import { Tick } from "../../frame/Tick";
import { useKept } from "../../frame/useKept";
import { JugPanel } from "../JugPanel";
import { useJugContext } from "../jugContext";
import { mixedLayer } from "../jugLayers";
import { WaysOf } from "../WaysOf";
import { begun, counted, type Lot, type Typed, toBottling, weighed } from "./lots";
import { Outcome } from "./Outcome";

/** Counting bottles by kind, and hearing at once whether they may be closed. */
export function Filling({
  jug,
  progress,
  evaluation,
}: {
  jug: Schemas["JugOut"];
  progress: Schemas["ProgressOut"];
  evaluation: Schemas["EvaluationOut"] | null;
}) {
  const { reference, session } = useJugContext();
  const queries = useQueryClient();
  const say = useSay();
  const first = useMemo(() => begun(jug, evaluation), [jug, evaluation]);
  const [typed, setTyped, forget] = useKept<Typed>(`bottling-${jug.id}`, first);
  const { act, busy, problem, setProblem } = useAct(true);
  const body = useMemo(() => toBottling(typed), [typed]);
  const preview = useNewest((asked: Schemas["BottlingIn"]) =>
    answer(
      api.POST("/api/jugs/{jug_id}/bottling/preview", {
        params: { path: { jug_id: jug.id } },
        body: asked,
      }),
    ),
  );
  const { ask } = preview;
  useEffect(() => {
    if (body) ask(body);
  }, [body, ask]);

  function set(patch: Partial<Typed>) {
    setProblem(null);
    setTyped((before) => ({ ...before, ...patch }));
  }
  const setLot = (place: number, patch: Partial<Lot>) =>
    set({ lots: typed.lots.map((lot, at) => (at === place ? { ...lot, ...patch } : lot)) });

  const save = (insist: boolean) =>
    act(async () => {
      if (!body) return;
      const after = await answer(
        api.POST("/api/jugs/{jug_id}/bottling", {
          params: { path: { jug_id: jug.id } },
          body: { ...body, insist, against_advice: typed.reason },
        }),
      );
      forget();
      queries.setQueryData(["jug", jug.id], after);
      queries.invalidateQueries({ queryKey: ["jugs"] });
      say("Bottled.");
    });

  const wrong = body ? preview.problem : null;
  const outcome = body && !wrong ? preview.data : undefined;
  const words = outcome?.bottles.map((lot) => lot.closing?.verdict) ?? [];
  const stopped = words.includes("do_not");
  const weighedProblem = (text: string) =>
    weighed(text) === null ? "Write grams, like 6.5." : undefined;
  return (
    <Grid
      templateColumns={{
        base: "1fr",
        md: "15rem minmax(0, 1fr)",
        xl: "15rem minmax(0, 1fr) minmax(0, 25rem)",
      }}
      gap="4"
      alignItems="start"
    >
      <JugPanel
        foaming={false}
        layers={mixedLayer(jug, outcome?.left_ml ?? jug.now?.volume_ml.value ?? 0)}
      />
      <Panel>
        <Stack gap="4">
          <Heading as="h2" size="xl" fontFamily="heading">
            Which bottles, how many
          </Heading>
          <Stack as="ul" listStyleType="none" gap="3" aria-label="Bottles to fill">
            {typed.lots.map((lot, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a lot is known by its place
              <li key={place}>
                <Grid
                  templateColumns={{ base: "1fr 1fr auto", sm: "6rem minmax(0,1fr) 5rem auto" }}
                  gap="2"
                  alignItems="end"
                >
                  <ChoiceField
                    label={place === 0 ? "Size" : `Size, lot ${place + 1}`}
                    value={lot.size}
                    onChange={(size) => setLot(place, { size })}
                  >
                    {reference.bottles.map((bottle) => (
                      <option key={bottle.key} value={bottle.volume_ml}>
                        {bottle.name}
                      </option>
                    ))}
                  </ChoiceField>
                  <Box
                    gridRow={{ base: 1, sm: "auto" }}
                    gridColumn={{ base: "1 / -1", sm: "auto" }}
                  >
                    <ChoiceField
                      label={
                        place === 0 ? "Kind and closure" : `Kind and closure, lot ${place + 1}`
                      }
                      value={lot.closed}
                      onChange={(closed) => setLot(place, { closed })}
                    >
                      {reference.closures.map((row) => (
                        <option
                          key={`${row.bottle}/${row.closure}`}
                          value={`${row.bottle}/${row.closure}`}
                        >
                          {row.bottle_name}, {row.closure_name}
                        </option>
                      ))}
                    </ChoiceField>
                  </Box>
                  <TextField
                    label={place === 0 ? "How many" : `How many, lot ${place + 1}`}
                    inputMode="numeric"
                    value={lot.count}
                    error={counted(lot.count) === null ? "Whole bottles, like 5." : undefined}
                    onChange={(event) => setLot(place, { count: event.target.value })}
                  />
                  <QuietButton
                    size="slim"
                    variant="soft"
                    aria-label={`Remove lot ${place + 1}`}
                    disabled={typed.lots.length === 1}
                    onClick={() => set({ lots: typed.lots.filter((_, at) => at !== place) })}
                  >
                    ✕
                  </QuietButton>
                </Grid>
              </li>
            ))}
          </Stack>
          <QuietButton
            alignSelf="flex-start"
            onClick={() =>
              set({
                lots: [...typed.lots, { size: "330", count: "1", closed: "beer_bottle/crown" }],
              })
            }
          >
            Add another kind
          </QuietButton>
          <Grid
            templateColumns={{ base: "1fr", sm: "9rem minmax(0, 1fr)" }}
            gap="3"
            alignItems="start"
          >
            <TextField
              label="Priming, g per litre"
              inputMode="decimal"
              placeholder="none"
              value={typed.priming}
              error={weighedProblem(typed.priming)}
              onChange={(event) => set({ priming: event.target.value })}
            />
            <ChoiceField
              label="Primed with"
              value={typed.primingSugar}
              onChange={(primingSugar) => set({ primingSugar })}
            >
              <option value="sucrose">White sugar</option>
              <option value="glucose_monohydrate">Brewing sugar (dextrose)</option>
            </ChoiceField>
          </Grid>
          <Collapsible.Root lazyMount defaultOpen={typed.sulphite !== "" || typed.sorbate !== ""}>
            <Collapsible.Trigger asChild>
              <QuietButton variant="soft">It was stabilised</QuietButton>
            </Collapsible.Trigger>
            <Collapsible.Content>
              <Grid
                templateColumns={{ base: "1fr", sm: "1fr 1fr" }}
                gap="3"
                pt="3"
                alignItems="start"
              >
                <TextField
                  label="Potassium metabisulphite, g"
                  inputMode="decimal"
                  value={typed.sulphite}
                  hint="After it had stopped, in all"
                  error={weighedProblem(typed.sulphite)}
                  onChange={(event) => set({ sulphite: event.target.value })}
                />
                <TextField
                  label="Potassium sorbate, g"
                  inputMode="decimal"
                  value={typed.sorbate}
                  hint="Only together with sulphite"
                  error={weighedProblem(typed.sorbate)}
                  onChange={(event) => set({ sorbate: event.target.value })}
                />
              </Grid>
              <HStack wrap="wrap" gap="4" pt="3">
                <Tick checked={typed.racked} onChange={(racked) => set({ racked })}>
                  Racked off its lees first
                </Tick>
                <Tick checked={typed.clear} onChange={(clear) => set({ clear })}>
                  It was clear
                </Tick>
              </HStack>
            </Collapsible.Content>
          </Collapsible.Root>
          <Tick checked={typed.someLeft} onChange={(someLeft) => set({ someLeft })}>
            Some stays in the jug and goes on
          </Tick>
          <Collapsible.Root lazyMount>
            <Collapsible.Trigger asChild>
              <QuietButton variant="soft">Others do it otherwise</QuietButton>
            </Collapsible.Trigger>
            <Collapsible.Content>
              <WaysOf place="bottle" />
            </Collapsible.Content>
          </Collapsible.Root>
        </Stack>
      </Panel>
      <Panel gridColumn={{ md: "1 / -1", xl: "auto" }}>
        <Stack gap="4">
          <Questions progress={progress} />
          <Box aria-live="polite" role="status" minH="6rem">
            {wrong ? (
              <Mark tone="bad">{wrong.message}</Mark>
            ) : (
              outcome && <Outcome outcome={outcome} currency={session.currency} />
            )}
          </Box>
          {stopped && (
            <TextField
              label="Why close it anyway?"
              value={typed.reason}
              hint="The reason stays with the bottles and on their labels. When in doubt, do not."
              error={problem?.at("against_advice")}
              onChange={(event) => set({ reason: event.target.value })}
            />
          )}
          {problem && !problem.at("against_advice") && (
            <Box role="alert" bg="badWash" rounded="lg" p="3">
              <Text fontWeight="600">{problem.message}</Text>
              {(problem.problem.causes ?? []).map((cause) => (
                <Text key={cause.text}>
                  <Explained text={cause.text} />
                </Text>
              ))}
            </Box>
          )}
          <HStack wrap="wrap">
            {problem?.problem.insist_allowed ? (
              <QuietButton busy={busy} onClick={() => save(true)}>
                I have thought about it: save
              </QuietButton>
            ) : (
              <ActButton variant="act" busy={busy} disabled={!outcome} onClick={() => save(false)}>
                {stopped ? "Close it against advice" : "Save bottling"}
              </ActButton>
            )}
          </HStack>
          <Text color="quiet" fontSize="sm">
            Scratched or decorative glass bursts. Never close a jar or jug tight. A maker's rating
            wins over ours.
          </Text>
        </Stack>
      </Panel>
    </Grid>
  );
}

/** Has it stopped, is anything left, is that proven: three questions, each with its answer. */
function Questions({ progress }: { progress: Schemas["ProgressOut"] }) {
  const left = progress.sugar_left_g_per_l.high;
  return (
    <Stack gap="1" as="section" aria-label="Before you close a bottle">
      <Mark tone={progress.stopped ? "good" : "bad"}>
        {progress.stopped ? "It has stopped." : "It has not stopped."}
      </Mark>
      <Mark tone={progress.proven ? "good" : "mind"}>
        {progress.proven
          ? "Nothing to speak of is left to ferment, and that is proven."
          : `Up to ${Math.round(left)} g/L of sugar may be left to ferment.`}
      </Mark>
      {!progress.proven && (
        <Text fontSize="sm">
          <b>{progress.headline}</b> <Explained text={progress.advice} />
        </Text>
      )}
    </Stack>
  );
}
