import type { Schemas } from "../../../api/client";
import { Grip } from "../../../drawing/Grip";
import { reachOf, Stem, type StemMark, stemWidth, stemY } from "../../../drawing/Stem";
import { gravity, percent } from "../../../format";
import { stirred } from "../../../theme/drinks";
import { readGravity, readNumber } from "../../../units";
import type { Draft } from "../draft";
import { TargetField } from "./TargetField";
import css from "./targets.module.css";
import { layersOf } from "./VesselTarget";

const LABELS_PX = 122;
const SMALL_LABELS_PX = 84;
/** So much of the bracket has room for the strength beside it. */
const ROOMY_PX = 150;
const SMALL_ROOMY_PX = 104;
/** A word with its figure below it. */
const FIGURE_PX = 39;
// How far a must falls for 1 % vol, where there is none yet to measure it by.
const SG_PER_ABV = 0.0076;

/** The stem: strength is the stretch from where it starts to where it ends, pulled at its start. */
export function StemTarget({
  draft,
  result,
  height,
  typed,
  wrong,
  onStrength,
  onStart,
}: {
  draft: Draft;
  result: Schemas["EvaluationOut"] | undefined;
  height: number;
  typed: boolean;
  wrong: { strength: string | undefined; start: string | undefined };
  /** Absent where it is history. */
  onStrength: ((text: string) => void) | undefined;
  onStart: ((text: string) => void) | undefined;
}) {
  const marks = result ? stemMarks(result) : [];
  const reach = reachOf(marks);
  const standing = (key: string) => result?.standings.find((row) => row.key === key);
  const [abv, og] = [standing("abv"), standing("og")];
  const starts = result?.must.sg.value ?? 1;
  const ends = result?.finish.sg.value ?? 1;
  const y = (sg: number) => stemY(sg, reach, height);
  const [top, low] = [y(ends), y(starts)];

  const byGravity = draft.aiming && draft.og.trim() !== "";
  const wantedSg = byGravity ? readGravity(draft.og) : null;
  const wantedAbv = draft.aiming && !byGravity ? readNumber(draft.abv, "%") : null;
  const nowAbv = abv?.value.value ?? 0;
  const perAbv = nowAbv > 1 ? (starts - ends) / nowAbv : SG_PER_ABV;
  const yOfAbv = (value: number) => y(starts + (value - nowAbv) * perAbv);

  const right = stemWidth(typed) + 6;
  const roomy = low - top > (typed ? ROOMY_PX : SMALL_ROOMY_PX);
  const endsTop = Math.max(top - 20, 0);
  const startsTop = Math.min(Math.max(low - 24, endsTop + FIGURE_PX), height - 52);
  const strengthTop = roomy
    ? (top + low) / 2 - (typed ? 34 : 30)
    : Math.min(startsTop + (typed ? 72 : 40), height - (typed ? 90 : 62));
  const say = (figure: string) => figure.split(" ")[0] ?? figure;
  return (
    <div
      className={css.place}
      style={{ width: right + (typed ? LABELS_PX : SMALL_LABELS_PX), height }}
    >
      <Stem
        marks={marks}
        height={height}
        jar={typed}
        floatsAt={result ? starts : undefined}
        liquid={stirred(layersOf(draft.pours, result, 0))}
        label={
          result
            ? `The stem: starts at ${gravity(starts)}, ends at ${gravity(ends)}`
            : "The stem: nothing is poured yet"
        }
      />
      {result && (
        <span
          className={css.bracket}
          style={{ left: right - 8, width: 12, top, height: Math.max(low - top, 0) }}
        />
      )}
      {result && (
        <span className={css.at} style={{ left: right + 10, top: endsTop }}>
          <span className={css.good}>ends</span>
          <br />
          <b>{gravity(ends)}</b>
        </span>
      )}
      <span className={css.at} style={{ left: right + 10, top: strengthTop }}>
        {typed && onStrength ? (
          <TargetField
            label="Strength, %"
            value={draft.aiming && !byGravity ? draft.abv : ""}
            now={result ? nowAbv.toFixed(1) : "–"}
            unit="%"
            wrong={wrong.strength}
            wide
            onType={onStrength}
          />
        ) : (
          <span className={css.figure}>{result ? percent(nowAbv) : "–"}</span>
        )}
        {abv && (
          <div className={css.word} style={{ maxWidth: typed ? 106 : 88 }}>
            {abv.word}
            {abv.wanted !== null && !abv.met && `, ${percent(nowAbv)} now`}
          </div>
        )}
      </span>
      {result && (
        <span className={css.at} style={{ left: right + (onStrength ? 34 : 10), top: startsTop }}>
          <span className={css.ink}>starts</span>
          <br />
          {typed && onStart ? (
            <TargetField
              label={`Start gravity, ${gravity(1).split(" ")[1] ?? "SG"}`}
              value={byGravity ? draft.og : ""}
              now={say(gravity(starts))}
              unit=""
              wrong={wrong.start}
              onType={onStart}
            />
          ) : (
            <b>{gravity(starts)}</b>
          )}
          {og && og.wanted !== null && !og.met && (
            <div className={css.word}>{gravity(starts)} now</div>
          )}
        </span>
      )}
      {result &&
        onStrength &&
        onStart &&
        (byGravity ? (
          <Grip
            label="Start gravity wanted"
            words={gravity(wantedSg ?? starts)}
            value={wantedSg ?? starts}
            min={1}
            max={reach[1]}
            step={0.001}
            at={y}
            left={right + 8}
            onPull={(sg) => onStart(say(gravity(sg)))}
          />
        ) : (
          <Grip
            label="Strength wanted"
            words={percent(wantedAbv ?? nowAbv)}
            value={wantedAbv ?? nowAbv}
            min={0}
            max={abv?.scale[1] ?? nowAbv}
            step={0.1}
            at={yOfAbv}
            left={right + 8}
            idle={wantedAbv === null}
            onPull={(value) => onStrength(value.toFixed(1))}
          />
        ))}
    </div>
  );
}

function stemMarks({ must, finish }: Schemas["EvaluationOut"]): StemMark[] {
  return [
    { name: "ends", sg: finish.sg.value, low: finish.sg.low, high: finish.sg.high, tone: "good" },
    { name: "starts", sg: must.sg.value, low: must.sg.low, high: must.sg.high, tone: "amberInk" },
  ];
}
