import { chakra } from "@chakra-ui/react";
import { useId } from "react";
import { colour } from "../theme/colour";
import { lettersOn } from "../theme/drinks";
import { levelOf, profileOf } from "./vessels";

export type Layer = { name: string; colour: string; ml: number };

const W = 300;
const H = 340;
const TOP = 14;

/** The vessel, filled to scale with what was poured, in order. */
export function Jug({
  shape,
  capacityMl,
  layers,
  label,
  foaming = true,
  mixed,
}: {
  shape: string;
  capacityMl: number;
  layers: Layer[];
  label: string;
  /** Whether the room above is there for foam. */
  foaming?: boolean;
  /** The colour of it all stirred together, instead of in layers. */
  mixed?: string | undefined;
}) {
  const id = useId();
  const profile = profileOf(shape);
  const x = (r: number) => r * H * 1.18;
  const y = (h: number) => TOP + (1 - h) * H;
  const side = (sign: 1 | -1) =>
    profile.points.map(([h, r]) => `${(W / 2 + sign * x(r)).toFixed(1)},${y(h).toFixed(1)}`);
  const outline = `M${side(-1).reverse().join("L")}L${side(1).join("L")}`;

  const total = layers.reduce((sum, layer) => sum + layer.ml, 0);
  const over = total > capacityMl + 0.5;
  let below = 0;
  const drawn = layers
    .filter((layer) => layer.ml > 0)
    .map((layer) => {
      const from = levelOf(shape, below / capacityMl);
      below += layer.ml;
      const to = over && below >= total ? 1 : levelOf(shape, Math.min(below / capacityMl, 1.2));
      return { ...layer, from, to };
    });
  const surface = drawn.at(-1)?.to ?? 0;
  const litres = capacityMl > 12_000 ? 5 : 1;
  const marks = Array.from(
    { length: Math.floor(capacityMl / 1000 / litres) },
    (_, i) => (i + 1) * litres,
  );

  return (
    <chakra.svg
      viewBox={`${W / 2 - x(profile.body) - 34} 0 ${2 * x(profile.body) + 44} ${H + 34}`}
      width="100%"
      height="100%"
      maxH="27rem"
      role="img"
      aria-label={label}
    >
      <defs>
        <clipPath id={`${id}glass`}>
          <path d={`${outline}Z`} />
        </clipPath>
        <pattern id={`${id}foam`} width="9" height="9" patternUnits="userSpaceOnUse">
          <circle cx="3" cy="3" r="1.8" fill={colour("amber")} opacity="0.55" />
        </pattern>
      </defs>
      <path d={`${outline}Z`} fill={colour("glass")} />
      <g clipPath={`url(#${id}glass)`}>
        {foaming && !over && surface > 0 && surface < profile.shoulder && (
          <rect
            x="0"
            width={W}
            y={y(profile.shoulder)}
            height={y(surface) - y(profile.shoulder)}
            fill={`url(#${id}foam)`}
          />
        )}
        {drawn.map((layer) => (
          <rect
            key={layer.name}
            x="0"
            width={W}
            y={y(layer.to)}
            height={y(layer.from) - y(layer.to)}
            fill={mixed ?? colour(layer.colour)}
          />
        ))}
      </g>
      {marks.map((litre) => (
        <g key={litre} color={colour("rim")}>
          <line
            x1={W / 2 - x(profile.body)}
            x2={W / 2 - x(profile.body) - 7}
            y1={y(levelOf(shape, (litre * 1000) / capacityMl))}
            y2={y(levelOf(shape, (litre * 1000) / capacityMl))}
            stroke="currentColor"
          />
          <text
            x={W / 2 - x(profile.body) - 10}
            y={y(levelOf(shape, (litre * 1000) / capacityMl)) + 4}
            style={{ fontSize: 13 }}
            textAnchor="end"
            fill={colour("quiet")}
          >
            {litre} L
          </text>
        </g>
      ))}
      {drawn
        .filter((layer) => !mixed && y(layer.from) - y(layer.to) >= 17)
        .map((layer) => (
          <text
            key={layer.name}
            x={W / 2}
            y={(y(layer.from) + y(layer.to)) / 2 + 5}
            style={{ fontSize: 14, fontWeight: 600 }}
            textAnchor="middle"
            fill={colour(lettersOn(layer.colour))}
          >
            {layer.name}
          </text>
        ))}
      <path
        d={outline}
        fill="none"
        stroke={colour("rim")}
        strokeWidth="3"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
      {shape === "jug" && (
        <path
          d={`M${W / 2 + x(0.09)},${y(0.93)} q34,4 30,44 q-4,26 -24,34`}
          fill="none"
          stroke={colour("rim")}
          strokeWidth="6"
        />
      )}
      {over && (
        <g
          fill={mixed ?? colour(drawn.at(-1)?.colour ?? "amber")}
          stroke={colour("rim")}
          strokeWidth="1"
        >
          {[-1, 1].map((sign) => (
            <path
              key={sign}
              d={`M${W / 2 + sign * x(0.1)},${y(1)} q${sign * 14},40 ${sign * 6},110 q${sign * 4},14 ${sign * 14},0 q${sign * 4},-70 ${-sign * 6},-112 Z`}
            />
          ))}
          <ellipse cx={W / 2} cy={H + TOP + 12} rx={x(profile.body)} ry="10" />
        </g>
      )}
    </chakra.svg>
  );
}
