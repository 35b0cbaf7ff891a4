import { Flex, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { memo, type RefObject, useCallback, useMemo, useRef } from "react";
import { useNavigate } from "react-router";
import { answer, api, type Schemas } from "../../api/client";
import { useShelf, useVessels } from "../../api/queries";
import { volume } from "../../format";
import { useAct } from "../../frame/act";
import { useKeys } from "../../frame/keys";
import { ActButton, Empty, Mark, QuietButton } from "../../frame/states";
import { useJugContext } from "../JugPage";
import { AddPour, everything, sugarToPour } from "./AddPour";
import { Answer, Cost } from "./Answer";
import { CalmAims, CalmChecks, CalmOutcome } from "./Calm";
import { Drawing } from "./Drawing";
import { type Aims, type Draft, draftOf, type Plan, written } from "./draft";
import { addPour, changePour, lettingGive, movePour, remedied, tap, withoutPour } from "./edits";
import { Nearest } from "./Nearest";
import css from "./PlanPage.module.css";
import { PourRow, type RowActs } from "./PourRow";
import { Said } from "./Said";
import { Tools } from "./tools/Tools";
import { type Keeping, usePlan } from "./usePlan";
import { samePours, sameTexts, useStill } from "./useStill";
import { VesselChoice } from "./VesselChoice";

// What a bar reaches to: sugar by the jug's size, acid and tannin by the spoon.
const MOST_SUGAR = 0.3;
const LEAST_BAR_G = 500;
const MOST_SPOONED_G = 40;
const SPOONED = ["acid", "tannin"];
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
  const { draft, plan, problems, change, undo, redo, can, evaluation, keeping, dirty, settle } =
    planning;
  const { keepNow } = planning;
  const keys = useMemo(() => ({ z: undo, Z: redo }), [undo, redo]);
  useKeys(keys);

  const mine = own.find((row) => row.id === draft.vessel?.own_id);
  const sold = reference.vessels.find((row) => row.key === draft.vessel?.key);
  const vessel = mine ?? sold;
  const capacity = draft.vessel?.volume_ml ?? 5000;
  const pitched = jug.stage !== "plan";
  const result = pitched
    ? (jug.evaluation ?? undefined)
    : draft.pours.length
      ? evaluation.data
      : undefined;
  const problem = draft.pours.length && !pitched ? evaluation.problem : null;

  const still = useStill(draft.pours, samePours);
  const mistyped = useStill(problems.fields, sameTexts);
  const { aiming, abv, og, fillL, acid, tannin, ceiling, blend, glass } = draft;
  const aims: Aims = useMemo(
    () => ({ aiming, abv, og, fillL, acid, tannin, ceiling, blend, glass }),
    [aiming, abv, og, fillL, acid, tannin, ceiling, blend, glass],
  );

  const answered = useRef(result);
  answered.current = result;
  const acts = useActs(change, answered);

  /** Hold the aim, with sugar and water to give, adding them when they are not poured yet. */
  const aim = useCallback(() => {
    change((before) => {
      const pours = before.pours.map((row) =>
        row.role === "adjusts" && !SPOONED.includes(row.pour.kind)
          ? { ...row, role: "fixed" as const }
          : row,
      );
      const giving = lettingGive({ ...before, pours, blend: null }, sugarToPour(shelf));
      return { ...lettingGive(giving, tap), aiming: true };
    });
  }, [change, shelf]);

  const letGo = useCallback(() => {
    change((before) => ({
      ...settled(before, answered.current, () => true),
      aiming: false,
      blend: null,
    }));
  }, [change]);

  const settleKind = useCallback(
    (kind: string) =>
      change((before) => ({
        ...settled(before, answered.current, (row) => row.pour.kind === kind),
        [kind]: "",
      })),
    [change],
  );

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
    (amounts: Schemas["AmountOut"][]) =>
      change((before) => ({
        ...before,
        aiming: false,
        blend: null,
        pours: before.pours.map((row) => {
          const found = amounts.find((near) => near.name === row.pour.name);
          return found ? { ...row, amount: written(found.amount), role: "fixed" as const } : row;
        }),
      })),
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

  const choice = useMemo(
    () =>
      pitched ? null : (
        <VesselChoice
          vessel={draft.vessel}
          yeast={draft.yeast}
          reference={reference}
          own={own}
          change={change}
        />
      ),
    [pitched, draft.vessel, draft.yeast, reference, own, change],
  );

  return (
    <div className={css.plan}>
      <div className={css.side}>
        <Drawing
          name={vessel?.name ?? draft.vessel?.name ?? volume(capacity)}
          shape={vessel?.shape ?? "demijohn"}
          capacity={capacity}
          pours={draft.pours}
          holdBackMl={draft.holdBackMl}
          result={result}
          onHoldNothing={holdNothing}
        >
          {choice}
        </Drawing>
        {result && draft.pours.length > 0 && !problem && !pitched && (
          <section className={css.panel} aria-label="Checks">
            <CalmChecks result={result} onRemedy={remedy} />
          </section>
        )}
      </div>

      <div className={`${css.panel} ${css.answerPanel}`}>
        {result && draft.pours.length > 0 && !problem ? (
          <>
            <Answer result={result} history={pitched} />
            <Said result={result} />
          </>
        ) : problem ? (
          <>
            <Mark tone="bad">{problem.message}</Mark>
            {plan?.aim && problem.problem.errors[0]?.at.startsWith("aim") && (
              <Nearest plan={plan} onTake={takeNearest} />
            )}
          </>
        ) : (
          <Text color="quiet">Add an ingredient, and what it becomes shows here.</Text>
        )}
      </div>

      <section className={`${css.panel} ${css.pours}`} aria-label="What goes in">
        <Header
          keeping={keeping}
          dirty={dirty}
          pitched={pitched}
          can={can}
          onUndo={undo}
          onRedo={redo}
        />
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
        {draft.pours.length === 0 ? (
          <Empty
            title="An empty jug"
            text="Add the juice first. Sugar and water come after, as much as your targets ask for."
            step={null}
          />
        ) : (
          <fieldset disabled={pitched}>
            <ul aria-label="Pours">
              {draft.pours.map((row, index) => {
                const worked = result?.pours.find((pour) => pour.name === row.pour.name);
                const solved = row.unit === "ml" ? worked?.volume_ml : worked?.mass_g;
                // The newest answer may still be about a pour that was fixed since.
                const adjusts = row.role !== "fixed" || !!draft.blend?.includes(row.id);
                return (
                  <PourRow
                    key={row.id}
                    row={row}
                    sugarG={worked?.sugar_g ?? 0}
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
        {!pitched && <AddPour onAdd={acts.onAdd} />}
        {result && draft.pours.length > 0 && (
          <Cost cost={result.cost} currency={session.currency} />
        )}
      </section>

      <div className={css.right}>
        {!pitched && (
          <CalmAims
            aims={aims}
            pours={still}
            problems={mistyped}
            refused={problem}
            result={result}
            currency={session.currency}
            shelf={shelf}
            change={change}
            onAim={aim}
            onLetGo={letGo}
            onSettle={settleKind}
          />
        )}
        {result && draft.pours.length > 0 && !problem && (
          <section className={css.panel} aria-label="Result">
            <CalmOutcome result={result} />
          </section>
        )}
        {!pitched && result && !problem && <ToPitching onGo={keepNow} />}
      </div>
      <div className={css.under}>
        <Tools jug={jug} plan={plan} pitched={pitched} change={change} onTakePlan={takePlan} />
      </div>
    </div>
  );
}

function mostOf(unit: "ml" | "g", kind: string, capacity: number): number {
  if (unit === "ml") return capacity;
  if (SPOONED.includes(kind)) return MOST_SPOONED_G;
  return Math.max(capacity * MOST_SUGAR, LEAST_BAR_G);
}

/** The draft with what was worked out written into the pours it was worked out for. */
function settled(
  draft: Draft,
  result: Schemas["EvaluationOut"] | undefined,
  which: (row: Draft["pours"][number]) => boolean,
): Draft {
  return {
    ...draft,
    pours: draft.pours.map((row) => {
      const worked = result?.pours.find((pour) => pour.name === row.pour.name);
      const amount = row.unit === "ml" ? worked?.volume_ml : worked?.mass_g;
      if (!which(row) || !worked?.solved || amount == null) return row;
      return { ...row, amount: written(amount), role: "fixed" };
    }),
  };
}

/** What a row can do. The same functions for good, so that only the row being pulled is drawn. */
function useActs(
  change: (edit: (before: Draft) => Draft, stroke?: string) => void,
  answered: RefObject<Schemas["EvaluationOut"] | undefined>,
): RowActs & { onAdd: (pour: Schemas["PourIn"], amount: number) => void } {
  return useMemo(
    () => ({
      onAmount: (id, amount) =>
        change((before) => changePour(before, id, { amount, role: "fixed" }), `amount-${id}`),
      onRole: (id, role) =>
        change((before) => {
          // What was worked out is what stays when it is fixed.
          const kept = settled(before, answered.current, (row) => row.id === id);
          const share = before.pours.find((row) => row.id === id)?.share || "50";
          return changePour(kept, id, { role, share: role === "share" ? share : "" });
        }),
      onShare: (id, share) => change((before) => changePour(before, id, { share }), `share-${id}`),
      onLock: (id) =>
        change((before) => {
          const kept = settled(before, answered.current, (row) => row.id === id);
          const row = before.pours.find((known) => known.id === id);
          return changePour(kept, id, {
            locked: !row?.locked,
            ...(!row?.locked && { role: "fixed" as const }),
          });
        }),
      onMove: (id, by) => change((before) => movePour(before, id, by)),
      onRemove: (id) => change((before) => withoutPour(before, id)),
      onAdd: (pour, amount) => change((before) => addPour(before, pour, amount)),
    }),
    [change, answered],
  );
}

const Header = memo(function Header({
  keeping,
  dirty,
  pitched,
  can,
  onUndo,
  onRedo,
}: {
  keeping: Keeping;
  dirty: boolean;
  pitched: boolean;
  can: { undo: boolean; redo: boolean };
  onUndo: () => void;
  onRedo: () => void;
}) {
  const unkept = keeping.state === "unkept" || keeping.state === "overtaken";
  const kept = unkept
    ? "not kept yet"
    : dirty || keeping.state === "keeping"
      ? "keeping …"
      : "kept";
  return (
    <Flex align="center" gap="3" wrap="wrap">
      <Heading as="h2" size="lg" fontFamily="heading">
        {pitched ? "What went in" : "What goes in"}
      </Heading>
      {!pitched && (
        <HStack ml="auto" gap="2">
          <Text color="quiet" fontSize="sm" role="status" data-testid="kept">
            {kept}
          </Text>
          <QuietButton px="3" disabled={!can.undo} onClick={onUndo}>
            Undo
          </QuietButton>
          <QuietButton px="3" disabled={!can.redo} onClick={onRedo}>
            Redo
          </QuietButton>
        </HStack>
      )}
    </Flex>
  );
});

/** What is pitched is what is kept: the plan in sight is kept before the page turns. */
const ToPitching = memo(function ToPitching({ onGo }: { onGo: () => Promise<void> }) {
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const go = () =>
    act(async () => {
      await onGo();
      navigate("../pitch", { relative: "path" });
    });
  return (
    <ActButton w="full" busy={busy} onClick={go}>
      Next: pitch the yeast
    </ActButton>
  );
});
