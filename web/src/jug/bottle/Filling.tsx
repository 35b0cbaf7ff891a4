import { Box, chakra, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useEffect, useMemo } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { useNewest } from "../../api/newest";
import { showJug } from "../../api/queries";
import { bottleSize, listed, percent, percentRange, volume } from "../../format";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { SegmentField, TextField } from "../../frame/fields";
import { useSay } from "../../frame/notices";
import { ActButton, Mark, Panel, QuietButton } from "../../frame/states";
import { Tick } from "../../frame/Tick";
import { useKept } from "../../frame/useKept";
import { JugPanel } from "../JugPanel";
import { mixedLayer } from "../jugLayers";
import { useSources } from "../sources";
import { WaysOf } from "../WaysOf";
import { AtHome } from "./AtHome";
import { LotRow } from "./LotRow";
import { begun, forAnotherSize, type Lot, notPrimed, type Typed, toBottling } from "./lots";
import { PrimedBy } from "./PrimedBy";

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
  const say = useSay();
  const first = useMemo(() => begun(jug, evaluation), [jug, evaluation]);
  const [typed, setTyped, forget] = useKept<Typed>(`bottling-${jug.id}`, first);
  const { act, busy, problem, setProblem } = useAct(true);
  const sources = useSources([]);
  const pours = useMemo(
    () => Object.fromEntries(sources.map((each) => [each.key, each.pour])),
    [sources],
  );
  const body = useMemo(() => toBottling(typed, pours), [typed, pours]);
  const preview = useNewest((asked: Schemas["BottlingIn"]) =>
    answer(
      api.POST("/api/jugs/{jug_id}/bottling/preview", {
        params: { path: { jug_id: jug.id } },
        body: asked,
      }),
    ),
  );
  const { ask } = preview;
  const asked = body && JSON.stringify(body);
  useEffect(() => {
    if (asked) ask(JSON.parse(asked));
  }, [asked, ask]);

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
      await showJug(after);
      say("Bottled.");
    });

  const wrong = body ? preview.problem : null;
  const outcome = body && !wrong ? preview.data : undefined;
  const told = toldByLot(typed.lots, outcome);
  const stopped = outcome?.bottles.some((lot) => lot.closing?.verdict === "do_not") ?? false;
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr)", xl: "17rem minmax(0, 1fr)" }}
      gap="4"
      alignItems="start"
    >
      <Panel gridColumn={{ xl: 2 }}>
        <Stack gap="2">
          <Box role="status" aria-live="polite" minH="4.5rem">
            <Heading as="h2" size="xl" fontFamily="heading">
              {wrong ? "That cannot be bottled so." : headline(outcome)}
            </Heading>
            {wrong ? (
              <Mark tone="bad">{wrong.message}</Mark>
            ) : (
              outcome && <InAll outcome={outcome} />
            )}
          </Box>
          {outcome?.late && (
            <Box bg={outcome.late.unsure ? "amberWash" : undefined} rounded="lg" p="3">
              <Text fontWeight="600" aria-hidden="true">
                {outcome.late.asks}
              </Text>
              <SegmentField
                label={outcome.late.asks}
                hideLabel
                options={LATE}
                value={typed.late ?? ""}
                onChange={(late) => set({ late: late === "in" ? "in" : "out" })}
              />
              {outcome.late.unsure && (
                <Text fontSize="sm" color="quiet">
                  Until you say so the worse of the two is shown, and nothing is saved. Did it go in
                  on another day? Write that down under Finish.
                </Text>
              )}
            </Box>
          )}
          <chakra.ul listStyleType="none" aria-label="Bottles to fill">
            {typed.lots.map((lot, place) => (
              <LotRow
                // biome-ignore lint/suspicious/noArrayIndexKey: a lot is known by its place
                key={place}
                lot={lot}
                place={place}
                only={typed.lots.length === 1}
                told={told[place]}
                unpriced={outcome?.unpriced ?? []}
                sources={sources}
                together={typed.together !== null}
                onChange={(patch) => setLot(place, patch)}
                onRemove={() => set({ lots: typed.lots.filter((_, at) => at !== place) })}
              />
            ))}
          </chakra.ul>
          {typed.together && (
            <Box maxW="22rem" pb="2">
              <PrimedBy
                label=" in the jug"
                primed={typed.together}
                sources={sources}
                together
                onChange={(patch) =>
                  set({ together: typed.together && { ...typed.together, ...patch } })
                }
              />
            </Box>
          )}
          <HStack wrap="wrap" gap="3">
            <QuietButton onClick={() => set({ lots: [...typed.lots, another(typed.lots)] })}>
              Add another kind
            </QuietButton>
            <QuietButton
              variant="soft"
              onClick={() =>
                set({
                  together: typed.together ? null : { ...notPrimed, by: "volumes", much: "2.5" },
                })
              }
            >
              {typed.together ? "Prime bottle by bottle" : "Prime in the jug instead"}
            </QuietButton>
            <Tick checked={typed.someLeft} onChange={(someLeft) => set({ someLeft })}>
              Some stays in the jug and goes on
            </Tick>
          </HStack>
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
              <ActButton
                variant={stopped ? "quiet" : "act"}
                busy={busy}
                disabled={!outcome || outcome.late?.unsure}
                onClick={() => save(false)}
              >
                {stopped ? "Close it against advice" : "Save bottling"}
              </ActButton>
            )}
          </HStack>
          {outcome && <Day steps={outcome.steps} />}
          <chakra.details>
            <chakra.summary minH="44px" cursor="pointer" pt="2">
              Others do it otherwise
            </chakra.summary>
            <WaysOf place="bottle" />
          </chakra.details>
          <Text color="quiet" fontSize="sm">
            Scratched or decorative glass bursts. Never close a jar or jug tight. A maker's rating
            wins over ours.
          </Text>
        </Stack>
      </Panel>
      <Stack gap="4" gridRow={{ xl: 1 }} gridColumn={{ xl: 1 }}>
        <Panel>
          <Questions jug={jug} progress={progress} />
        </Panel>
        <Box hideBelow="xl">
          <JugPanel
            foaming={false}
            layers={mixedLayer(jug, outcome?.left_ml ?? jug.now?.volume_ml.value ?? 0)}
          />
        </Box>
        <Panel>
          <AtHome onFill={(lots) => set({ lots, together: null })} />
        </Panel>
      </Stack>
    </Grid>
  );
}

