import { memo, type ReactNode } from "react";
import type { Schemas } from "../../api/client";
import { gravity, percent, volume } from "../../format";
import css from "./plan.module.css";

type Standing = Schemas["StandingOut"];

/** A figure of a standing, in its unit. */
export function said(value: number, unit: string): string {
  if (unit === "money") return value.toFixed(2);
  if (unit === "SG") return gravity(value);
  if (unit === "%") return percent(value);
  if (unit === "ml") return volume(value);
  return `${value.toFixed(1)} ${unit}`;
}

/** One thing that can be aimed at: where the must is, the usual band, and the wanted mark. */
export const AimRow = memo(function AimRow({
  name,
  standing,
  children,
}: {
  name: string;
  standing: Standing | undefined;
  children: ReactNode;
}) {
  return (
    <div className={css.aim}>
      <div>
        <b>{name}</b>{" "}
        <span className={css.here}>
          {standing ? said(standing.value.value, standing.unit) : "–"}
        </span>
      </div>
      {children ?? <span />}
      {standing && <Scale standing={standing} />}
    </div>
  );
});

function Scale({ standing }: { standing: Standing }) {
  const [from = 0, to = 1] = standing.scale;
  const [low = from, high = to] = standing.band;
  const at = (value: number) =>
    `${(Math.min(Math.max((value - from) / (to - from), 0), 1) * 100).toFixed(2)}%`;
  const wanted = standing.wanted === null ? "" : `, wanted ${said(standing.wanted, standing.unit)}`;
  return (
    <div
      className={css.scale}
      role="img"
      aria-label={`${standing.name}: ${said(standing.value.value, standing.unit)}, usually ${said(low, standing.unit)} to ${said(high, standing.unit)}${wanted}`}
    >
      <div className={css.band} style={{ left: at(low), right: `calc(100% - ${at(high)})` }} />
      <div className={css.now} style={{ left: at(standing.value.value) }} />
      {standing.wanted !== null && (
        <div className={css.wanted} style={{ left: at(standing.wanted) }} />
      )}
    </div>
  );
}
