import { chakra } from "@chakra-ui/react";
import { useNarrow } from "../frame/narrow";
import { colour } from "../theme/colour";

export type CurvePoint = { at: number; sg: number; label: string };
/** Where it is likely to go: the middle, and the bounds of 80 %. */
export type AheadPoint = { at: number; sg: number; low: number; high: number };

const WIDE = { W: 640, H: 290 };
const NARROW = { W: 330, H: 240 };
const LEFT = 52;
const RIGHT = 16;
const TOP = 14;
const BOTTOM = 34;
const DAY = 86_400_000;

/** What a probe sent over a stretch: its lowest and highest. */
export type ProbeStretch = { at: number; low: number; high: number };

/** Gravity against time: the readings, what a probe sent between them, and the band where the jug should end. */
export function Curve({
  points,
  ahead = [],
  sent = [],
  ends,
  now,
  label,
}: {
  points: CurvePoint[];
  ahead?: AheadPoint[];
  /** By probe. */
  sent?: ProbeStretch[][];
  ends: { low: number; high: number; value: number };
  now: number;
  label: string;
}) {
  // On a phone the same figures in fewer units, so that they stay readable.
  const { W, H } = useNarrow() ? NARROW : WIDE;
  const first = points[0]?.at ?? now;
  const last = Math.max(now, points.at(-1)?.at ?? now, ahead.at(-1)?.at ?? now, first + 7 * DAY);
  const all = [
    ...[...points, ...ahead].map((point) => point.sg),
    ...sent.flat().flatMap((stretch) => [stretch.low, stretch.high]),
  ];
  const highest = Math.max(...all) + 0.006;
  const lowest = Math.min(ends.low, ...all) - 0.01;
  const x = (at: number) => LEFT + ((at - first) / (last - first)) * (W - LEFT - RIGHT);
  const y = (sg: number) => TOP + ((highest - sg) / (highest - lowest)) * (H - TOP - BOTTOM);
  const lines = Array.from({ length: 12 }, (_, i) => 0.98 + i * 0.02).filter(
    (sg) => sg > lowest && sg < highest,
  );
  const days = Math.round((last - first) / DAY);
  const every = days > 40 ? 10 : days > 16 ? 5 : days > 8 ? 2 : 1;
  const dayMarks = Array.from({ length: Math.floor(days / every) + 1 }, (_, i) => i * every);
  return (
    <chakra.svg viewBox={`0 0 ${W} ${H}`} width="100%" role="img" aria-label={label}>
      <rect
        x={LEFT}
        width={W - LEFT - RIGHT}
        y={y(ends.high)}
        height={y(ends.low) - y(ends.high)}
        fill={colour("goodWash")}
      />
      <text
        x={W - RIGHT - 4}
        y={y(ends.low) + 15}
        style={{ fontSize: 13 }}
        textAnchor="end"
        fill={colour("good")}
      >
        where this should end
      </text>
      {lines.map((sg) => (
        <g key={sg}>
          <line x1={LEFT} x2={W - RIGHT} y1={y(sg)} y2={y(sg)} stroke={colour("line")} />
          <text
            x={LEFT - 8}
            y={y(sg) + 4}
            style={{ fontSize: 13 }}
            textAnchor="end"
            fill={colour("quiet")}
          >
            {sg.toFixed(3)}
          </text>
        </g>
      ))}
      {dayMarks.map((day) => (
        <text
          key={day}
          x={x(first + day * DAY)}
          y={H - 10}
          style={{ fontSize: 13 }}
          textAnchor="middle"
          fill={colour("quiet")}
        >
          {day === 0 ? "day 0" : day}
        </text>
      ))}
      <line
        x1={x(now)}
        x2={x(now)}
        y1={TOP}
        y2={H - BOTTOM}
        stroke={colour("rim")}
        strokeDasharray="2 5"
      />
      {sent.map((stretches) => (
        <polygon
          key={stretches[0]?.at}
          data-testid="sent"
          points={[
            ...stretches.map((stretch) => `${x(stretch.at)},${y(stretch.high)}`),
            ...stretches.toReversed().map((stretch) => `${x(stretch.at)},${y(stretch.low)}`),
          ].join(" ")}
          fill={colour("quiet")}
          stroke={colour("quiet")}
          strokeWidth="1"
          strokeLinejoin="round"
        />
      ))}
      {ahead.length > 1 && (
        <>
          <polygon
            points={[
              ...ahead.map((point) => `${x(point.at)},${y(point.high)}`),
              ...ahead.toReversed().map((point) => `${x(point.at)},${y(point.low)}`),
            ].join(" ")}
            fill={colour("amber")}
            opacity="0.25"
          />
          <polyline
            points={ahead.map((point) => `${x(point.at)},${y(point.sg)}`).join(" ")}
            fill="none"
            stroke={colour("amberInk")}
            strokeWidth="2.5"
            strokeDasharray="6 5"
          />
        </>
      )}
      <polyline
        points={points.map((point) => `${x(point.at)},${y(point.sg)}`).join(" ")}
        fill="none"
        stroke={colour("rim")}
        strokeWidth="3"
        strokeLinejoin="round"
      />
      {points.map((point) => (
        <circle
          key={point.at}
          cx={x(point.at)}
          cy={y(point.sg)}
          r="5"
          fill={colour("amber")}
          stroke={colour("rim")}
          strokeWidth="2"
        >
          <title>{point.label}</title>
        </circle>
      ))}
    </chakra.svg>
  );
}
