import { lazy, memo, Suspense, useRef, useState } from "react";
import type { Schemas } from "../../api/client";
import { Pack } from "../../drawing/Pack";
import { grams, gravity, volume } from "../../format";
import { WhoseMeasure } from "../../frame/WhoseMeasure";
import { colour } from "../../theme/colour";
import { drinkToken } from "../../theme/drinks";
import { type DraftPour, type Role, readPour, written } from "./draft";
import css from "./PourRow.module.css";

// Fetched when it is first opened: most plans are made without.
const PourMenu = lazy(() => import("./PourMenu"));

// A spoon is one press of an arrow key: a tablespoon, or a teaspoon of sugar.
// How near a whole carton a dragged bar has to come to stop on it.
const SNAP = 0.08;
const MOST_MARKS = 12;

/** What can be done to a row; all of it keeps its identity while a bar is pulled. */
export type RowActs = {
  onAmount: (id: number, amount: string) => void;
  onRole: (id: number, role: Role) => void;
  onShare: (id: number, share: string) => void;
  onLock: (id: number) => void;
  onMove: (id: number, by: -1 | 1) => void;
  onReplace: (id: number, product: Schemas["ProductOut"]) => void;
  onRemove: (id: number) => void;
};

/** One pour: a bar to pull, the amount to type, and what it does for the aim. */
export const PourRow = memo(function PourRow({
  row,
  things,
  solvedAmount,
  most,
  aiming,
  history,
  problem,
  step,
  acts,
}: {
  row: DraftPour;
  /** The amount in the things of a kitchen, where it comes to some. */
  things: string | null;
  solvedAmount: number | null;
  most: number;
  aiming: boolean;
  /** The yeast is in: nothing here is still to be done. */
  history: boolean;
  problem: string | undefined;
  /** How far a press of an arrow key goes, ml or g. */
  step: number;
  acts: RowActs;
}) {
  const { id, pour, unit, locked } = row;
  const solved = solvedAmount !== null || (aiming && row.role === "adjusts");
  const pack = (unit === "ml" ? pour.pack_ml : pour.pack_g) ?? null;
  const typed = readPour(row.amount, unit, pour);
  const amount = solved ? (solvedAmount ?? 0) : typeof typed === "number" ? typed : 0;
  const say = unit === "ml" ? volume : grams;
  const cartons =
    pack && most / pack <= MOST_MARKS
      ? Array.from({ length: Math.floor(most / pack) }, (_, i) => (i + 1) * pack)
      : [];

  function drag(value: number) {
    const near = cartons.find((whole) => pack && Math.abs(whole - value) < pack * SNAP);
    acts.onAmount(id, written(near ?? value));
  }

  function nudge(by: number) {
    if (!locked) acts.onAmount(id, written(Math.min(Math.max(amount + by, 0), most)));
  }

  // On the bar alone: set on the row, every move would restyle all that is in it.
  const said = [printed(pour), solved ? null : things].filter(Boolean).join(" · ");
  const poured = `${(Math.min(amount, most) / most) * 100}%`;
  const drink = { "--drink": colour(drinkToken(pour)) } as React.CSSProperties;

  return (
    <li className={solved && !history ? `${css.row} ${css.worked}` : css.row} style={drink}>
      <div className={css.pack}>
        <Pack kind={pour.kind} drink={drinkToken(pour)} />
      </div>
      <Name row={row} said={said} history={history} acts={acts} />
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
            disabled={locked}
            onChange={(event) => acts.onAmount(id, event.target.value)}
          />
          <span className={css.unit}>{unit}</span>
        </div>
      )}
      <div className={css.bar} {...useSideways(amount, most, locked, drag)}>
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
          aria-disabled={locked}
          onChange={(event) => !locked && drag(Number(event.target.value))}
          onKeyDown={(event) => {
            if (event.key === "k" && !event.ctrlKey && !event.metaKey) acts.onLock(id);
            const sign = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
            if (!sign) return;
            event.preventDefault();
            if (event.altKey) acts.onMove(id, sign > 0 ? 1 : -1);
            else nudge(sign * (event.shiftKey && pack ? pack : step));
          }}
        />
      </div>
      <Control
        id={id}
        name={pour.name}
        locked={locked}
        role={row.role}
        share={row.share}
        asked={aiming || pour.kind === "acid" || pour.kind === "tannin"}
        acts={acts}
      />
      {problem && (
        <div id={`pour-${id}-problem`} role="alert" className={css.problem}>
          {problem}
          <WhoseMeasure text={row.amount} onSettled={() => acts.onAmount(id, row.amount)} />
        </div>
      )}
    </li>
  );
});

