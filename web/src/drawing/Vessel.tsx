import { memo, useId } from "react";
import { colour } from "../theme/colour";
import { lettersOn } from "../theme/drinks";
import { fitted, frameOf, levelOf, litreMarks, profileOf, radiusAt, type Stopper } from "./vessels";

export type Layer = { name: string; colour: string; ml: number };

const LETTER_PX = 7.4;
const LINE_PX = 17;
const TEXT_PX = 13;

/** A real vessel to scale, filled with what is in it; `height` in pixels, and its text in them. */
export const Vessel = memo(function Vessel({
  shape,
  capacityMl,
  layers,
  label,
  height,
  stopper = "airlock",
  foaming = true,
  leesMl = 0,
  mixed,
  marked = true,
}: {
  shape: string;
  capacityMl: number;
  layers: Layer[];
  /** What it shows, in words; empty where they stand beside it. */
  label: string;
  height: number;
  stopper?: Stopper;
  /** Whether the room above is there for foam. */
  foaming?: boolean;
  /** What has settled, under everything else. */
  leesMl?: number;
  /** The colour of it all stirred together, instead of in layers. */
  mixed?: string | undefined;
  /** Whether litres and names are written on it. */
  marked?: boolean;
}) {
  const id = useId();
  const profile = profileOf(shape);
  const frame = frameOf(shape, height, stopper, marked);
  const { centre, x, y } = frame;
  const side = (sign: 1 | -1) =>
    profile.points.map(([h, r]) => `${(centre + sign * x(r)).toFixed(1)},${y(h).toFixed(1)}`);
  const outline = `M${side(-1).reverse().join("L")}L${side(1).join("L")}`;
  const thin = height < 160;

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
  const lees = levelOf(shape, leesMl / capacityMl);
  const left = centre - x(profile.body);

  return (
    <svg
      width={frame.width}
      height={height}
      viewBox={`0 0 ${frame.width} ${height}`}
      role={label ? "img" : undefined}
      aria-label={label || undefined}
      aria-hidden={label ? undefined : true}
    >
      <defs>
        <clipPath id={`${id}glass`}>
          <path d={`${outline}Z`} />
        </clipPath>
        <pattern id={`${id}foam`} width="9" height="9" patternUnits="userSpaceOnUse">
          <circle cx="3" cy="3" r="1.8" fill={colour("foam")} />
          <circle cx="7.5" cy="7" r="1.2" fill={colour("foam")} />
        </pattern>
      </defs>
      {shape === "jug" && (
        <path
          d={`M${centre + x(profile.mouth)},${y(0.93)} q${x(0.16)},${x(0.01)} ${x(0.13)},${x(0.16)}`}
          fill="none"
          stroke={colour("rim")}
          strokeWidth={thin ? 3 : 6}
          strokeLinecap="round"
        />
      )}
      <path d={`${outline}Z`} fill={colour("glass")} />
      <g clipPath={`url(#${id}glass)`}>
        {foaming && !over && surface > 0 && surface < profile.shoulder && (
          <rect
            x="0"
            width={frame.width}
            y={y(profile.shoulder)}
            height={y(surface) - y(profile.shoulder)}
            fill={`url(#${id}foam)`}
          />
        )}
        {drawn.map((layer) => (
          <rect
            key={layer.name}
            x="0"
            width={frame.width}
            y={y(layer.to)}
            height={y(layer.from) - y(layer.to) + 0.5}
            fill={mixed ?? colour(layer.colour)}
          />
        ))}
        {leesMl > 0 && (
          <rect
            x="0"
            width={frame.width}
            y={y(lees)}
            height={y(0) - y(lees)}
            fill={colour("lees")}
          />
        )}
        {!thin && shape !== "bucket" && (
          <rect
            x={left + x(0.03)}
            width={x(0.03)}
            y={y(0.5)}
            height={x(0.4)}
            rx={x(0.015)}
            fill={colour("paper")}
            opacity="0.35"
          />
        )}
      </g>
      {marked &&
        litreMarks(capacityMl).map((litre) => {
          const at = levelOf(shape, (litre * 1000) / capacityMl);
          const edge = centre - x(radiusAt(shape, at));
          return (
            <g key={litre}>
              <line
                x1={edge}
                x2={left - 7}
                y1={y(at)}
                y2={y(at)}
                stroke={colour("rim")}
                strokeWidth="1.5"
              />
              <text
                x={left - 11}
                y={y(at) + 4}
                style={{ fontSize: TEXT_PX }}
                textAnchor="end"
                fill={colour("quiet")}
              >
                {litre === litreMarks(capacityMl)[0] ? `${litre} L` : litre}
              </text>
            </g>
          );
        })}
      {marked &&
        !mixed &&
        drawn.map((layer) => {
          const room = y(layer.from) - y(layer.to);
          const middle = (layer.from + layer.to) / 2;
          const letters = Math.floor((2 * x(radiusAt(shape, middle)) - 12) / LETTER_PX);
          const rows = fitted(layer.name, letters, Math.floor(room / LINE_PX));
          if (room < LINE_PX) return null;
          return (
            <text
              key={layer.name}
              style={{ fontSize: TEXT_PX, fontWeight: 600 }}
              textAnchor="middle"
              fill={colour(lettersOn(layer.colour))}
            >
              {rows.map((row, i) => (
                <tspan
                  key={row}
                  x={centre}
                  y={y(middle) + 5 + (i - (rows.length - 1) / 2) * LINE_PX}
                >
                  {row}
                </tspan>
              ))}
            </text>
          );
        })}
      <path
        d={outline}
        fill="none"
        stroke={colour("rim")}
        strokeWidth={thin ? 2 : 3}
        strokeLinejoin="round"
        strokeLinecap="round"
      />
      {shape === "bucket" && stopper !== "none" && (
        <rect
          x={centre - x(profile.body + 0.035)}
          width={2 * x(profile.body + 0.035)}
          y={y(1) - 4}
          height={x(0.05)}
          rx="3"
          fill={colour("enamel")}
          stroke={colour("rim")}
          strokeWidth={thin ? 1.5 : 2.5}
        />
      )}
      {stopper === "airlock" && (
        <Airlock
          centre={centre}
          lip={y(1)}
          unit={frame.tall}
          mouth={shape === "bucket" ? 0.03 : profile.mouth}
          thin={thin}
        />
      )}
      {stopper === "cork" && (
        <rect
          x={centre - x(profile.mouth) + 1}
          width={2 * x(profile.mouth) - 2}
          y={y(1) - x(0.035)}
          height={x(0.08)}
          rx="2"
          fill={colour("cork")}
          stroke={colour("rim")}
          strokeWidth="1.5"
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
              d={`M${centre + sign * x(profile.mouth + 0.01)},${y(1)} q${sign * 14},40 ${sign * 6},110 q${sign * 4},14 ${sign * 14},0 q${sign * 4},-70 ${-sign * 6},-112 Z`}
            />
          ))}
          <ellipse cx={centre} cy={y(0) - 3} rx={x(profile.body) + 4} ry="8" />
        </g>
      )}
    </svg>
  );
});

