import { memo } from "react";
import type { Schemas } from "../../api/client";
import { bottleSize, grams, gravity, money, range, volume } from "../../format";
import { Mark } from "../../frame/states";
import { Strengths } from "../Strengths";
import css from "./PlanPage.module.css";

type Evaluation = Schemas["EvaluationOut"];

function added(pour: Evaluation["pours"][number]): string {
  const amount = pour.mass_g !== null ? grams(pour.mass_g) : volume(pour.volume_ml ?? 0);
  return `${amount} ${pour.name.toLowerCase()}`;
}

/** What the pours become, said before it is counted out. */
export const Answer = memo(function Answer({
  result,
  aiming,
}: {
  result: Evaluation;
  aiming: boolean;
}) {
  const { must, finish } = result;
  const solved = result.pours.filter((pour) => pour.solved);
  return (
    <div className={css.answer}>
      {aiming && solved.length > 0 && (
        <p className={css.act}>Add {solved.map(added).join(" and ")}.</p>
      )}
      <p>
        The jug should read <b>{gravity(must.sg.value)}</b> ({range(must.sg, gravity)}) and end near{" "}
        <b>{gravity(finish.sg.value)}</b> ({range(finish.sg, gravity)}).
      </p>
      <Strengths strength={finish.strength} />
      <ul>
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
      </ul>
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
  if (cost.used === "0.00" && missing) {
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
