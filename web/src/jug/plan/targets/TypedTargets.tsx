import type { Schemas } from "../../../api/client";
import { gravity } from "../../../format";
import { TextField } from "../../../frame/fields";
import { vesselFigure, vesselUnit } from "../../../units";
import type { Draft, TypedProblems } from "../draft";
import type { TargetActs } from "./acts";

/** The targets of the drawing to type, where a small screen has no room for that beside it. */
export function TypedTargets({
  draft,
  result,
  currency,
  wrong,
  acts,
}: {
  draft: Draft;
  result: Schemas["EvaluationOut"] | undefined;
  currency: string;
  wrong: TypedProblems["fields"];
  acts: TargetActs;
}) {
  const { aiming, og, abv, fill, ceiling } = draft;
  const byGravity = og.trim() !== "";
  const fields = [
    {
      label: "Strength, %",
      value: aiming && !byGravity ? abv : "",
      now: result?.glass.abv.value.toFixed(1),
      error: wrong.abv,
      set: acts.strength,
    },
    {
      label: `Fill, ${vesselUnit()}`,
      value: aiming ? fill : "",
      now: result && vesselFigure(result.must.in_vessel_ml),
      error: wrong.fill,
      set: acts.fill,
    },
    {
      label: `Start gravity, ${gravity(1).split(" ")[1] ?? "SG"}`,
      value: aiming ? og : "",
      now: result && gravity(result.must.sg.value).split(" ")[0],
      error: wrong.og,
      set: acts.startGravity,
    },
    {
      label: `A bottle at most, ${currency}`,
      value: ceiling,
      now: result?.cost.per_bottle ?? undefined,
      error: wrong.ceiling,
      set: acts.ceiling,
    },
  ];
  return (
    <div style={{ display: "grid", gap: 12, gridTemplateColumns: "1fr 1fr", alignItems: "start" }}>
      {fields.map((field) => (
        <TextField
          key={field.label}
          label={field.label}
          inputMode="decimal"
          value={field.value}
          placeholder={field.now}
          error={field.error}
          onChange={(event) => field.set(event.target.value)}
        />
      ))}
    </div>
  );
}
