import type { Schemas } from "../api/client";
import { percent, percentRange } from "../format";
import css from "./Strengths.module.css";

/** The three schools of strength side by side. */
export function Strengths({ strength }: { strength: Schemas["StrengthOut"] }) {
  const ours = strength.mass_balance;
  return (
    <table className={css.schools} aria-label="Strength, three ways">
      <tbody>
        <tr className={css.ours}>
          <th scope="row">Mass balance</th>
          <td>
            <b>{percent(ours.value)}</b> ({percentRange(ours)})
          </td>
        </tr>
        <tr>
          <th scope="row">Quick sum on paper</th>
          <td>{percent(strength.quick_sum)}</td>
        </tr>
        <tr>
          <th scope="row">Potential scale</th>
          <td>{percent(strength.potential_scale)}</td>
        </tr>
      </tbody>
    </table>
  );
}
