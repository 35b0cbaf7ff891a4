import type { Schemas } from "../api/client";
import { date, money } from "../format";
import { colour } from "../theme/colour";

type Price = Schemas["PriceOut"];

const WIDTH = 520;
const HEIGHT = 150;
const LEFT = 52;
const RIGHT = 14;
const TOP = 14;
const BOTTOM = 26;

/** Prices over time: a step from each to the next, for a price holds until another is seen. */
export function PriceGraph({ prices, currency }: { prices: Price[]; currency: string }) {
  const times = prices.map((price) => Date.parse(price.on));
  const amounts = prices.map((price) => Number(price.amount));
  const from = Math.min(...times);
  const to = Math.max(...times);
  const most = Math.max(...amounts);
  const x = (time: number) =>
    to === from
      ? (WIDTH + LEFT) / 2
      : LEFT + ((time - from) / (to - from)) * (WIDTH - LEFT - RIGHT);
  const y = (amount: number) =>
    most === 0 ? HEIGHT - BOTTOM : TOP + (1 - amount / most) * (HEIGHT - TOP - BOTTOM);
  const steps = prices
    .map((_, i) => {
      const point = `${x(times[i] ?? 0)} ${y(amounts[i] ?? 0)}`;
      return i === 0 ? `M ${point}` : `H ${x(times[i] ?? 0)} V ${y(amounts[i] ?? 0)}`;
    })
    .join(" ");
  const first = prices[0];
  const last = prices[prices.length - 1];
  const said = prices
    .map((price) => `${money(price.amount, currency)} on ${date(price.on)}`)
    .join(", ");
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Prices: ${said}`}
      style={{ width: "100%", height: "auto", maxWidth: "40rem" }}
    >
      <line
        x1={LEFT}
        x2={WIDTH - RIGHT}
        y1={HEIGHT - BOTTOM}
        y2={HEIGHT - BOTTOM}
        stroke={colour("line")}
      />
      <text
        x={LEFT - 6}
        y={y(most) + 5}
        textAnchor="end"
        style={{ fontSize: 14 }}
        fill={colour("quiet")}
      >
        {money(String(most), currency)}
      </text>
      <text
        x={LEFT - 6}
        y={HEIGHT - BOTTOM + 5}
        textAnchor="end"
        style={{ fontSize: 14 }}
        fill={colour("quiet")}
      >
        {money("0", currency)}
      </text>
      <path d={steps} fill="none" stroke={colour("rim")} strokeWidth="2" />
      {prices.map((price, i) => (
        <circle
          key={`${price.on}-${price.amount}-${i.toString()}`}
          cx={x(times[i] ?? 0)}
          cy={y(amounts[i] ?? 0)}
          r="5"
          fill={colour("amber")}
          stroke={colour("rim")}
          strokeWidth="1.5"
        />
      ))}
      {first && (
        <text x={LEFT} y={HEIGHT - 6} style={{ fontSize: 14 }} fill={colour("quiet")}>
          {date(first.on)}
        </text>
      )}
      {last && to > from && (
        <text
          x={WIDTH - RIGHT}
          y={HEIGHT - 6}
          textAnchor="end"
          style={{ fontSize: 14 }}
          fill={colour("quiet")}
        >
          {date(last.on)}
        </text>
      )}
    </svg>
  );
}
