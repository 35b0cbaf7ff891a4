import { memo } from "react";
import type { Schemas } from "../../api/client";
import {
  bottleSize,
  gravity,
  gravityRange,
  listed,
  money,
  percent,
  percentRange,
} from "../../format";
import { Strengths } from "../Strengths";
import css from "./PlanPage.module.css";
import plan from "./plan.module.css";

type Evaluation = Schemas["EvaluationOut"];

/** What the pours become, said before it is counted out. */
export const Answer = memo(function Answer({
  result,
  history = false,
}: {
  result: Evaluation;
  /** The yeast is in: what was to be done has been. */
  history?: boolean;
}) {
  const { must, finish } = result;
  const solved = result.pours.filter((pour) => pour.solved);
  const boiled = solved.find((pour) => pour.kind === "boiled_off");
  const added = solved.filter((pour) => pour !== boiled);
  const things = added.filter((pour) => pour.things);
  return (
    <div className={css.answer}>
      {solved.length > 0 && (
        <div className={history ? css.told : css.act}>
          {boiled && (
            <p>
              {history
                ? `${boiled.words} of water was boiled off.`
                : `Boil off ${boiled.words} of water first.`}
            </p>
          )}
          {added.length > 0 && (
            <p>
              {history ? "Added: " : "Add "}
              {listed(added.map((pour) => `${pour.words} ${pour.name.toLowerCase()}`))}.
            </p>
          )}
          {things.map((pour) => (
            <p key={pour.name} className={plan.things}>
              {pour.words} is {pour.things}
            </p>
          ))}
        </div>
      )}
      <p>
        {history ? "By that the jug was to read" : "The jug should read"}{" "}
        <b>{gravity(must.sg.value)}</b> ({gravityRange(must.sg)}) and end near{" "}
        <b>{gravity(finish.sg.value)}</b> ({gravityRange(finish.sg)}).
      </p>
    </div>
  );
});

/** Where it ends, how it gets into the glass, and how its strength was got. */
export const Outcome = memo(function Outcome({ result }: { result: Evaluation }) {
  const { finish, glass } = result;
  return (
    <div className={css.answer}>
      <p>
        In the glass <b>{percent(glass.abv.value)}</b> ({percentRange(glass.abv)}), {glass.word}
        {glass.sugar_g_per_l >= 1 && ` with ${Math.round(glass.sugar_g_per_l)} g/L of sugar`}
        {(glass.priming_g > 0 && `, ${glass.volumes.toFixed(1)} volumes of gas`) || ", still"}.
      </p>
      <Strengths strength={finish.strength} />
      <ol className={plan.steps}>
        {glass.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
    </div>
  );
});

/** What a bottle of it costs. */
export const Cost = memo(function Cost({
  cost,
  currency,
}: {
  cost: Evaluation["cost"];
  currency: string;
}) {
  const missing = cost.unpriced.join(", ");
  if (cost.used === null || cost.packs === null) {
    if (!missing) return null;
    return (
      <div className={css.cost}>
        <p className={css.quiet}>No price yet for {missing}: put it on the shelf with one.</p>
      </div>
    );
  }
  return (
    <div className={css.cost}>
      {cost.per_bottle !== null && (
        <p className={css.price}>
          {money(cost.per_bottle, currency)} a bottle{" "}
          <span>
            {missing && `without ${missing} · `}
            {cost.bottles} × {bottleSize(cost.bottle_ml)}, after what stays on the lees
          </span>
        </p>
      )}
      <p className={css.quiet}>
        {money(cost.used, currency)} of it used, {money(cost.packs, currency)} at the till for whole
        packs
      </p>
    </div>
  );
});
