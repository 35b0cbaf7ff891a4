import { memo } from "react";
import { grams, volume } from "../../format";
import { QuietButton } from "../../frame/states";
import { colour } from "../../theme/colour";
import { drinkToken } from "../../theme/drinks";
import { type DraftPour, readAmount, written } from "./draft";
import css from "./PourRow.module.css";

// A spoon is one press of an arrow key: a tablespoon, or a teaspoon of sugar.
const SPOON = { ml: 15, g: 5 };
// How near a whole carton a dragged bar has to come to stop on it.
const SNAP = 0.04;
const MOST_MARKS = 12;

/** One pour: a bar to pull, the amount to type, and whether it may give for the aim. */
export const PourRow = memo(function PourRow({
  row,
  sugarG,
  solvedAmount,
  most,
  aiming,
  problem,
  onAmount,
  onGives,
  onRemove,
}: {
  row: DraftPour;
  sugarG: number;
  solvedAmount: number | null;
  most: number;
  aiming: boolean;
  problem: string | undefined;
  onAmount: (id: number, amount: string) => void;
  onGives: (id: number, gives: boolean) => void;
  onRemove: (id: number) => void;
}) {
  const { id, pour, unit } = row;
  const solved = aiming && row.gives;
  const pack = (unit === "ml" ? pour.pack_ml : pour.pack_g) ?? null;
  const typed = readAmount(row.amount, unit);
  const amount = solved ? (solvedAmount ?? 0) : typeof typed === "number" ? typed : 0;
  const say = unit === "ml" ? volume : grams;
  const cartons =
    pack && most / pack <= MOST_MARKS
      ? Array.from({ length: Math.floor(most / pack) }, (_, i) => (i + 1) * pack)
      : [];

  function drag(value: number) {
    const near = cartons.find((whole) => pack && Math.abs(whole - value) < pack * SNAP);
    onAmount(id, written(near ?? value));
  }

  function nudge(by: number) {
    onAmount(id, written(Math.min(Math.max(amount + by, 0), most)));
  }

  // On the bar alone: set on the row, every move would restyle all that is in it.
  const poured = `${(Math.min(amount, most) / most) * 100}%`;
  const drink = { "--drink": colour(drinkToken(pour)) } as React.CSSProperties;

  return (
    <li className={solved ? `${css.row} ${css.solved}` : css.row} style={drink}>
      <div className={css.swatch} />
      <div>
        <div className={css.name}>{pour.name}</div>
        <div className={css.label}>
          {printed(pour)}
          {sugarG >= 0.5 && ` · ${grams(sugarG)} sugar`}
        </div>
      </div>
      {solved ? (
        <div className={css.answer}>{solvedAmount === null ? "–" : say(solvedAmount)}</div>
      ) : (
        <div className={css.amount}>
          <input
            aria-label={`Amount of ${pour.name}, ${unit}`}
            aria-invalid={!!problem}
            aria-describedby={problem ? `pour-${id}-problem` : undefined}
            inputMode="decimal"
            value={row.amount}
            onChange={(event) => onAmount(id, event.target.value)}
          />
          <span className={css.unit}>{unit}</span>
        </div>
      )}
      <div className={css.bar}>
        {cartons.map((whole) => (
          <div
            key={whole}
            className={css.carton}
            style={{ left: `calc(12px + (100% - 24px) * ${whole / most})` }}
          />
        ))}
        <input
          type="range"
          style={{ "--poured": poured } as React.CSSProperties}
          aria-label={`How much ${pour.name}`}
          aria-valuetext={say(amount)}
          min={0}
          max={most}
          step={1}
          value={Math.min(amount, most)}
          onChange={(event) => drag(Number(event.target.value))}
          onKeyDown={(event) => {
            const sign = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
            if (!sign) return;
            event.preventDefault();
            nudge(sign * (event.shiftKey && pack ? pack : SPOON[unit]));
          }}
        />
      </div>
      <RowButtons
        id={id}
        name={pour.name}
        aiming={aiming}
        gives={row.gives}
        onGives={onGives}
        onRemove={onRemove}
      />
      {problem && (
        <div id={`pour-${id}-problem`} role="alert" className={css.problem}>
          {problem}
        </div>
      )}
    </li>
  );
});

function printed(pour: DraftPour["pour"]): string {
  if (pour.label) return `${pour.label.sugars_g} g/${pour.label.per_ml ? "100 ml" : "100 g"}`;
  return pour.kind === "water" ? "unchlorinated" : "pure";
}

const RowButtons = memo(function RowButtons({
  id,
  name,
  aiming,
  gives,
  onGives,
  onRemove,
}: {
  id: number;
  name: string;
  aiming: boolean;
  gives: boolean;
  onGives: (id: number, gives: boolean) => void;
  onRemove: (id: number) => void;
}) {
  return (
    <div className={css.buttons}>
      {aiming && (
        <QuietButton
          px="2.5"
          fontSize="sm"
          borderColor={gives ? "amber" : "line"}
          aria-pressed={gives}
          aria-label={`${gives ? "gives" : "locked"}: ${name}`}
          onClick={() => onGives(id, !gives)}
        >
          {gives ? "gives" : "locked"}
        </QuietButton>
      )}
      <QuietButton
        px="3"
        borderColor="line"
        aria-label={`Pour no ${name}`}
        onClick={() => onRemove(id)}
      >
        ✕
      </QuietButton>
    </div>
  );
});
