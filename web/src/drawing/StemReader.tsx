import { chakra } from "@chakra-ui/react";
import { useRef } from "react";
import { colour } from "../theme/colour";
import { lettersOn } from "../theme/drinks";
import { gravity, stemMarks } from "../units";

const W = 140;
const H = 236;
const [LEFT, RIGHT] = [20, 66];
// Pixels for one thousandth of gravity.
const SCALE = 6.5;
// Less than this is a finger coming down, not pulling.
const SIDEWAYS_PX = 8;

/** The stem close up: pull it until the water line stands where you see it. */
export function StemReader({
  sg,
  liquid,
  onChange,
}: {
  sg: number;
  liquid: string;
  onChange: (sg: number) => void;
}) {
  const held = useRef<{ x: number; y: number; sg: number; sideways: boolean } | null>(null);
  const line = H / 2;
  const y = (gravity: number) => line + (gravity - sg) * 1000 * SCALE;
  const reach = H / 2 / SCALE / 1000;
  const set = (next: number) =>
    onChange(Math.min(Math.max(Math.round(next * 1000) / 1000, 0.97), 1.2));

  return (
    <chakra.svg
      viewBox={`0 0 ${W} ${H}`}
      width={`${W}px`}
      height={`${H}px`}
      flexShrink="0"
      rounded="lg"
      cursor="ns-resize"
      // A finger that goes up or down scrolls the page; sideways it pulls the stem.
      touchAction="pan-y"
      role="slider"
      tabIndex={0}
      aria-label="Gravity on the stem"
      aria-orientation="vertical"
      aria-valuemin={0.97}
      aria-valuemax={1.2}
      aria-valuenow={sg}
      aria-valuetext={gravity(sg)}
      onKeyDown={(event) => {
        const by = {
          ArrowUp: 0.001,
          ArrowRight: 0.001,
          ArrowDown: -0.001,
          ArrowLeft: -0.001,
          PageUp: 0.01,
          PageDown: -0.01,
        }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        set(sg + by);
      }}
      onPointerDown={(event) => {
        const sideways = event.pointerType === "touch";
        if (!sideways) event.currentTarget.setPointerCapture(event.pointerId);
        held.current = { x: event.clientX, y: event.clientY, sg, sideways };
      }}
      onPointerMove={(event) => {
        const from = held.current;
        if (!from) return;
        const drawn = event.currentTarget.getBoundingClientRect().height / H;
        const [across, along] = [event.clientX - from.x, event.clientY - from.y];
        if (from.sideways && Math.abs(across) < Math.max(SIDEWAYS_PX, Math.abs(along))) return;
        const pulled = from.sideways ? across : -along;
        set(from.sg + pulled / drawn / SCALE / 1000);
      }}
      onPointerUp={() => {
        held.current = null;
      }}
      onPointerCancel={() => {
        held.current = null;
      }}
    >
      <rect width={W} height={H} fill={colour("glass")} />
      <rect y={line} width={W} height={H - line} fill={colour(liquid)} />
      <rect
        x={LEFT}
        y="-4"
        width={RIGHT - LEFT}
        height={H + 8}
        fill={colour("paper")}
        stroke={colour("navy")}
        strokeWidth="2.5"
      />
      {stemMarks(sg - reach, sg + reach).map(({ sg: mark, text }) => (
        <g key={mark}>
          <line
            x1={LEFT + 1}
            x2={LEFT + (text ? 24 : 14)}
            y1={y(mark)}
            y2={y(mark)}
            stroke={colour("navy")}
            strokeWidth={text ? 2 : 1}
          />
          {text && (
            <text
              x={RIGHT + 8}
              y={y(mark) + 5}
              style={{ fontSize: 14, fontWeight: 600 }}
              fill={colour(mark > sg ? lettersOn(liquid) : "ink")}
            >
              {text}
            </text>
          )}
        </g>
      ))}
      <path
        d={`M0,${line} H${LEFT - 6} Q${LEFT - 1},${line} ${LEFT},${line - 7} M${RIGHT},${line - 7} Q${RIGHT + 1},${line} ${RIGHT + 8},${line} H${W}`}
        fill="none"
        stroke={colour("rim")}
        strokeWidth="2"
      />
      <line
        x1={LEFT - 14}
        x2={RIGHT + 14}
        y1={line}
        y2={line}
        stroke={colour("paperAmber")}
        strokeWidth="2"
        strokeDasharray="5 4"
      />
    </chakra.svg>
  );
}
