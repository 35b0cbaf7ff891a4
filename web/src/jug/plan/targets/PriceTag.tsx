import { useState } from "react";
import type { Schemas } from "../../../api/client";
import { money } from "../../../format";
import { TargetField } from "./TargetField";
import css from "./targets.module.css";

/** What a bottle costs, on a tag at the neck, and the most it may. */
export function PriceTag({
  cost,
  over,
  currency,
  ceiling,
  wrong,
  left,
  top,
  onCeiling,
}: {
  cost: Schemas["CostOut"];
  /** Whether it is more than it may be. */
  over: boolean;
  currency: string;
  ceiling: string;
  wrong: string | undefined;
  left: number;
  top: number;
  onCeiling: ((text: string) => void) | undefined;
}) {
  const [asked, setAsked] = useState(false);
  return (
    <>
      <span
        className={css.string}
        style={{ left: left - 34, top: top + 62, width: 44, transform: "rotate(-24deg)" }}
      />
      <div className={over ? `${css.tag} ${css.over}` : css.tag} style={{ left, top }}>
        <span className={css.price}>
          {cost.per_bottle === null ? "no price" : money(cost.per_bottle, currency)}
        </span>
        {cost.per_bottle !== null && cost.unpriced.length > 0 && (
          <span className={css.plus}>
            plus{" "}
            {cost.unpriced.length === 1 ? cost.unpriced[0] : `${cost.unpriced.length} unpriced`}
          </span>
        )}
        <span>{cost.per_bottle !== null && `each of ${cost.bottles}`}</span>
        {onCeiling &&
          (asked || ceiling !== "" ? (
            <span className={css.field}>
              at most
              <TargetField
                label={`A bottle at most, ${currency}`}
                value={ceiling}
                now="1.50"
                unit=""
                wrong={wrong}
                onType={onCeiling}
              />
            </span>
          ) : (
            <button type="button" className={css.limit} onClick={() => setAsked(true)}>
              set a limit
            </button>
          ))}
      </div>
    </>
  );
}
