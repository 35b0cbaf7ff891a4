import { colour } from "../theme/colour";
import css from "./Bar.module.css";

/** How much of something there is, as a bar beside its figure; paler up to what it may be. */
export function Bar({
  low,
  high,
  most,
  drink,
}: {
  low: number;
  high: number;
  /** What a full bar stands for; more than that runs out of it. */
  most: number;
  drink: string;
}) {
  const share = (value: number) => `${Math.min(Math.max(value / most, 0), 1) * 100}%`;
  return (
    <span className={high > most ? `${css.bar} ${css.over}` : css.bar} aria-hidden="true">
      <span className={css.may} style={{ width: share(high), background: colour(drink) }} />
      <span className={css.is} style={{ width: share(low), background: colour(drink) }} />
    </span>
  );
}
