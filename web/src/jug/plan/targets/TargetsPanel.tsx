import { memo } from "react";
import type { ProblemError, Schemas } from "../../../api/client";
import { frameOf, heightInRoom } from "../../../drawing/vessels";
import { Mark } from "../../../frame/states";
import { useIdle } from "../../../frame/useIdle";
import { type Draft, sameTargets, type TypedProblems } from "../draft";
import type { TargetActs } from "./acts";
import { MouthTarget } from "./MouthTarget";
import { PriceTag } from "./PriceTag";
import { StemTarget } from "./StemTarget";
import css from "./targets.module.css";
import { type VesselSeen, VesselTarget } from "./VesselTarget";

/** Where core says that a target is wrong, and the field it is of. */
const PLACES = {
  abv: "aim.abv",
  og: "aim.og",
  fill: "aim.fill_ml",
  acid: "aim.acid_g_per_l",
  tannin: "aim.tannin_g_per_l",
  ceiling: "most_per_bottle",
  sweetness: "glass.sugar_g_per_l",
} as const;

/** The sentence for each target that cannot be read, or cannot be met. */
export function wrongTargets(
  typed: TypedProblems["fields"],
  refused: ProblemError | null,
): TypedProblems["fields"] {
  const wrong: TypedProblems["fields"] = { ...typed };
  for (const [field, place] of Object.entries(PLACES)) {
    const text = refused?.at(place);
    if (text) wrong[field as keyof typeof PLACES] ??= text;
  }
  return wrong;
}

type Props = {
  vessel: VesselSeen;
  draft: Draft;
  result: Schemas["EvaluationOut"] | undefined;
  refused: ProblemError | null;
  problems: TypedProblems["fields"];
  currency: string;
  height: number;
  /** Whether there is room to type on it, and for the mouth line. */
  typed: boolean;
  /** Whether there is room for litre marks. */
  marked: boolean;
  mixed: boolean;
  /** Absent once the yeast is in: then it is history. */
  acts: TargetActs | undefined;
};

/** Everything that is wanted, set on the things themselves: by pulling or by typing. */
export const TargetsPanel = memo(function TargetsPanel({
  vessel,
  draft,
  result,
  refused,
  problems,
  currency,
  height,
  typed,
  marked,
  mixed,
  acts,
}: Props) {
  const wrong = wrongTargets(problems, refused);
  // Below the drawing: on a slow phone or laptop the rest can be used while this is still drawn.
  const below = useIdle(result !== undefined || refused !== null || draft.pours.length === 0);
  const tall = heightInRoom(vessel.shape, height);
  const frame = frameOf(vessel.shape, tall, "airlock", marked);
  const price = result?.standings.find((row) => row.key === "price");
  const priced = result && (result.cost.per_bottle !== null || draft.ceiling !== "");
  return (
    <>
      <div className={css.drawing}>
        <VesselTarget
          vessel={vessel}
          draft={draft}
          result={result}
          height={tall}
          typed={typed}
          marked={marked}
          mixed={mixed}
          wrong={wrong.fill}
          onFill={acts?.fill}
        >
          {typed && priced && (
            <PriceTag
              cost={result.cost}
              over={price !== undefined && price.wanted !== null && !price.met}
              currency={currency}
              ceiling={draft.ceiling}
              wrong={wrong.ceiling}
              left={frame.centre + 52}
              top={8}
              onCeiling={acts?.ceiling}
            />
          )}
        </VesselTarget>
        <StemTarget
          draft={draft}
          result={result}
          height={height}
          typed={typed}
          wrong={{ strength: wrong.abv, start: wrong.og }}
          onStrength={acts?.strength}
          onStart={acts?.startGravity}
        />
      </div>
      {typed && <Wrong wrong={wrong} refused={refused} />}
      {typed && acts && (
        <div className={css.mouthPlace}>
          {below && <MouthTarget draft={draft} result={result} wrong={wrong} acts={acts} />}
        </div>
      )}
    </>
  );
}, unchanged);

/** A pull on an ingredient is drawn when its answer comes, not before. */
function unchanged(before: Props, now: Props): boolean {
  const { draft: old, problems: toldBefore, ...rest } = before;
  const { draft, problems, ...others } = now;
  const same = (Object.keys(rest) as (keyof typeof rest)[]).every(
    (key) => rest[key] === others[key],
  );
  const told = JSON.stringify(toldBefore) === JSON.stringify(problems);
  return same && told && sameTargets(old, draft);
}

/** What is wrong with the targets, in full under the drawing. */
export function Wrong({
  wrong,
  refused,
}: {
  wrong: TypedProblems["fields"];
  refused: ProblemError | null;
}) {
  const told = refused?.problem.errors[0];
  const general = told && /^aim(\.solve|\.shares.*)?$/.test(told.at) ? told.text : undefined;
  const texts = [...new Set([...Object.values(wrong), general].filter(Boolean))];
  if (texts.length === 0) return null;
  return (
    <div id="targets-wrong" role="alert">
      {texts.map((text) => (
        <Mark key={text} tone="bad">
          {text}
        </Mark>
      ))}
    </div>
  );
}
