import { chakra } from "@chakra-ui/react";
import { useRef } from "react";
import { colour } from "../theme/colour";

const W = 220;
const H = 260;
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
  const middle = Math.round(sg * 1000);
  const reach = Math.ceil(H / 2 / SCALE);
  const set = (next: number) =>
    onChange(Math.min(Math.max(Math.round(next * 1000) / 1000, 0.97), 1.2));

  return (
    <chakra.svg
      viewBox={`0 0 ${W} ${H}`}
      width="100%"
      maxW="18rem"
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
      aria-valuetext={sg.toFixed(3)}
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
        x="78"
        y="-4"
        width="64"
        height={H + 8}
        fill={colour("paper")}
        stroke={colour("navy")}
        strokeWidth="2.5"
      />
      {Array.from({ length: 2 * reach + 1 }, (_, i) => middle - reach + i).map((points) => {
        const major = points % 10 === 0;
        const half = points % 5 === 0;
        return (
          <g key={points}>
            <line
              x1="80"
              x2={major ? 106 : half ? 98 : 92}
              y1={y(points / 1000)}
              y2={y(points / 1000)}
              stroke={colour("navy")}
              strokeWidth={major ? 2 : 1}
            />
            {major && (
              <text x="108" y={y(points / 1000) + 4} style={{ fontSize: 11 }} fill={colour("navy")}>
                {points > 1000 ? points - 1000 : (points / 1000).toFixed(3)}
              </text>
            )}
          </g>
        );
      })}
      <path
        d={`M0,${line} H70 Q76,${line} 78,${line - 7} M142,${line - 7} Q144,${line} 156,${line} H${W}`}
        fill="none"
        stroke={colour("rim")}
        strokeWidth="2"
      />
      <line
        x1="54"
        x2="166"
        y1={line}
        y2={line}
        stroke={colour("amberInk")}
        strokeWidth="2"
        strokeDasharray="5 4"
      />
    </chakra.svg>
  );
}
