import { Box, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { memo, useCallback, useId } from "react";
import type { ProblemError, Schemas } from "../../api/client";
import { ChoiceField } from "../../frame/fields";
import { ActButton, Mark, Panel, QuietButton } from "../../frame/states";
import { AimRow } from "./AimRow";
import type { Aims, Draft, DraftPour, TypedProblems } from "./draft";
import { acidPour, addPour, changePour, lettingGive, tanninPour } from "./edits";
import { GlassFields } from "./GlassFields";
import css from "./plan.module.css";

type Change = (edit: (before: Draft) => Draft, stroke?: string) => void;

/** The aims nobody has until they are asked for: what they are called, and where they begin. */
const OPTIONAL = {
  og: { label: "Start gravity wanted", begin: "1.080", place: "aim.og" },
  acid: { label: "Sharpness wanted, g/L", begin: "6", place: "aim.acid_g_per_l" },
  tannin: { label: "Tannin wanted, g/L", begin: "0.8", place: "aim.tannin_g_per_l" },
  ceiling: { label: "A bottle at most", begin: "1.50", place: "most_per_bottle" },
} as const;

/** What is wanted, where the must is, and what may give to reach it. */
export const AimPanel = memo(function AimPanel({
  aims,
  pours,
  problems,
  refused,
  result,
  currency,
  shelf,
  change,
  onAim,
  onLetGo,
  onSettle,
}: {
  aims: Aims;
  pours: DraftPour[];
  problems: TypedProblems["fields"];
  refused: ProblemError | null;
  result: Schemas["EvaluationOut"] | undefined;
  currency: string;
  shelf: Schemas["ProductOut"][];
  change: Change;
  onAim: () => void;
  onLetGo: () => void;
  /** Write the amounts worked out for a kind of pour into it, and let it stay. */
  onSettle: (kind: string) => void;
}) {
  const { aiming } = aims;
  const standing = (key: string) => result?.standings.find((row) => row.key === key);
  const told = refused?.problem.errors[0];
  const general = told && /^aim(\.solve|\.shares.*)?$/.test(told.at) ? told.text : undefined;
  const at = (place: string) => refused?.at(place);
  const settle = onSettle;
  const row = (key: keyof typeof OPTIONAL) => (
    <OptionalAim
      field={key}
      value={aims[key]}
      error={problems[key] ?? at(OPTIONAL[key].place)}
      change={change}
      onSettle={settle}
    />
  );
  return (
    <Panel as="section" aria-label="Targets">
      <Stack gap="3">
        <Heading as="h2" size="lg" fontFamily="heading">
          Targets
        </Heading>
        <GlassFields
          glass={aims.glass}
          problems={problems}
          refused={told?.at.startsWith("glass") ? told : undefined}
          shelf={shelf}
          change={change}
        />
        <AimRow name="Strength" standing={standing("abv")}>
          <Wanted
            field="abv"
            label="Strength, %"
            value={aims.og && aiming ? "" : aims.abv}
            error={problems.abv ?? (aiming ? at("aim.abv") : undefined)}
            change={change}
          />
        </AimRow>
        <AimRow name="Fill" standing={standing("fill")}>
          <Wanted
            field="fillL"
            label="Fill, litres"
            value={aims.fillL}
            error={problems.fill ?? (aiming ? at("aim.fill_ml") : undefined)}
            change={change}
          />
        </AimRow>
        {aiming ? (
          <>
            {general && (
              <Box role="alert">
                <Mark tone="bad">{general}</Mark>
              </Box>
            )}
            <Giving pours={pours} blend={aims.blend} change={change} />
            <QuietButton onClick={onLetGo}>Remove targets</QuietButton>
          </>
        ) : (
          <ActButton onClick={onAim}>Let sugar and water adjust</ActButton>
        )}
        <AimRow name="Sweetness" standing={standing("sweetness")}>
          {null}
        </AimRow>
        <AimRow name="Start gravity" standing={standing("og")}>
          {aiming ? row("og") : null}
        </AimRow>
        <AimRow name="Sharpness" standing={standing("acid")}>
          {row("acid")}
        </AimRow>
        <AimRow name="Tannin" standing={standing("tannin")}>
          {row("tannin")}
        </AimRow>
        <AimRow name={`A bottle, ${currency}`} standing={standing("price")}>
          {row("ceiling")}
        </AimRow>
        {result?.standings
          .filter((share) => share.key === "share")
          .map((share) => (
            <AimRow key={share.name} name={share.name} standing={share}>
              {null}
            </AimRow>
          ))}
      </Stack>
    </Panel>
  );
});

/** A figure to write: what is wanted, with the sentence when it is none. */
const Wanted = memo(function Wanted({
  field,
  label,
  value,
  error,
  change,
  onStop,
}: {
  field: "abv" | "fillL" | keyof typeof OPTIONAL;
  label: string;
  value: string;
  error: string | undefined;
  change: Change;
  onStop?: () => void;
}) {
  const id = useId();
  return (
    <>
      <span className={css.wants}>
        <input
          aria-label={label}
          aria-invalid={!!error}
          aria-describedby={error ? id : undefined}
          inputMode="decimal"
          autoComplete="off"
          value={value}
          onChange={(event) => {
            const typed = event.target.value;
            change(
              (before) => ({ ...before, [field]: typed, ...(field === "abv" && { og: "" }) }),
              field,
            );
          }}
        />
        {onStop && (
          <button
            type="button"
            className={css.plain}
            aria-label={`No target for ${label}`}
            onClick={onStop}
          >
            ✕
          </button>
        )}
      </span>
      {error && (
        <div id={id} role="alert" className={css.wrong}>
          {error}
        </div>
      )}
    </>
  );
});

const OptionalAim = memo(function OptionalAim({
  field,
  value,
  error,
  change,
  onSettle,
}: {
  field: keyof typeof OPTIONAL;
  value: string;
  error: string | undefined;
  change: Change;
  onSettle: (kind: string) => void;
}) {
  const { label, begin } = OPTIONAL[field];
  const start = useCallback(() => {
    change((before) => {
      const aimed = { ...before, [field]: begin };
      if (field === "acid") return lettingGive(aimed, acidPour("citric"));
      if (field === "tannin") return lettingGive(aimed, tanninPour("tea"));
      return aimed;
    });
  }, [change, field, begin]);
  const stop = useCallback(() => {
    if (field === "acid" || field === "tannin") onSettle(field);
    else change((before) => ({ ...before, [field]: "" }));
  }, [change, field, onSettle]);
  if (value === "" && !error) {
    return (
      <button type="button" className={css.plain} aria-label={`Set: ${label}`} onClick={start}>
        Set
      </button>
    );
  }
  return (
    <Wanted field={field} label={label} value={value} error={error} change={change} onStop={stop} />
  );
});

/** What else may give: the share between two juices, or water boiled off. */
const Giving = memo(function Giving({
  pours,
  blend,
  change,
}: {
  pours: DraftPour[];
  blend: Draft["blend"];
  change: Change;
}) {
  const juices = pours.filter((row) => row.pour.kind === "juice" && row.role !== "share");
  const boils = pours.find((row) => row.pour.kind === "boiled_off");
  const name = (id: number | undefined) => pours.find((row) => row.id === id)?.pour.name ?? "";

  function blended() {
    const [one, other] = juices;
    if (!one || !other) return;
    change((before) => ({
      ...[one.id, other.id].reduce((draft, id) => changePour(draft, id, { role: "fixed" }), before),
      blend: [one.id, other.id],
    }));
  }

  function boilDown() {
    change((before) => {
      const dry = before.pours.reduce(
        (draft, row) =>
          row.pour.kind === "water" ? changePour(draft, row.id, { role: "fixed" }) : draft,
        before,
      );
      return addPour(dry, { name: "Boiled off", kind: "boiled_off", volume_ml: 0 }, 0, true);
    });
  }

  return (
    <Stack gap="2">
      <Text color="quiet" fontSize="sm">
        Ingredients set to “Adjusts” are worked out to hit your targets: one for each target.
      </Text>
      <HStack wrap="wrap">
        {juices.length > 1 && !blend && (
          <QuietButton size="sm" px="3" borderColor="line" onClick={blended}>
            Adjust the blend
          </QuietButton>
        )}
        {!boils && juices.length > 0 && (
          <QuietButton size="sm" px="3" borderColor="line" onClick={boilDown}>
            Boil it down
          </QuietButton>
        )}
      </HStack>
      {blend && (
        <HStack align="flex-end">
          {([0, 1] as const).map((end) => (
            <ChoiceField
              key={end}
              label={end === 0 ? "Blend" : "with"}
              value={String(blend[end])}
              onChange={(id) =>
                change((before) => {
                  const other = before.blend?.[1 - end];
                  if (other === undefined || other === Number(id)) return before;
                  return {
                    ...before,
                    blend: end === 0 ? [Number(id), other] : [other, Number(id)],
                  };
                })
              }
            >
              {juices.map((row) => (
                <option key={row.id} value={row.id}>
                  {row.pour.name}
                </option>
              ))}
            </ChoiceField>
          ))}
          <QuietButton
            px="3"
            borderColor="line"
            aria-label={`Keep ${name(blend[0])} and ${name(blend[1])} as poured`}
            onClick={() => change((before) => ({ ...before, blend: null }))}
          >
            ✕
          </QuietButton>
        </HStack>
      )}
    </Stack>
  );
});
