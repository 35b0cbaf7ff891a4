import { colour } from "../theme/colour";

const MOST_DRAWN = 8;
const STEP = 11;

/** How a kind of bottle is drawn: body and neck as half widths, shoulder and top as heights. */
const SHAPES: Record<string, { body: number; neck: number; shoulder: number; top: number }> = {
  wine_bottle: { body: 12, neck: 4.2, shoulder: 44, top: 78 },
  beer_bottle: { body: 11.5, neck: 4.4, shoulder: 38, top: 62 },
  beer_bottle_returnable: { body: 12, neck: 4.8, shoulder: 36, top: 62 },
  swing_top_rated: { body: 13, neck: 5, shoulder: 38, top: 66 },
  swing_top_decorative: { body: 13, neck: 5, shoulder: 38, top: 66 },
  pet_bottle: { body: 14, neck: 5, shoulder: 44, top: 68 },
  sparkling_bottle: { body: 14, neck: 4.6, shoulder: 36, top: 80 },
  jar: { body: 17, neck: 14, shoulder: 44, top: 52 },
  jug: { body: 20, neck: 4.5, shoulder: 42, top: 60 },
};
const HEIGHT = 92;
const ROOM = 4;

/** A lot of bottles of one kind, filled with their drink; many stand behind one another, and those
 * that are gone as outlines. */
export function Bottles({
  bottle,
  closure,
  count,
  of = count,
  drink,
}: {
  bottle: string;
  closure: string;
  count: number;
  /** How many there once were. */
  of?: number;
  drink: string;
}) {
  const shape = SHAPES[bottle] ?? { body: 12, neck: 4.4, shoulder: 40, top: 70 };
  const drawn = Math.min(Math.max(of, 1), MOST_DRAWN);
  // As many in every eight as are left of all.
  const full = of > MOST_DRAWN ? Math.ceil((count / of) * drawn) : count;
  const width = 2 * shape.body + (drawn - 1) * STEP + 2 * ROOM;
  return (
    <svg width={width} height={HEIGHT} viewBox={`0 0 ${width} ${HEIGHT}`} aria-hidden="true">
      {Array.from({ length: drawn }, (_, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: bottles of a lot are all alike
        <g key={place} transform={`translate(${ROOM + shape.body + place * STEP} ${HEIGHT - 3})`}>
          <One shape={shape} closure={closure} drink={drink} gone={place >= full} />
        </g>
      ))}
    </svg>
  );
}

function One({
  shape: { body, neck, shoulder, top },
  closure,
  drink,
  gone,
}: {
  shape: { body: number; neck: number; shoulder: number; top: number };
  closure: string;
  drink: string;
  gone: boolean;
}) {
  const round = shoulder + (top - shoulder) * 0.45;
  const path = `M${-body} 0V${-shoulder}C${-body} ${-round} ${-neck} ${-round} ${-neck} ${-top + 3}V${-top}H${neck}V${-top + 3}C${neck} ${-round} ${body} ${-round} ${body} ${-shoulder}V0Z`;
  return (
    <>
      <path
        d={path}
        fill={gone ? "none" : colour(drink)}
        stroke={colour(gone ? "quiet" : "rim")}
        strokeDasharray={gone ? "3 3" : undefined}
        strokeWidth={gone ? 1.2 : 2}
        strokeLinejoin="round"
      />
      {!gone && <Closed closure={closure} neck={neck} top={top} />}
    </>
  );
}

function Closed({ closure, neck, top }: { closure: string; neck: number; top: number }) {
  const rim = { stroke: colour("rim"), strokeWidth: 2, strokeLinejoin: "round" } as const;
  switch (closure) {
    case "cork":
      return (
        <rect
          x={-neck + 1}
          y={-top - 6}
          width={2 * neck - 2}
          height="9"
          fill={colour("cork")}
          {...rim}
        />
      );
    case "wired":
      return (
        <path
          d={`M${-neck} ${-top}C${-neck - 3} ${-top - 10} ${neck + 3} ${-top - 10} ${neck} ${-top}M${-neck - 1} ${-top + 5}L0 ${-top - 8}L${neck + 1} ${-top + 5}`}
          fill={colour("cork")}
          {...rim}
        />
      );
    case "crown":
      return (
        <path
          d={`M${-neck - 2} ${-top + 2}L${-neck} ${-top - 4}H${neck}L${neck + 2} ${-top + 2}Z`}
          fill={colour("glass")}
          {...rim}
        />
      );
    case "swing":
      return (
        <path
          d={`M${-neck} ${-top}a${neck} 5 0 0 1 ${2 * neck} 0M${-neck - 1} ${-top + 8}V${-top}M${neck + 1} ${-top + 8}V${-top}`}
          fill={colour("glass")}
          {...rim}
        />
      );
    case "vented":
      return (
        <path
          d={`M${-neck} ${-top}H${neck}M0 ${-top - 2}v-8M-3 ${-top - 7}l3 -4l3 4`}
          fill="none"
          {...rim}
        />
      );
    default:
      return (
        <rect
          x={-neck - 1}
          y={-top - 4}
          width={2 * neck + 2}
          height="7"
          fill={colour("glass")}
          {...rim}
        />
      );
  }
}
