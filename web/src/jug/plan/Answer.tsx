import { memo } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import {
  bottleSize,
  gravity,
  gravityRange,
  listed,
  money,
  moneyKnown,
  percent,
  percentRange,
} from "../../format";
import { Explained } from "../../frame/Explained";
import { Strengths } from "../Strengths";
import css from "./PlanPage.module.css";
import plan from "./plan.module.css";

type Evaluation = Schemas["EvaluationOut"];

/** What to do, as a sentence: what the pours that adjust come to. */
export function sentence({ pours }: Evaluation, history = false): string {
  const solved = pours.filter((pour) => pour.solved);
  const boiled = solved.find((pour) => pour.kind === "boiled_off");
  const added = solved.filter((pour) => pour !== boiled);
  const said = [];
  if (boiled) {
    said.push(
      history
        ? `${boiled.words} of water was boiled off.`
        : `Boil off ${boiled.words} of water first.`,
    );
  }
  if (added.length > 0) {
    const list = listed(added.map((pour) => `${pour.words} ${pour.name.toLowerCase()}`));
    said.push(`${history ? "Added: " : "Add "}${list}.`);
  }
  return said.join(" ");
}

/** What the pours become, said before it is counted out. */
export const Answer = memo(function Answer({
  result,
  history = false,
  said = false,
}: {
  result: Evaluation;
  /** The yeast is in: what was to be done has been. */
  history?: boolean;
  /** What to add stands elsewhere in sight. */
  said?: boolean;
}) {
  const { must, finish, glass } = result;
  const things = result.pours.filter((pour) => pour.solved && pour.things);
  const act = sentence(result, history);
  return (
    <div className={css.answer}>
      {act && !said && <h2>{act}</h2>}
      {things.map((pour) => (
        <p key={pour.name} className={css.things}>
          {pour.words} {pour.name.toLowerCase()} is {pour.things}.
        </p>
      ))}
      <p>
        {history ? "It was to start at " : act ? "Then it starts at " : "It starts at "}
        <b>{gravity(must.sg.value)}</b> ({gravityRange(must.sg)}) and ends near{" "}
        <b>{gravity(finish.sg.value)}</b> ({gravityRange(finish.sg)}), in the glass about{" "}
        <b>{percent(glass.abv.value)}</b> ({percentRange(glass.abv)}).
        {must.juice_share > 0 && ` ${Math.round(100 * must.juice_share)} % is juice.`}
      </p>
    </div>
  );
});

/** The same in two short lines, for the top of a small screen. */
export function ShortAnswer({
  result,
  currency,
  before,
}: {
  result: Evaluation;
  currency: string;
  /** What a bottle cost before the hand took hold. */
  before: string | null;
}) {
  const { cost, must } = result;
  const now = cost.per_bottle;
  return (
    <div className={css.short}>
      <p>{sentence(result)}</p>
      <span className={css.price}>
        {now !== null && (
          <>
            <b>{moneyKnown(now, currency, cost.unpriced)}</b> a bottle
            {before !== null && before !== now && `, was ${money(before, currency)}`}
          </>
        )}
        {must.juice_share > 0 &&
          `${now === null ? "" : " · "}${Math.round(100 * must.juice_share)} % juice`}
      </span>
    </div>
  );
}

/** How it gets into the glass, step by step. */
export const Outcome = memo(function Outcome({ result }: { result: Evaluation }) {
  const { glass, finish } = result;
  return (
    <div className={css.details}>
      <Strengths strength={finish.strength} />
      <details className={plan.after}>
        <summary>
          In the glass: {glass.word}
          {glass.sugar_g_per_l >= 1 && `, ${Math.round(glass.sugar_g_per_l)} g/L of sugar`}
          {(glass.priming_g > 0 && `, ${glass.volumes.toFixed(1)} volumes of gas`) || ", still"}
        </summary>
        <ol className={plan.steps}>
          {glass.steps.map((step) => (
            <li key={step}>
              <Explained text={step} />
            </li>
          ))}
        </ol>
      </details>
      {result.reckoned_with.length > 0 && (
        <details className={plan.after}>
          <summary>Planned with what your batches taught</summary>
          <ul className={plan.steps}>
            {result.reckoned_with.map((text) => (
              <li key={text}>
                <Explained text={text} />
              </li>
            ))}
          </ul>
          <Link to="/look-back">See all of it, or leave some out</Link>
        </details>
      )}
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
    return <p className={css.quiet}>No price yet for {missing}: put it on the shelf with one.</p>;
  }
  return (
    <p className={css.quiet}>
      {cost.per_bottle !== null && (
        <>
          <b>{moneyKnown(cost.per_bottle, currency, cost.unpriced)} a bottle</b>
          {missing && ` without ${missing}, which has no price`} · {cost.bottles} ×{" "}
          {bottleSize(cost.bottle_ml)}, after what stays on the <Explained text="lees" />.{" "}
        </>
      )}
      {money(cost.used, currency)} of it used, {money(cost.packs, currency)} at the till for whole
      packs.
    </p>
  );
});
