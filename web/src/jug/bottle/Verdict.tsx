import type { Schemas } from "../../api/client";
import { Explained } from "../../frame/Explained";
import { temperature } from "../../units";
import css from "./Verdict.module.css";

const WORDS = {
  go: { word: "Go", className: css.go },
  think: { word: "Think again", className: css.think },
  do_not: { word: "Do not close it", className: css.stop },
};
// What the gauge reaches to at the least, in limits of the bottle.
const REACH = 1.5;
// Past the worst a little more is shown.
const ROOM = 1.08;

/** Go, think or do not: a shape, a word, the gas against what the bottle bears, and why. */
export function Verdict({ closing }: { closing: Schemas["ClosingOut"] }) {
  const { word, className } = WORDS[closing.verdict];
  const limit = closing.limit_volumes;
  return (
    <div className={`${css.verdict} ${className}`}>
      <Shape verdict={closing.verdict} />
      <div className={css.words}>
        <p className={css.word}>{word}</p>
        <p>
          <Explained text={closing.why} />
        </p>
        {limit ? <Gauge closing={closing} limit={limit} /> : null}
        {closing.pressure_bar.length === 3 && (
          <details>
            <summary>Pressure at the worst</summary>
            <Pressures bar={closing.pressure_bar} />
          </details>
        )}
      </div>
    </div>
  );
}

function Shape({ verdict }: { verdict: Schemas["ClosingOut"]["verdict"] }) {
  return (
    <svg viewBox="0 0 24 24" width="28" height="28" aria-hidden="true" className={css.shape}>
      {verdict === "go" && (
        <>
          <circle cx="12" cy="12" r="10" />
          <path d="M7 12.5l3.5 3.5L17 9" />
        </>
      )}
      {verdict === "think" && (
        <>
          <path d="M12 2.5L22.5 21h-21z" />
          <path d="M12 9v6M12 17.5v1" />
        </>
      )}
      {verdict === "do_not" && (
        <>
          <path d="M8 2h8l6 6v8l-6 6H8l-6-6V8z" />
          <path d="M8 8l8 8M16 8l-8 8" />
        </>
      )}
    </svg>
  );
}

/** Gas expected, solid; at the worst, pale; and the wall where bottle and closure end. */
function Gauge({ closing, limit }: { closing: Schemas["ClosingOut"]; limit: number }) {
  const reach = limit * Math.max(REACH, (ROOM * closing.worst_volumes) / limit);
  const at = (volumes: number) => `${(volumes / reach) * 100}%`;
  const said = `${closing.expected_volumes.toFixed(1)} volumes expected, ${closing.worst_volumes.toFixed(1)} at the worst; this bears ${limit}`;
  return (
    <div className={css.gauge} role="img" aria-label={said}>
      <div className={css.beyond} style={{ left: at(limit) }} />
      <div className={css.worst} style={{ width: at(closing.worst_volumes) }} />
      <div className={css.expected} style={{ width: at(closing.expected_volumes) }} />
      <div className={css.wall} style={{ left: at(limit) }} />
    </div>
  );
}

const RATED_C = [20, 30, 40];
const PLACES = ["a cool room", "a warm room", "a car or shed in the sun"];

/** Pressure at the worst in a cellar, a warm room and the sun, as three bars. */
function Pressures({ bar }: { bar: number[] }) {
  const most = Math.max(...bar);
  return (
    <ul className={css.pressures}>
      {bar.map((value, place) => (
        <li key={RATED_C[place]}>
          <span className={css.at}>
            {temperature(RATED_C[place] ?? 0)}, {PLACES[place]}
          </span>
          <span
            className={css.bar}
            style={{ width: `${(60 * value) / most}%` }}
            aria-hidden="true"
          />
          <b>{value.toFixed(1)} bar</b>
        </li>
      ))}
    </ul>
  );
}