// What becomes of what the plan adds at the end.
const LATE = [
  ["in", "It goes in now"],
  ["out", "Left out"],
] as const;

/** What core says of each lot that is typed; one of none is not asked about. */
function toldByLot(
  lots: Lot[],
  outcome: Schemas["BottlingOut"] | undefined,
): (Schemas["BottleOutcome"] | undefined)[] {
  let place = 0;
  return lots.map((lot) => (Number(lot.count) > 0 ? outcome?.bottles[place++] : undefined));
}

/** A kind of bottle that is not there yet. */
function another(lots: Lot[]): Lot {
  const next = { size: "330", count: "1", closed: "beer_bottle/crown" };
  const there = (size: string) =>
    lots.some((lot) => lot.closed === next.closed && lot.size === size);
  const size = ["330", "500", "375", "750", "1000"].find((one) => !there(one)) ?? "330";
  const last = lots.at(-1);
  if (!last) return { ...next, size, primed: notPrimed };
  return { ...next, size, primed: last.size === size ? last.primed : forAnotherSize(last.primed) };
}

/** The verdict first, of all lots together. */
function headline(outcome: Schemas["BottlingOut"] | undefined): string {
  const words = outcome?.bottles.map((lot) => lot.closing?.verdict) ?? [];
  const wrong = words.filter((word) => word === "do_not").length;
  const unsure = words.filter((word) => word === "think").length;
  if (words.length === 0) return "Which bottles, how many?";
  if (wrong === words.length) return "These bottles can't be closed as it is.";
  if (wrong) return `${wrong === 1 ? "One lot" : `${wrong} lots`} can't be closed as it is.`;
  if (unsure) return "Think again before these are closed.";
  return "These bottles may be closed.";
}

/** What to wash and weigh for all of them, and what is left over. */
function InAll({ outcome }: { outcome: Schemas["BottlingOut"] }) {
  const count = outcome.bottles.reduce((sum, lot) => sum + lot.count, 0);
  const kinds = outcome.bottles.map((lot) => `${lot.count} × ${bottleSize(lot.size_ml)}`);
  return (
    <Text>
      <b>Wash {count}:</b> {listed(kinds)}.{" "}
      {outcome.weigh.length > 0 && (
        <>
          <b>Weigh {listed(outcome.weigh)}</b> in all.{" "}
        </>
      )}
      <Explained text={`${volume(outcome.left_ml)} ${outcome.left_says}`} />
    </Text>
  );
}

function Day({ steps }: { steps: string[] }) {
  return (
    <chakra.details>
      <chakra.summary minH="44px" cursor="pointer" pt="2">
        The day in its order
      </chakra.summary>
      <chakra.ol listStyleType="decimal" ps="5">
        {steps.map((text) => (
          <chakra.li key={text} pb="1">
            <Explained text={text} />
          </chakra.li>
        ))}
      </chakra.ol>
    </chakra.details>
  );
}

/** Has it stopped, is anything left, is that proven: three questions, each with its answer. */
function Questions({
  jug,
  progress,
}: {
  jug: Schemas["JugOut"];
  progress: Schemas["ProgressOut"];
}) {
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
      {jug.now && (
        <Text fontFamily="heading" fontWeight="700" fontSize="lg">
          {percent(jug.now.abv.value)} in the jug{" "}
          <chakra.span fontFamily="body" fontWeight="400" fontSize="sm" color="quiet">
            ({percentRange(jug.now.abv)})
          </chakra.span>
        </Text>
      )}
    </Stack>
  );
}
