import type { Schemas } from "../../../api/client";
import { contour } from "../../../drawing/contour";
import { Grip } from "../../../drawing/Grip";
import { Meant } from "../../../frame/Explained";
import { colour } from "../../../theme/colour";
import { stirred } from "../../../theme/drinks";
import { readNumber } from "../../../units";
import type { Draft, TypedProblems } from "../draft";
import { useCalm } from "../useCalm";
import type { TargetActs } from "./acts";
import { TargetField } from "./TargetField";
import css from "./targets.module.css";
import { layersOf } from "./VesselTarget";

const HIGH = 122;
// A grip that stands on the base line reaches below it.
const BASE = HIGH - 24;
const AIR = 24;

type Taste = {
  key: string;
  name: string;
  label: string;
  unit: string;
  step: number;
  text: string;
  field: keyof TypedProblems["fields"];
  /** The word of the trade for it. */
  meant: string;
  set: (text: string) => void;
};

/** The mouth line: sweet at the first sip, sharp in the middle, bite at the end, bent to taste. */
export function MouthTarget({
  draft,
  result: newest,
  wrong,
  acts,
}: {
  draft: Draft;
  result: Schemas["EvaluationOut"] | undefined;
  wrong: TypedProblems["fields"];
  acts: TargetActs;
}) {
  // Taste hardly moves while a bar is pulled: it is drawn a little less often.
  const result = useCalm(newest);
  const tastes: Taste[] = [
    {
      key: "sweetness",
      name: "Sweet",
      label: "Sweetness, g/L",
      unit: "g/L",
      step: 1,
      text: draft.glass.sweetness,
      field: "sweetness",
      meant: "",
      set: acts.sweet,
    },
    {
      key: "acid",
      name: "Sharp",
      label: "Sharpness, g/L",
      unit: "g/L",
      step: 0.1,
      text: draft.acid,
      field: "acid",
      meant: "acidity",
      set: acts.sharp,
    },
    {
      key: "tannin",
      name: "Bite",
      label: "Tannin, g/L",
      unit: "g/L",
      step: 0.05,
      text: draft.tannin,
      field: "tannin",
      meant: "tannin",
      set: acts.bite,
    },
  ];
  const points = tastes.map((taste, i) => {
    const standing = result?.standings.find((row) => row.key === taste.key);
    const most = standing?.scale[1] ?? 1;
    const now = standing?.value.value ?? 0;
    const wanted = readNumber(taste.text);
    const y = (value: number) => BASE - (Math.min(value, most) / most) * (BASE - AIR);
    return { ...taste, across: (100 * (2 * i + 1)) / 6, standing, most, now, wanted, y };
  });
  const line = (of: (point: (typeof points)[number]) => number) =>
    contour([
      [0, BASE],
      ...points.map((point): [number, number] => [point.across, point.y(of(point))]),
      [100, BASE],
    ]);
  const bent = points.some((point) => point.wanted !== null);
  const liquid = stirred(layersOf(draft.pours, result, 0));
  return (
    <section aria-label="How it should taste">
      <div className={css.mouth}>
        <svg
          className={css.line}
          viewBox={`0 0 100 ${HIGH}`}
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <path d={`${line((p) => p.now)}Z`} fill={liquid} opacity="0.55" />
          <path
            d={line((p) => p.now)}
            fill="none"
            stroke={colour("rim")}
            strokeWidth="2"
            vectorEffect="non-scaling-stroke"
          />
          <path
            d={`M0,${BASE}H100`}
            stroke={colour("rim")}
            strokeWidth="1"
            vectorEffect="non-scaling-stroke"
          />
          {bent && (
            <path
              d={line((p) => p.wanted ?? p.now)}
              fill="none"
              stroke={colour("ink")}
              strokeWidth="2"
              strokeDasharray="2 5"
              strokeLinecap="round"
              vectorEffect="non-scaling-stroke"
            />
          )}
        </svg>
        <span className={css.ends} style={{ left: 0 }}>
          first sip
        </span>
        <span className={css.ends} style={{ right: 0 }}>
          finish
        </span>
        {points.map((point) => (
          <Grip
            key={point.key}
            label={`${point.name} wanted`}
            words={`${(point.wanted ?? point.now).toFixed(point.step < 1 ? 1 : 0)} ${point.unit}`}
            value={point.wanted ?? point.now}
            min={0}
            max={point.most}
            step={point.step}
            at={point.y}
            left={`${point.across}%`}
            idle={point.wanted === null}
            onPull={(value) => point.set(String(Number(value.toFixed(2))))}
          />
        ))}
      </div>
      <div className={css.tastes}>
        {points.map((point) => (
          <div key={point.key}>
            <div>
              <b>{point.name}</b> {point.standing?.word} <Meant label={point.meant} />
            </div>
            <TargetField
              label={point.label}
              value={point.text}
              now={point.now.toFixed(1)}
              unit={point.unit}
              wrong={wrong[point.field]}
              onType={point.set}
            />
            {point.wanted !== null && point.standing && !point.standing.met && (
              <div className={css.word}>{point.now.toFixed(1)} now</div>
            )}
          </div>
        ))}
      </div>
    </section>
  );
}
