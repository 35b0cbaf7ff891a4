import type { Schemas } from "../api/client";
import css from "./CouldBe.module.css";

const WIDTH = 420;
const DOT = 4;
// Room under the dots for the axis, and the fewest g/L that it shows.
const AXIS = 34;
const LEAST_SHOWN = 20;
const STEPS = [5, 10, 20, 50, 100];
const MOST_TICKS = 6;

/** What could be in it: a hundred jugs that read as this one does, each a dot at the sugar it would
 * still hold. */
export function CouldBe({ now }: { now: Schemas["NowOut"] }) {
  const most = Math.max(now.hundred.at(-1) ?? 0, LEAST_SHOWN);
  const step = STEPS.find((each) => most / each <= MOST_TICKS) ?? 200;
  const end = Math.ceil(most / step) * step;
  const across = (sugar: number) => DOT + (sugar / end) * (WIDTH - 4 * DOT);
  const heights = new Map<number, number>();
  const dots = now.hundred.map((sugar) => {
    const column = Math.round(across(sugar) / (2 * DOT));
    const height = heights.get(column) ?? 0;
    heights.set(column, height + 1);
    return { column, height, dry: sugar <= now.dry_g_per_l };
  });
  const tall = Math.max(...heights.values()) * 2 * DOT;
  const said =
    now.dry === 100 || now.dry === 0
      ? `${now.dry === 100 ? "All" : "None"} of a hundred jugs that read like this hold less than ${now.dry_g_per_l} g/L of sugar.`
      : `Of a hundred jugs that read like this, ${now.dry} hold less than ${now.dry_g_per_l} g/L of sugar.`;
  const ticks = Array.from({ length: end / step + 1 }, (_, i) => i * step);
  return (
    <figure className={css.hundred}>
      <figcaption>{said}</figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${tall + AXIS}`} role="img" aria-label={said}>
        {dots.map((dot, i) => (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: a hundred in order, nothing else names them
            key={i}
            className={dot.dry ? css.dry : css.sweet}
            cx={dot.column * 2 * DOT}
            cy={tall - DOT - dot.height * 2 * DOT}
            r={DOT - 0.7}
          />
        ))}
        <line className={css.axis} x1="0" x2={WIDTH} y1={tall + 1} y2={tall + 1} />
        {ticks.map((sugar) => (
          <text key={sugar} className={css.tick} x={across(sugar)} y={tall + 15}>
            {sugar}
          </text>
        ))}
        <text className={css.unit} x={WIDTH} y={tall + 30}>
          g/L of sugar left
        </text>
      </svg>
    </figure>
  );
}