/** What it is called, with everything else that can be done to it behind it. */
const Name = memo(function Name({
  row,
  said,
  history,
  acts,
}: {
  row: DraftPour;
  said: string;
  history: boolean;
  acts: RowActs;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { name } = row.pour;
  if (history)
    return (
      <div className={css.name}>
        <b>{name}</b>
        <span>{said}</span>
      </div>
    );
  return (
    <>
      <button
        type="button"
        className={css.name}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <b>
          <span className={css.unseen}>More for </span>
          {name}
        </b>
        <span>{said}</span>
      </button>
      {anchor && (
        <Suspense>
          <PourMenu row={row} anchor={anchor} acts={acts} onClose={() => setAnchor(null)} />
        </Suspense>
      )}
    </>
  );
});

// Less than this is a finger coming down, not pulling.
const SIDEWAYS_PX = 8;

/** A finger moves the bar only sideways, from where it stands; up and down scrolls the page. */
function useSideways(amount: number, most: number, locked: boolean, drag: (value: number) => void) {
  const from = useRef<{ x: number; y: number; amount: number; pulling: boolean } | null>(null);
  const end = () => {
    from.current = null;
  };
  return {
    onPointerDown: (event: React.PointerEvent<HTMLDivElement>) => {
      if (event.pointerType !== "touch" || locked) return;
      from.current = { x: event.clientX, y: event.clientY, amount, pulling: false };
    },
    onPointerMove: (event: React.PointerEvent<HTMLDivElement>) => {
      const start = from.current;
      if (!start) return;
      const across = event.clientX - start.x;
      const along = Math.abs(event.clientY - start.y);
      if (!start.pulling) {
        if (Math.abs(across) < Math.max(SIDEWAYS_PX, along)) return;
        start.pulling = true;
        event.currentTarget.setPointerCapture(event.pointerId);
      }
      const width = event.currentTarget.getBoundingClientRect().width;
      drag(Math.min(Math.max(start.amount + (across / width) * most, 0), most));
    },
    onPointerUp: end,
    onPointerCancel: end,
  };
}

function printed(pour: DraftPour["pour"]): string {
  if (pour.label) return `${pour.label.sugars_g} g/${pour.label.per_ml ? "100 ml" : "100 g"}`;
  if (pour.kind === "boiled_off") return "water that leaves";
  // A dose with its time: acid and tannin go in before the yeast.
  if (pour.kind === "acid" || pour.kind === "tannin") return "before the yeast";
  if (pour.measured_sg) return `reads ${gravity(pour.measured_sg)}`;
  if (pour.kind === "juice" || pour.kind === "fruit") return "as it usually is";
  return pour.kind === "water" ? "unchlorinated" : "pure";
}

/** Fixed as it is, or worked out: the one thing that is asked of a row. */
const Control = memo(function Control({
  id,
  name,
  locked,
  role,
  share,
  asked,
  acts,
}: {
  id: number;
  name: string;
  locked: boolean;
  role: Role;
  share: string;
  /** Whether there is a target it could adjust to. */
  asked: boolean;
  acts: RowActs;
}) {
  if (locked)
    return (
      <button
        type="button"
        className={css.control}
        aria-label={`Unlock ${name}`}
        onClick={() => acts.onLock(id)}
      >
        <Padlock /> Locked
      </button>
    );
  if (role === "share")
    return (
      <span className={css.share}>
        <input
          aria-label={`Share of ${name}, %`}
          inputMode="decimal"
          value={share}
          onChange={(event) => acts.onShare(id, event.target.value)}
        />
        % of batch
      </span>
    );
  if (!asked) return <span />;
  const adjusts = role === "adjusts";
  return (
    <button
      type="button"
      className={adjusts ? `${css.control} ${css.adjusts}` : css.control}
      aria-label={adjusts ? `${name} adjusts: fix it` : `${name} is fixed: let it adjust`}
      onClick={() => acts.onRole(id, adjusts ? "fixed" : "adjusts")}
    >
      {adjusts ? "↕ Adjusts" : "Fixed"}
    </button>
  );
});

function Padlock() {
  return (
    <svg viewBox="0 0 20 20" width="16" height="16" aria-hidden="true" fill="none">
      <path d="M6 9V6a4 4 0 0 1 8 0v3" stroke="currentColor" strokeWidth="2" />
      <rect x="4" y="9" width="12" height="9" rx="2" fill="currentColor" />
    </svg>
  );
}
