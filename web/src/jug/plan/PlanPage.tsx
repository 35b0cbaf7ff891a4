import { Flex, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { memo, useCallback, useMemo, useRef } from "react";
import type { Schemas } from "../../api/client";
import { useShelf } from "../../api/queries";
import { volume } from "../../format";
import { useKeys } from "../../frame/keys";
import { Empty, GoButton, Mark, QuietButton } from "../../frame/states";
import { useJugContext } from "../JugPage";
import { AddPour, everything, sugarToPour, tap } from "./AddPour";
import { AimPanel } from "./AimPanel";
import { Answer, Cost } from "./Answer";
import { Drawing } from "./Drawing";
import { type DraftPour, freeName, newPour, written } from "./draft";
import css from "./PlanPage.module.css";
import { PourRow } from "./PourRow";
import { type Keeping, usePlan } from "./usePlan";

export default function PlanPage() {
  const { jug, reference, session } = useJugContext();
  const products = useShelf(everything);
  const planned = jug.kept.plan.vessel;
  const vessel = reference.vessels.find((row) => row.key === planned?.key);
  const capacity = planned?.volume_ml ?? 5000;
  const { draft, problems, change, undo, canUndo, evaluation, keeping, dirty, settle } = usePlan(
    jug,
    vessel?.usual_fill_ml ?? capacity,
  );
  const keys = useMemo(() => ({ z: undo }), [undo]);
  useKeys(keys);

  const pitched = jug.readings.length > 0;
  const result = pitched
    ? (jug.evaluation ?? undefined)
    : draft.pours.length
      ? evaluation.data
      : undefined;
  const problem = draft.pours.length ? evaluation.problem : null;

  // These keep their identity, so that only the row being pulled is drawn anew.
  const edit = useCallback(
    (id: number, patch: Partial<DraftPour>, stroke?: string) =>
      change(
        (before) => ({
          ...before,
          pours: before.pours.map((row) => (row.id === id ? { ...row, ...patch } : row)),
        }),
        stroke,
      ),
    [change],
  );
  const setAmount = useCallback(
    (id: number, amount: string) => edit(id, { amount, gives: false }, `amount-${id}`),
    [edit],
  );
  const setGives = useCallback((id: number, gives: boolean) => edit(id, { gives }), [edit]);
  const remove = useCallback(
    (id: number) =>
      change((before) => ({ ...before, pours: before.pours.filter((row) => row.id !== id) })),
    [change],
  );
  const add = useCallback(
    (pour: Schemas["PourIn"], amount: number) =>
      change((before) => {
        const taken = before.pours.map((row) => row.pour.name);
        const named = { ...pour, name: freeName(pour.name, taken) };
        const weighed = pour.kind === "sugar" || pour.pack_g != null;
        return {
          ...before,
          pours: [...before.pours, newPour(named, weighed ? "g" : "ml", amount)],
        };
      }),
    [change],
  );

  /** Hold the aim, with sugar and water to give, adding them when they are not poured yet. */
  const aim = useCallback(() => {
    change((before) => {
      const sugar = sugarToPour(products.data?.items ?? []);
      const pours = before.pours.map((row) => ({ ...row, gives: false }));
      const give = (
        pour: Schemas["PourIn"],
        unit: "ml" | "g",
        found: (kind: string) => boolean,
      ) => {
        const there = pours.find((row) => found(row.pour.kind));
        if (there) there.gives = true;
        else pours.push(newPour(pour, unit, 0, true));
      };
      give(sugar, "g", (kind) => kind === "sugar");
      give(tap, "ml", (kind) => kind === "water");
      return { ...before, pours, aiming: true };
    });
  }, [change, products.data]);

  const answered = useRef(result);
  answered.current = result;
  const letGo = useCallback(() => {
    change((before) => ({
      ...before,
      aiming: false,
      pours: before.pours.map((row) => {
        const worked = answered.current?.pours.find((pour) => pour.name === row.pour.name);
        const amount = row.unit === "ml" ? worked?.volume_ml : worked?.mass_g;
        return row.gives && amount != null ? { ...row, amount: written(amount) } : row;
      }),
    }));
  }, [change]);

  return (
    <div className={css.bench}>
      <Drawing
        name={vessel?.name ?? volume(capacity)}
        shape={vessel?.shape ?? "demijohn"}
        capacity={capacity}
        pours={draft.pours}
        result={result}
      />

      <section className={css.panel} aria-label="What goes in">
        <Header keeping={keeping} dirty={dirty} pitched={pitched} canUndo={canUndo} onUndo={undo} />
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
            This is what went in. To change it, strike out the first reading.
          </Text>
        )}
        {draft.pours.length === 0 ? (
          <Empty
            title="An empty jug"
            text="Pour the juice first. Sugar and water come after, as much as your aim asks for."
            step={null}
          />
        ) : (
          <fieldset disabled={pitched}>
            <ul aria-label="Pours">
              {draft.pours.map((row, index) => {
                const worked = result?.pours.find((pour) => pour.name === row.pour.name);
                const solved = row.unit === "ml" ? worked?.volume_ml : worked?.mass_g;
                return (
                  <PourRow
                    key={row.id}
                    row={row}
                    sugarG={worked?.sugar_g ?? 0}
                    solvedAmount={worked?.solved ? (solved ?? null) : null}
                    most={row.unit === "ml" ? capacity : Math.max(capacity * 0.3, 500)}
                    aiming={draft.aiming}
                    problem={
                      problems.pours[row.id] ??
                      problem?.problem.errors.find((item) => item.at.startsWith(`pours[${index}]`))
                        ?.text
                    }
                    onAmount={setAmount}
                    onGives={setGives}
                    onRemove={remove}
                  />
                );
              })}
            </ul>
          </fieldset>
        )}
        {!pitched && <AddPour onAdd={add} />}
        {result && draft.pours.length > 0 && (
          <Cost cost={result.cost} currency={session.currency} />
        )}
      </section>

      <div className={css.side}>
        {!pitched && (
          <AimPanel
            abv={draft.abv}
            fillL={draft.fillL}
            aiming={draft.aiming}
            abvProblem={problems.abv}
            fillProblem={problems.fill}
            refused={problem}
            change={change}
            onAim={aim}
            onLetGo={letGo}
          />
        )}
        <div className={css.panel} aria-live="polite">
          {result && draft.pours.length > 0 && !problem ? (
            <Answer result={result} aiming={draft.aiming} />
          ) : problem ? (
            <Mark tone="bad">{problem.message}</Mark>
          ) : (
            <Text color="quiet">Pour something in, and what it becomes stands here.</Text>
          )}
        </div>
        {!pitched && result && !problem && <ToPitching />}
      </div>
    </div>
  );
}

const Header = memo(function Header({
  keeping,
  dirty,
  pitched,
  canUndo,
  onUndo,
}: {
  keeping: Keeping;
  dirty: boolean;
  pitched: boolean;
  canUndo: boolean;
  onUndo: () => void;
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
        What goes in
      </Heading>
      {!pitched && (
        <HStack ml="auto" gap="3">
          <Text color="quiet" fontSize="sm" role="status" data-testid="kept">
            {kept}
          </Text>
          {canUndo && (
            <QuietButton px="3" onClick={onUndo}>
              Undo
            </QuietButton>
          )}
        </HStack>
      )}
    </Flex>
  );
});

const ToPitching = memo(function ToPitching() {
  return (
    <GoButton to="../pitch" w="full">
      To pitching
    </GoButton>
  );
});
