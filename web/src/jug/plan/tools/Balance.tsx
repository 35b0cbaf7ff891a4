import { Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { answer, api, type Schemas } from "../../../api/client";
import { useReference } from "../../../api/queries";
import { range } from "../../../format";
import { Explained } from "../../../frame/Explained";
import { TextField } from "../../../frame/fields";
import { Mark, QuietButton, Trouble, Waiting } from "../../../frame/states";
import { Doses } from "../Doses";
import type { Draft, Plan } from "../draft";
import { acidPour, addPour, tanninPour, withDoses } from "../edits";
import css from "../plan.module.css";
import { useAsked } from "./useAsked";

type Weighed = Schemas["WeighedOut"];
type Addition = Schemas["AdditionOut"];

const WORDS: Record<string, { said: string; tone: "good" | "mind" }> = {
  low: { said: "low", tone: "mind" },
  usual: { said: "as usual", tone: "good" },
  high: { said: "high", tone: "mind" },
  unknown: { said: "not known", tone: "mind" },
};

function figure(value: number): string {
  return value >= 20 ? value.toFixed(0) : value.toFixed(1);
}

/** What is in the must, what is usual, and what to add: as pours and doses of the plan. */
export function Balance({
  plan,
  change,
}: {
  plan: Plan;
  change: (edit: (before: Draft) => Draft) => void;
}) {
  const rows = useAsked("balance", plan, (body: Plan) =>
    answer(api.POST("/api/plans/balance", { body })),
  );
  if (rows.isPending) return <Waiting what="Weighing" />;
  if (rows.isLoadingError) return <Trouble error={rows.error} again={() => rows.refetch()} />;

  function enter(addition: Addition) {
    change((before) => {
      const { kind, key, mass_g: grams } = addition;
      if (kind === "acid") return addPour(before, acidPour(key ?? "citric"), grams);
      if (kind === "tannin") return addPour(before, tanninPour(key ?? "tea"), grams);
      return withDoses(before, kind, addition.doses);
    });
  }

  return (
    <Stack gap="4">
      <Text color="quiet">
        Taste first, always. Add half, taste again, then the rest. The maker's leaflet wins.
      </Text>
      <div className={css.sides}>
        {rows.data.map((row) => (
          <Side key={row.key} row={row} onEnter={enter} />
        ))}
      </div>
      <PlannedDoses doses={plan.doses ?? []} change={change} />
      <Acidity ph={plan.ph ?? null} change={change} />
    </Stack>
  );
}

function Side({ row, onEnter }: { row: Weighed; onEnter: (addition: Addition) => void }) {
  const word = WORDS[row.word] ?? { said: row.word, tone: "mind" as const };
  const [low = 0, high = 0] = row.band;
  return (
    <section className={css.side} aria-label={row.name}>
      <HStack justify="space-between" align="baseline">
        <Heading as="h3" size="md" fontFamily="heading">
          {row.name}
        </Heading>
        <Text fontWeight="700">
          {row.word === "unknown" ? range(row.there, figure) : figure(row.there.value)} {row.unit}
        </Text>
      </HStack>
      <Text color="quiet" fontSize="sm">
        {range(row.there, figure)} by its ingredients · usually {figure(low)}–{figure(high)}
      </Text>
      <Mark tone={word.tone}>
        <Explained text={`${word.said}. ${row.sentence}`} />
      </Mark>
      {row.additions.map((addition) => (
        <button
          key={addition.text}
          type="button"
          className={css.remedy}
          onClick={() => onEnter(addition)}
        >
          Add {addition.text}
          {addition.spoons && ` (${addition.spoons})`}
          {addition.doses.length > 1 && `, in ${addition.doses.length} portions`}
        </button>
      ))}
    </section>
  );
}

function PlannedDoses({
  doses,
  change,
}: {
  doses: Schemas["DoseIn"][];
  change: (edit: (before: Draft) => Draft) => void;
}) {
  const tablet = useReference().data?.tablet ?? [];
  return (
    <section aria-label="Doses">
      <Heading as="h3" size="md" fontFamily="heading">
        Doses and their times
      </Heading>
      {doses.length === 0 && (
        <Text color="quiet">None yet: what is low above can be added with one press.</Text>
      )}
      <Doses doses={doses} change={change} />
      <HStack wrap="wrap" pt="2">
        {!doses.some((dose) => dose.kind === "sulphite") && (
          <QuietButton
            size="slim"
            onClick={() => change((before) => withDoses(before, "sulphite", tablet))}
          >
            A sulphite tablet, a day before
          </QuietButton>
        )}
      </HStack>
      <Text color="quiet" fontSize="sm" pt="1">
        <Explained text="Sulphite makes some people ill, and with acid it gives choking gas: open the window." />
      </Text>
    </section>
  );
}

function Acidity({
  ph,
  change,
}: {
  ph: number | null;
  change: (edit: (before: Draft) => Draft) => void;
}) {
  return (
    <HStack maxW="14rem">
      <TextField
        label="Measured pH, if you have it"
        inputMode="decimal"
        defaultValue={ph ?? ""}
        placeholder="3.5"
        onChange={(event) => {
          const typed = event.target.value;
          change((before) => ({ ...before, ph: typed }));
        }}
      />
    </HStack>
  );
}
