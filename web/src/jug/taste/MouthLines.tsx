import type { Schemas } from "../../api/client";
import { contour } from "../../drawing/contour";
import { useNarrow } from "../../frame/narrow";
import { colour } from "../../theme/colour";
import { age } from "./age";
import css from "./Taste.module.css";

const ROOMY = 620;
const SMALL = 360;
const ROW = 18;
const HIGH = 250;
const BASE = 214;
const TOP = 26;
const SIDES = ["sweet", "sharp", "bite"] as const;
const NAMES = { sweet: "Sweet", sharp: "Sharp", bite: "Bite" };
const MOST = 4;
const THIN = 1.5;
const PER_BODY = 1.1;

type Marks = Record<string, number>;

/** From the first sip to after it is gone: how each tasting bent the line, the newest boldest, and
 * dotted what its figures have. The order along it is this drawing's own. */
export function MouthLines({
  tastings,
  sides,
  drawn,
}: {
  tastings: Schemas["TastingOut"][];
  sides: Schemas["TasteSideOut"][];
  /** What is being marked, and not yet saved. */
  drawn: Marks;
}) {
  const wide = useNarrow() ? SMALL : ROOMY;
  const xOf = (place: number) => (wide * (2 * place + 1)) / (2 * SIDES.length);
  // From nothing to nothing.
  const lineOf = (marks: Marks) =>
    contour([
      [0, BASE],
      ...SIDES.map((key, i): [number, number] => [xOf(i), yOf(marks[key] ?? 1)]),
      [wide, BASE],
    ]);
  const whole = tastings.filter((each) => SIDES.some((key) => key in each.scores)).slice(0, MOST);
  const should: Marks = {};
  for (const side of sides) if (side.expected) should[side.key] = side.expected.value;
  const drawing = SIDES.some((key) => key in drawn);
  // Who marks is not told beforehand what it should be.
  const told = whole.length > 0 && !drawing;
  return (
    <svg
      className={css.mouth}
      viewBox={`0 0 ${wide} ${HIGH}`}
      role="img"
      aria-label={said(whole, sides)}
    >
      <path d={`M0,${BASE}H${wide}`} stroke={colour("rim")} />
      {[3, 5].map((mark) => (
        <path
          key={mark}
          d={`M0,${yOf(mark)}H${wide}`}
          stroke={colour("line")}
          strokeDasharray="2 5"
        />
      ))}
      <text className={css.quiet} x={wide} y={yOf(5) - 6} textAnchor="end">
        a lot
      </text>
      <text className={css.quiet} x="0" y={HIGH - 3}>
        first sip
      </text>
      <text className={css.quiet} x={wide} y={HIGH - 3} textAnchor="end">
        after it is gone
      </text>
      {SIDES.map((key, i) => (
        <text key={key} x={xOf(i)} y={HIGH - 18} textAnchor="middle" fontWeight="700">
          {NAMES[key]}
        </text>
      ))}
      {[...whole].reverse().map((each, place) => {
        const newest = place === whole.length - 1 && !drawing;
        return (
          <g key={each.id} opacity={newest ? 1 : 0.3 + (0.3 * (place + 1)) / whole.length}>
            {newest && (
              <path d={`${lineOf(each.scores)}Z`} fill={colour("drink.syrup")} opacity="0.25" />
            )}
            <path
              d={lineOf(each.scores)}
              fill="none"
              stroke={colour("rim")}
              strokeWidth={THIN + PER_BODY * (each.scores.body ?? 3)}
              strokeLinecap="round"
            />
            <path
              d={`M6,${keyOf(whole.length - place)}h22`}
              stroke={colour("rim")}
              strokeWidth={THIN + PER_BODY * (each.scores.body ?? 3)}
              strokeLinecap="round"
            />
          </g>
        );
      })}
      {whole.map((each, place) => (
        <text key={each.id} className={css.quiet} x="36" y={keyOf(place + 1) + 4}>
          {each.days === null ? "in the jug" : age(each.days)}
        </text>
      ))}
      {drawing && (
        <path d={lineOf(drawn)} fill="none" stroke={colour("amberInk")} strokeWidth="4" />
      )}
      {told && (
        <>
          <path
            d={lineOf(should)}
            fill="none"
            stroke={colour("ink")}
            strokeWidth="2.5"
            strokeDasharray="2 7"
            strokeLinecap="round"
          />
          <path
            d={`M6,${keyOf(0)}h22`}
            stroke={colour("ink")}
            strokeWidth="2.5"
            strokeDasharray="2 7"
            strokeLinecap="round"
          />
          <text className={css.quiet} x="36" y={keyOf(0) + 4}>
            by its figures
          </text>
        </>
      )}
    </svg>
  );
}

/** Where a line's own key stands, the dotted one first. */
function keyOf(row: number): number {
  return TOP - 10 + ROW * row;
}

function yOf(mark: number): number {
  return BASE - ((BASE - TOP - 14) * mark) / 5;
}

function said(whole: Schemas["TastingOut"][], sides: Schemas["TasteSideOut"][]): string {
  const parts = whole.map((each) => {
    const marks = SIDES.filter((key) => key in each.scores).map(
      (key) => `${key} ${each.scores[key]}`,
    );
    return `${each.days === null ? "" : `${age(each.days)}: `}${marks.join(", ")}`;
  });
  const should = sides
    .filter((side) => side.expected && SIDES.includes(side.key as (typeof SIDES)[number]))
    .map((side) => `${side.key} ${side.expected?.value.toFixed(1)}`);
  return `How it tasted, of 5. ${parts.join("; ")}. By its figures: ${should.join(", ")}.`;
}
