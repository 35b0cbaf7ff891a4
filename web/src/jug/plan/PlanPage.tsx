import { Box, chakra, Flex, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { memo, useCallback, useMemo } from "react";
import type { Schemas } from "../../api/client";
import { useProducts } from "../../api/queries";
import { Jug } from "../../drawing/Jug";
import { Stem, type StemMark } from "../../drawing/Stem";
import { grams, gravity, money, range, volume } from "../../format";
import { useKeys } from "../../frame/keys";
import { Empty, GoButton, Mark, Panel, QuietButton } from "../../frame/states";
import { drinkToken } from "../../theme/drinks";
import { useJugContext } from "../JugPage";
import { Strengths } from "../Strengths";
import { AddPour, sugarToPour, tap } from "./AddPour";
import { AimPanel } from "./AimPanel";
import { type DraftPour, freeName, newPour } from "./draft";
import { PourRow } from "./PourRow";
import { usePlan } from "./usePlan";

export default function PlanPage() {
  const { jug, reference, session } = useJugContext();
  const products = useProducts();
  const { draft, problems, change, undo, canUndo, evaluation, keeping, dirty, settle } =
    usePlan(jug);
  const keys = useMemo(() => ({ z: undo }), [undo]);
  useKeys(keys);

  const pitched = jug.readings.length > 0;
  const result = pitched
    ? (jug.evaluation ?? undefined)
    : draft.pours.length
      ? evaluation.data
      : undefined;
  const problem = draft.pours.length ? evaluation.problem : null;
  const vessel = reference.vessels.find((row) => row.key === draft.vessel?.key);
  const capacity = draft.vessel?.volume_ml ?? 5000;

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
  function aim() {
    change((before) => {
      const sugar = sugarToPour(products.data ?? []);
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
  }

  function letGo() {
    change((before) => ({
      ...before,
      aiming: false,
      pours: before.pours.map((row) => {
        const worked = result?.pours.find((pour) => pour.name === row.pour.name);
        const amount = row.unit === "ml" ? worked?.volume_ml : worked?.mass_g;
        return row.gives && amount != null
          ? { ...row, amount: String(Math.round(amount * 10) / 10) }
          : row;
      }),
    }));
  }

  const layers = useMemo(
    () =>
      draft.pours.map((row) => ({
        name: row.pour.name,
        colour: drinkToken(row.pour),
        ml: result?.pours.find((pour) => pour.name === row.pour.name)?.room_ml ?? 0,
      })),
    [draft.pours, result],
  );
  const marks = useMemo(() => (result ? stemMarks(result) : []), [result]);
  const poured = result ? `${volume(result.must.volume_ml)} in ${volume(capacity)}` : "empty";

  return (
    <Grid
      templateColumns={{
        base: "1fr",
        md: "minmax(0, 1fr) minmax(0, 1.6fr)",
        xl: "22rem minmax(0, 1fr) 20rem",
      }}
      gap="4"
      alignItems="start"
    >
      <Panel p="3">
        <HStack justify="space-between" px="1">
          <Text fontWeight="600">{vessel?.name ?? volume(capacity)}</Text>
          {result && <Text>{volume(result.must.volume_ml)}</Text>}
        </HStack>
        <Grid
          templateColumns="minmax(0, 1.75fr) minmax(0, 1fr)"
          gap="1"
          h={{ base: "17rem", md: "auto" }}
        >
          <Jug
            shape={vessel?.shape ?? "demijohn"}
            capacityMl={capacity}
            layers={layers}
            label={`The jug: ${poured}`}
          />
          <Stem
            label={
              result
                ? `The stem: starts at ${gravity(result.must.sg.value)}, ends at ${gravity(result.finish.sg.value)}`
                : "The stem"
            }
            marks={marks}
          />
        </Grid>
      </Panel>

      <Panel>
        <Flex align="center" gap="3" wrap="wrap">
          <Heading as="h2" size="lg" fontFamily="heading">
            What goes in
          </Heading>
          <HStack ml="auto" gap="3">
            <KeptMark keeping={keeping} dirty={dirty} pitched={pitched} />
            {canUndo && (
              <QuietButton px="3" onClick={undo}>
                Undo
              </QuietButton>
            )}
          </HStack>
        </Flex>
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
          <chakra.fieldset disabled={pitched} border="none">
            <chakra.ul listStyleType="none" aria-label="Pours" mt="1">
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
            </chakra.ul>
          </chakra.fieldset>
        )}
        {!pitched && (
          <Box pt="3">
            <AddPour onAdd={add} />
          </Box>
        )}
        {result && draft.pours.length > 0 && (
          <Cost cost={result.cost} currency={session.currency} />
        )}
      </Panel>

      <Stack gap="4" gridColumn={{ md: "1 / -1", xl: "auto" }}>
        {!pitched && (
          <AimPanel
            draft={draft}
            problems={problems}
            refused={problem}
            change={change}
            onAim={aim}
            onLetGo={letGo}
          />
        )}
        <Panel aria-live="polite">
          {result && draft.pours.length > 0 && !problem ? (
            <Answer result={result} aiming={draft.aiming} />
          ) : problem ? (
            <Mark tone="bad">{problem.message}</Mark>
          ) : (
            <Text color="quiet">Pour something in, and what it becomes stands here.</Text>
          )}
        </Panel>
        {!pitched && result && !problem && (
          <GoButton to="../pitch" w="full">
            To pitching
          </GoButton>
        )}
      </Stack>
    </Grid>
  );
}

function stemMarks({ must, finish }: Schemas["EvaluationOut"]): StemMark[] {
  return [
    { name: "ends", sg: finish.sg.value, low: finish.sg.low, high: finish.sg.high, tone: "good" },
    { name: "starts", sg: must.sg.value, low: must.sg.low, high: must.sg.high, tone: "amberInk" },
  ];
}

function KeptMark({
  keeping,
  dirty,
  pitched,
}: {
  keeping: ReturnType<typeof usePlan>["keeping"];
  dirty: boolean;
  pitched: boolean;
}) {
  if (pitched) return null;
  const text =
    keeping.state === "unkept" || keeping.state === "overtaken"
      ? "not kept yet"
      : dirty || keeping.state === "keeping"
        ? "keeping …"
        : "kept";
  return (
    <Text color="quiet" fontSize="sm" role="status" data-testid="kept">
      {text}
    </Text>
  );
}

const Answer = memo(function Answer({
  result,
  aiming,
}: {
  result: Schemas["EvaluationOut"];
  aiming: boolean;
}) {
  const { must, finish } = result;
  const { strength } = finish;
  const added = result.pours.filter((pour) => pour.solved);
  return (
    <Stack gap="3">
      {aiming && added.length > 0 && (
        <Box bg="amberWash" borderWidth="1.5px" borderColor="amber" rounded="lg" p="3">
          <Text fontFamily="heading" fontWeight="700" fontSize="lg" lineHeight="1.3">
            Add{" "}
            {added
              .map((pour) =>
                pour.mass_g !== null
                  ? `${grams(pour.mass_g)} ${pour.name.toLowerCase()}`
                  : `${volume(pour.volume_ml ?? 0)} ${pour.name.toLowerCase()}`,
              )
              .join(" and ")}
            .
          </Text>
        </Box>
      )}
      <Text>
        The jug should read <b>{gravity(must.sg.value)}</b> ({range(must.sg, gravity)}) and end near{" "}
        <b>{gravity(finish.sg.value)}</b> ({range(finish.sg, gravity)}).
      </Text>
      <Strengths strength={strength} />
      {finish.limited_by === "yeast" && (
        <Text>
          The yeast stops first and leaves {Math.round(finish.residual_sugar_g_per_l)} g/L of sugar.
        </Text>
      )}
      <Stack as="ul" gap="2" listStyleType="none">
        {result.warnings.map((warning) => (
          <li key={warning.code + warning.text}>
            <Mark tone={warning.code === "overflow" ? "bad" : "mind"}>{warning.text}</Mark>
          </li>
        ))}
        {result.warnings.length === 0 && (
          <li>
            <Mark tone="good">Fits the vessel, and the yeast can finish it.</Mark>
          </li>
        )}
      </Stack>
    </Stack>
  );
});

const Cost = memo(function Cost({
  cost,
  currency,
}: {
  cost: Schemas["CostOut"];
  currency: string;
}) {
  return (
    <Box mt="4" pt="3" borderTopWidth="1.5px" borderColor="rim">
      {cost.per_bottle !== null && (
        <Text fontFamily="heading" fontWeight="700" fontSize="xl">
          {money(cost.per_bottle, currency)} a bottle{" "}
          <Box as="span" fontWeight="400" fontSize="md" color="quiet">
            {cost.bottles} × 75 cl, after what stays on the lees
          </Box>
        </Text>
      )}
      <Text color="quiet" fontSize="sm">
        {money(cost.used, currency)} of it used, {money(cost.packs, currency)} at the till for whole
        packs
        {cost.unpriced.length > 0 && ` · no price for ${cost.unpriced.join(", ")}`}
      </Text>
    </Box>
  );
});
