import type { Schemas } from "../api/client";
import { percent, percentRange } from "../format";
import { CouldBe } from "./CouldBe";
import css from "./Strengths.module.css";

/** How a strength was got, for who wants to know: one strength is enough for the page. */
export function Strengths({
  strength,
  now,
}: {
  strength: Schemas["StrengthOut"];
  now?: Schemas["NowOut"] | null;
}) {
  return (
    <details className={css.how}>
      <summary>How we got this</summary>
      <StrengthTable strength={strength} />
      {now && <CouldBe now={now} />}
    </details>
  );
}

/** The three ways to it, side by side. */
export function StrengthTable({ strength }: { strength: Schemas["StrengthOut"] }) {
  const ours = strength.mass_balance;
  return (
    <table className={css.schools} aria-label="Strength, three ways">
      <tbody>
        <tr className={css.ours}>
          <th scope="row">From the sugar (most exact)</th>
          <td>
            <b>{percent(ours.value)}</b> ({percentRange(ours)})
          </td>
        </tr>
        <tr>
          <th scope="row">131 × drop</th>
          <td>{percent(strength.quick_sum)}</td>
        </tr>
        <tr>
          <th scope="row">Potential-alcohol scale</th>
          <td>{percent(strength.potential_scale)}</td>
        </tr>
      </tbody>
    </table>
  );
}
