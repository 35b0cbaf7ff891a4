import { memo } from "react";
import { colour } from "../theme/colour";
import { gravity, stemMarks } from "../units";

export type StemMark = {
  name: string;
  sg: number;
  low?: number;
  high?: number;
  tone: "amberInk" | "good" | "ink";
};

// The glass is white by day and by night: what stands on it stays dark.
const ON_PAPER = { amberInk: "paperAmber", good: "paperGood", ink: "paperInk" } as const;

const TOP = 22;
// The bulb hangs below the scale.
const BULB = 54;
const TEXT_PX = 13;
/** Left of the stem its scale is written, right of it stand the marks. */
const SCALE_PX = 47;
const STEM_PX = 26;
const JAR_PX = 15;
// So much wider is the bulb, each side.
const BULB_PX = 8;

/** How wide a stem with its scale is, in its jar or without. */
export function stemWidth(jar: boolean): number {
  return SCALE_PX + STEM_PX + (jar ? 2 * JAR_PX : BULB_PX) + 4;
}

/** What part of the scale is drawn, wide enough for all that stands on it. */
export function reachOf(marks: StemMark[]): [number, number] {
  const highest = Math.max(1.1, ...marks.map((mark) => (mark.high ?? mark.sg) + 0.008));
  const lowest = Math.min(0.985, ...marks.map((mark) => (mark.low ?? mark.sg) - 0.004));
  return [Math.floor(lowest * 200) / 200, Math.ceil(highest * 50) / 50];
}

/** How far down a drawing of so many pixels a gravity stands: low ones up, as on the glass. */
export function stemY(sg: number, [from, to]: [number, number], height: number): number {
  return TOP + ((sg - from) / (to - from)) * (height - TOP - BULB);
}

/** A hydrometer in its jar, floating at the first reading, with named marks and their bands. */
export const Stem = memo(function Stem({
  marks,
  label,
  height,
  liquid,
  floatsAt,
  jar = true,
}: {
  marks: StemMark[];
  label: string;
  height: number;
  /** The colour of what it floats in. */
  liquid: string;
  /** The gravity of what it floats in, once there is some. */
  floatsAt: number | undefined;
  jar?: boolean;
}) {
  const reach = reachOf(marks);
  const y = (sg: number) => stemY(sg, reach, height);
  const left = SCALE_PX + (jar ? JAR_PX : 0);
  const right = left + STEM_PX;
  const [jarLeft, jarRight] = [left - JAR_PX, right + JAR_PX];
  const water = floatsAt === undefined ? undefined : y(floatsAt);
  const foot = height - 8;
  const brim = Math.min(y(1.03), (water ?? height) - 12);
  return (
    <svg width={stemWidth(jar)} height={height} role="img" aria-label={label}>
      {jar && water !== undefined && (
        <path
          d={`M${jarLeft},${water} V${foot - 8} q0,8 8,8 H${jarRight - 8} q8,0 8,-8 V${water} Z`}
          fill={liquid}
        />
      )}
      {jar && (
        <path
          d={`M${jarLeft},${brim} V${foot - 8} q0,8 8,8 H${jarRight - 8} q8,0 8,-8 V${brim}`}
          fill="none"
          stroke={colour("rim")}
          strokeWidth="2"
        />
      )}
      <path
        d={`M${left},${TOP - 6} q0,-12 13,-12 q13,0 13,12 V${height - BULB + 6} q7,6 7,16 v10 q0,12 -20,12 q-20,0 -20,-12 v-10 q0,-10 7,-16 Z`}
        fill={colour("paper")}
        stroke={colour("rim")}
        strokeWidth="2.5"
      />
      <rect
        x={left - 2}
        width={STEM_PX + 4}
        y={height - BULB + 29}
        height="9"
        rx="4.5"
        fill={colour("shot")}
      />
      {marks.map(
        (mark) =>
          mark.low !== undefined &&
          mark.high !== undefined && (
            <rect
              key={mark.name}
              x={left + 1.5}
              width={STEM_PX - 3}
              y={y(mark.low)}
              height={Math.max(y(mark.high) - y(mark.low), 2)}
              fill={colour(ON_PAPER[mark.tone])}
              opacity="0.3"
            />
          ),
      )}
      <Ticks
        from={reach[0]}
        to={reach[1]}
        height={height}
        left={left}
        unit={gravity(1).split(" ")[1] ?? "SG"}
      />
      {marks.map((mark) => (
        <line
          key={mark.name}
          x1={left - 4}
          x2={right + 4}
          y1={y(mark.sg)}
          y2={y(mark.sg)}
          stroke={colour(ON_PAPER[mark.tone])}
          strokeWidth="3"
        />
      ))}
    </svg>
  );
});

/** The printed scale, in this kitchen's own; it stays as it is while the marks on it move. */
const Ticks = memo(function Ticks({
  from,
  to,
  height,
  left,
  unit,
}: {
  from: number;
  to: number;
  height: number;
  left: number;
  unit: string;
}) {
  return (
    <g>
      <text
        x={SCALE_PX - 6}
        y={14}
        style={{ fontSize: 12 }}
        textAnchor="end"
        fill={colour("quiet")}
      >
        {unit}
      </text>
      {stemMarks(from, to).map(({ sg, text }) => {
        const y = stemY(sg, [from, to], height);
        return (
          <g key={sg}>
            <line
              x1={left + 1}
              x2={left + (text ? 15 : 8)}
              y1={y}
              y2={y}
              stroke={colour("navy")}
              strokeWidth={text ? 1.5 : 1}
            />
            {text && (
              <text
                x={SCALE_PX - 6}
                y={y + 4}
                style={{ fontSize: TEXT_PX }}
                textAnchor="end"
                fill={colour("quiet")}
              >
                {text}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
});
