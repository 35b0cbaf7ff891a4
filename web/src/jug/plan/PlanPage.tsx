import { HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { useShelf, useVessels } from "../../api/queries";
import { volume } from "../../format";
import { useAct } from "../../frame/act";
import { useKeys } from "../../frame/keys";
import { useSlim, useTight } from "../../frame/narrow";
import { Empty, Mark, QuietButton } from "../../frame/states";
import { useJugContext } from "../jugContext";
import { StageAct } from "../StageAct";
import { WaysOf } from "../WaysOf";
import { AddPour, everything } from "./AddPour";
import { Answer, Cost, ShortAnswer } from "./Answer";
import { CalmChecks, CalmOutcome } from "./Calm";
import { Doses } from "./Doses";
import { draftOf, type Plan } from "./draft";
import { remedied, SPOONED, withNearest } from "./edits";
import { FromShelf } from "./FromShelf";
import { Nearest } from "./Nearest";
import {
  Kept,
  KeptBack,
  LetAdjust,
  type Open,
  PlanHead,
  SlimActs,
  ToPitching,
  Undoing,
} from "./PlanActs";
import css from "./PlanPage.module.css";
import { PourRow } from "./PourRow";
import { usePourActs } from "./pourActs";
import { Said } from "./Said";
import { useTargetActs } from "./targets/acts";
import { Giving } from "./targets/Giving";
import { GlassFields } from "./targets/GlassFields";
import { MouthTarget } from "./targets/MouthTarget";
import { TargetsPanel, Wrong, wrongTargets } from "./targets/TargetsPanel";
import { TypedTargets } from "./targets/TypedTargets";
import { VesselChoice } from "./targets/VesselChoice";
import { TOOLS, type Tool, ToolStrip, Tools } from "./tools/Tools";
import { useCalm } from "./useCalm";
import { usePlan } from "./usePlan";

// What a bar reaches to: sugar by the jug's size, acid and tannin by the spoon.
const MOST_SUGAR = 0.3;
const LEAST_BAR_G = 500;
const MOST_SPOONED_G = 40;
// The drawing: as high as there is room for beside the list, or above it.
const DRAWN_PX = 372;
const SMALL_PX = 212;
const TIGHT_PX = 170;
const noVessels: Schemas["OwnVesselOut"][] = [];
const noProducts: Schemas["ProductOut"][] = [];

export default function PlanPage() {
  const { jug, reference, session } = useJugContext();
  const products = useShelf(everything);
  const shelf = products.data?.items ?? noProducts;
  const own = useVessels().data ?? noVessels;
  const started = jug.kept.plan.vessel;
  const usual = reference.vessels.find((row) => row.key === started?.key)?.usual_fill_ml;
  const planning = usePlan(jug, usual ?? started?.volume_ml ?? 5000);
  const {
    draft,
    plan,
    problems,
    mistyped,
    change,
    undo,
    redo,
    can,
    evaluation,
    keeping,
    dirty,
    settle,
  } = planning;
  const { keepNow } = planning;
  const keys = useMemo(() => ({ z: undo, Z: redo }), [undo, redo]);
  useKeys(keys);
  const slim = useSlim();
  const tight = useTight();
  const [open, setOpen] = useState<Open | null>(null);
  const [mixed, setMixed] = useState(false);

  const mine = own.find((row) => row.id === draft.vessel?.own_id);
  const sold = reference.vessels.find((row) => row.key === draft.vessel?.key);
  const capacity = draft.vessel?.volume_ml ?? 5000;
  const vesselName = (mine ?? sold)?.name ?? draft.vessel?.name ?? volume(capacity);
  const shape = (mine ?? sold)?.shape ?? "demijohn";
  const vessel = useMemo(
    () => ({ name: vesselName, shape, capacity }),
    [vesselName, shape, capacity],
  );
  const pitched = jug.stage !== "plan";
  const poured = draft.pours.length > 0;
  const result = pitched ? (jug.evaluation ?? undefined) : poured ? evaluation.data : undefined;
  const problem = poured && !pitched ? evaluation.problem : null;

  const answered = useRef(result);
  answered.current = result;
  const acts = usePourActs(change, answered);
  const targets = useTargetActs(change, answered, shelf, reference);
  const was = useWas(result?.cost.per_bottle ?? null);

  const queries = useQueryClient();
  const { act } = useAct();
  const planned = useRef(plan);
  planned.current = plan;
  const { ask } = evaluation;
  const remedy = useCallback(
    async (chosen: Schemas["RemedyOut"]) => {
      const seen = chosen.edits.find((edit) => edit.what === "label_seen");
      if (!seen) {
        change((before) => remedied(before, chosen.edits, reference));
        return;
      }
      // The label is the shelf's, not the plan's: said there, and the plan looked at anew.
      const now = planned.current;
      const id = now?.pours.find((pour) => pour.name === seen.name)?.product_id;
      if (!now || id == null) return;
      const path = { product_id: id };
      await act(async () => {
        await answer(api.POST("/api/shelf/products/{product_id}/same-label", { params: { path } }));
        queries.invalidateQueries({ queryKey: ["products"] });
        ask(now);
      });
    },
    [change, reference, queries, ask, act],
  );

  const takeNearest = useCallback(
    (nearest: Schemas["NearestOut"]) => change((before) => withNearest(before, nearest)),
    [change],
  );

  const holdNothing = useCallback(
    () => change((before) => ({ ...before, holdBackMl: 0 })),
    [change],
  );
  const takePlan = useCallback(
    (taken: Plan) => change(() => draftOf(taken, usual ?? 4600)),
    [change, usual],
  );
  const close = useCallback(() => setOpen(null), []);
  const mix = useCallback(() => setMixed((before) => !before), []);
  const toggle = useCallback(
    (what: Open) => setOpen((before) => (before === what ? null : what)),
    [],
  );

  const height = tight ? TIGHT_PX : slim ? SMALL_PX : DRAWN_PX;
  const wrong = wrongTargets(problems.fields, problem);
  const style = reference.styles.find((row) => row.key === draft.glass.style);
  const answering = result && poured && !problem;
  const panels: Record<Exclude<Open, Tool>, { name: string; body: () => React.ReactNode }> = {
    vessel: {
      name: "Vessel and yeast",
      body: () => (
        <VesselChoice
          vessel={draft.vessel}
          yeast={draft.yeast}
          reference={reference}
          own={own}
          plan={plan}
          change={change}
          onTakePlan={takePlan}
        />
      ),
    },
    wanted: {
      name: slim ? "Targets" : "How you want it",
      body: () => (
        <Stack gap="3">
          {slim && (
            <>
              <TypedTargets
                draft={draft}
                result={result}
                currency={session.currency}
                wrong={wrong}
                acts={targets}
              />
              <Wrong wrong={wrong} refused={problem} />
              <MouthTarget draft={draft} result={result} wrong={wrong} acts={targets} />
            </>
          )}
          <GlassFields
            glass={draft.glass}
            problems={problems.fields}
            refused={problem?.problem.errors.find((item) => item.at.startsWith("glass"))}
            shelf={shelf}
            change={change}
          />
          <div>
            <WaysOf place="plan" />
          </div>
          {draft.aiming && <Giving pours={draft.pours} blend={draft.blend} change={change} />}
        </Stack>
      ),
    },
  };

  return (
    <div className={open ? `${css.plan} ${css.withTool}` : css.plan}>
      <section className={`${css.panel} ${css.targets}`} aria-label="Targets">
        {!slim && (
          <PlanHead
            pitched={pitched}
            stirs={draft.pours.length > 1}
            mixed={mixed}
            onMix={mix}
            vesselName={vesselName}
            styleName={style?.name ?? ""}
            open={open}
            onOpen={toggle}
          />
        )}
        <TargetsPanel
          vessel={vessel}
          draft={draft}
          result={result}
          refused={problem}
          problems={problems.fields}
          currency={session.currency}
          height={height}
          typed={!slim}
          marked={!tight}
          mixed={mixed}
          acts={pitched ? undefined : targets}
        />
        {slim && answering && !pitched && (
          <ShortAnswer result={result} currency={session.currency} before={was} />
        )}
      </section>

      <section className={`${css.panel} ${css.answering}`} aria-label="Result">
        {answering ? (
          <>
            <Answer result={result} history={pitched} said={slim && !pitched} />
            <Said result={result} />
          </>
        ) : problem ? (
          <>
            <Mark tone="bad">{problem.message}</Mark>
            {plan?.aim && problem.problem.errors[0]?.at.startsWith("aim") && (
              <Nearest plan={plan} onTake={takeNearest} />
            )}
          </>
        ) : null}
        {poured ? null : (
          <Empty
            title="An empty jug"
            text="Add a juice. Sugar and water come after, as much as your targets ask for."
            step={null}
          />
        )}
        {keeping.state === "overtaken" && (
          <Stack role="alert" bg="amberWash" rounded="lg" p="3" my="2" gap="2">
            <Text>{keeping.why} Nothing is overwritten yet.</Text>
            <HStack wrap="wrap">
              <QuietButton onClick={() => settle("theirs")}>Show that one</QuietButton>
              <QuietButton onClick={() => settle("mine")}>Keep mine on top</QuietButton>
            </HStack>
          </Stack>
        )}
        {pitched && (
          <Text color="quiet" pt="1">
            This is what was planned to go in. To change it, delete the readings.
          </Text>
        )}
      </section>
      <section className={`${css.panel} ${css.ingredients}`} aria-label="What goes in">
        {poured && (
          <fieldset disabled={pitched} className={css.list}>
            <ul aria-label="Ingredients">
              {draft.pours.map((row, index) => {
                const worked = result?.pours.find((pour) => pour.name === row.pour.name);
                const solved = row.unit === "ml" ? worked?.volume_ml : worked?.mass_g;
                // The newest answer may still be about a pour that was fixed since.
                const adjusts = row.role !== "fixed" || !!draft.blend?.includes(row.id);
                return (
                  <PourRow
                    key={row.id}
                    row={row}
                    things={worked?.things ?? null}
                    solvedAmount={adjusts && worked?.solved ? (solved ?? null) : null}
                    most={mostOf(row.unit, row.pour.kind, capacity)}
                    aiming={draft.aiming}
                    history={pitched}
                    problem={
                      problems.pours[row.id] ??
                      problem?.problem.errors.find((item) => item.at.startsWith(`pours[${index}]`))
                        ?.text
                    }
                    step={row.unit === "ml" ? reference.step_ml : reference.step_g}
                    acts={acts}
                  />
                );
              })}
            </ul>
          </fieldset>
        )}
        {draft.doses.length > 0 && (
          <section aria-label="Doses that go in">
            <Doses doses={draft.doses} change={pitched ? undefined : change} />
          </section>
        )}
        {!pitched && (
          <div className={css.add}>
            <AddPour jugId={jug.id} onAdd={acts.onAdd} />
            <Undoing can={can} onUndo={undo} onRedo={redo} />
          </div>
        )}
        <ToolStrip
          pitched={pitched}
          poured={poured}
          open={open}
          onOpen={toggle}
          aiming={draft.aiming && !pitched}
          onStop={targets.stop}
        />
        {!pitched && poured && !draft.aiming && <LetAdjust onBegin={targets.begin} />}
        {answering && (
          <div className={css.checks}>
            {!pitched && (
              <section aria-label="Checks">
                <CalmChecks result={result} onRemedy={remedy} />
              </section>
            )}
            <CalmOutcome result={result} />
            <Cost cost={result.cost} currency={session.currency} />
            {!pitched && (
              <FromShelf
                rows={draft.pours}
                unpriced={result.cost.unpriced}
                onReplace={acts.onReplace}
              />
            )}
            {draft.holdBackMl > 0 && <KeptBack ml={draft.holdBackMl} onNothing={holdNothing} />}
          </div>
        )}
      </section>
      {open && (
        <section
          className={`${css.panel} ${css.tool}`}
          aria-label={open in TOOLS ? TOOLS[open as Tool] : panels[open as "vessel"].name}
        >
          <Tools
            key={open}
            name={open in TOOLS ? TOOLS[open as Tool] : panels[open as "vessel"].name}
            onClose={close}
            tool={open in TOOLS ? (open as Tool) : null}
            jug={jug}
            plan={plan}
            pitched={pitched}
            change={change}
            onTakePlan={takePlan}
          >
            {open in TOOLS ? null : panels[open as "vessel"].body()}
          </Tools>
        </section>
      )}
      <StageAct>
        {!pitched && <Kept keeping={keeping} dirty={dirty} mistyped={mistyped} />}
        {slim && !pitched && <SlimActs open={open} onOpen={toggle} />}
        {!pitched && result && !problem && <ToPitching onGo={keepNow} slim={slim} />}
      </StageAct>
    </div>
  );
}

/** What it was before the hand took hold: for as long as it keeps changing. */
function useWas(now: string | null): string | null {
  const REST_MS = 2500;
  const [was, setWas] = useState<string | null>(null);
  const resting = useRef(now);
  const calm = useCalm(now);
  useEffect(() => {
    if (calm === resting.current) return;
    setWas(resting.current);
    const timer = setTimeout(() => {
      resting.current = calm;
      setWas(null);
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [calm]);
  return was;
}

function mostOf(unit: "ml" | "g", kind: string, capacity: number): number {
  if (unit === "ml") return capacity;
  if (SPOONED.includes(kind)) return MOST_SPOONED_G;
  return Math.max(capacity * MOST_SUGAR, LEAST_BAR_G);
}
