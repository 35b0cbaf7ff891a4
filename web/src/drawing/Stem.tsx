import { chakra } from "@chakra-ui/react";
import { memo } from "react";
import { colour } from "../theme/colour";

export type StemMark = {
  name: string;
  sg: number;
  low?: number;
  high?: number;
  tone: "amberInk" | "good" | "ink";
};

// The glass is white by day and by night: what stands on it stays dark.
const ON_PAPER = { amberInk: "paperAmber", good: "paperGood", ink: "paperInk" } as const;

const W = 132;
const H = 400;
const PAD = 16;

/** A drawn hydrometer: low gravities up, as on the glass, with named marks and their bands. */
export function Stem({ marks, label }: { marks: StemMark[]; label: string }) {
  const highest = Math.max(1.1, ...marks.map((mark) => (mark.high ?? mark.sg) + 0.008));
  const lowest = Math.min(0.985, ...marks.map((mark) => (mark.low ?? mark.sg) - 0.004));
  const from = Math.floor(lowest * 200) / 200;
  const to = Math.ceil(highest * 50) / 50;
  const y = (sg: number) => heightOf(sg, from, to);
  return (
    <chakra.svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      height="100%"
      maxH="25rem"
      role="img"
      aria-label={label}
    >
      <rect
        x="52"
        y="2"
        width="30"
        height={H - 4}
        rx="14"
        fill={colour("paper")}
        stroke={colour("rim")}
        strokeWidth="2.5"
      />
      {marks.map(
        (mark) =>
          mark.low !== undefined &&
          mark.high !== undefined && (
            <rect
              key={mark.name}
              x="53.5"
              width="27"
              y={y(mark.low)}
              height={Math.max(y(mark.high) - y(mark.low), 2)}
              fill={colour(ON_PAPER[mark.tone])}
              opacity="0.3"
            />
          ),
      )}
      <Ticks from={from} to={to} />
      {marks.map((mark) => (
        <g key={mark.name}>
          <line
            x1="46"
            x2="84"
            y1={y(mark.sg)}
            y2={y(mark.sg)}
            stroke={colour(ON_PAPER[mark.tone])}
            strokeWidth="3"
          />
          <text
            x="44"
            y={y(mark.sg) + 4}
            style={{ fontSize: 13, fontWeight: 700 }}
            textAnchor="end"
            fill={colour(mark.tone)}
          >
            {mark.name}
          </text>
        </g>
      ))}
    </chakra.svg>
  );
}

function heightOf(sg: number, from: number, to: number): number {
  return PAD + ((sg - from) / (to - from)) * (H - 2 * PAD);
}

/** The printed scale; it stays as it is while the marks on it move. */
const Ticks = memo(function Ticks({ from, to }: { from: number; to: number }) {
  const points = (to - from) * 1000;
  const step = points > 180 ? 10 : 5;
  const ticks = Array.from(
    { length: Math.floor(points / step) + 1 },
    (_, i) => Math.round(from * 1000) + i * step,
  );
  return ticks.map((tick) => {
    const y = heightOf(tick / 1000, from, to);
    const named = tick % 20 === 0;
    return (
      <g key={tick}>
        <line x1="53" x2={named ? 68 : 61} y1={y} y2={y} stroke={colour("navy")} />
        {named && (
          <text x="86" y={y + 4} style={{ fontSize: 12 }} fill={colour("quiet")}>
            {(tick / 1000).toFixed(3)}
          </text>
        )}
      </g>
    );
  });
});