/** The bung in the mouth, and the bent tube with water in it that lets gas out. */
function Airlock({
  centre,
  lip,
  unit,
  mouth,
  thin,
}: {
  centre: number;
  lip: number;
  unit: number;
  mouth: number;
  thin: boolean;
}) {
  const u = (share: number) => share * unit;
  const [stem, bend, trap] = [centre, u(0.06), u(0.05)];
  const top = lip - u(0.24);
  const low = lip - u(0.1);
  // Bent to the left: on the other side hangs the tag.
  const tube = `M${stem},${lip - u(0.05)} V${top + bend} q0,${-bend} ${-bend},${-bend} q${-bend},0 ${-bend},${bend} V${low} q0,${trap} ${-trap},${trap} q${-trap},0 ${-trap},${-trap} V${top + u(0.03)}`;
  const wide = Math.max(u(0.032), 4);
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round">
      <path d={tube} stroke={colour("rim")} strokeWidth={wide + (thin ? 2 : 3)} />
      <path d={tube} stroke={colour("enamel")} strokeWidth={wide} />
      <path
        d={`M${stem - 2 * bend},${low - u(0.03)} V${low} q0,${trap} ${-trap},${trap} q${-trap},0 ${-trap},${-trap} V${low - u(0.03)}`}
        stroke={colour("drink.airlock")}
        strokeWidth={wide}
        strokeLinecap="butt"
      />
      <path
        d={`M${centre - u(mouth + 0.012)},${lip - u(0.055)} h${u(2 * mouth + 0.024)} l${-u(0.02)},${u(0.085)} h${-u(2 * mouth - 0.016)} Z`}
        fill={colour("cork")}
        stroke={colour("rim")}
        strokeWidth={thin ? 1.5 : 2.5}
      />
    </g>
  );
}
