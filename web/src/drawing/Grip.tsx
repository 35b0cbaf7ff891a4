import { useRef } from "react";
import css from "./Grip.module.css";

/** Less than this is a finger coming down, not pulling. */
const SIDEWAYS_PX = 6;

/**
 * "Pull here": stands where its value does on a drawing, up and down. A mouse pulls it along; a
 * finger pulls it sideways, because up and down scrolls the page.
 */
export function Grip({
  label,
  words,
  value,
  min,
  max,
  step,
  at,
  left,
  idle = false,
  onPull,
}: {
  label: string;
  /** The value as it is said. */
  words: string;
  value: number;
  min: number;
  max: number;
  /** One press of an arrow key. */
  step: number;
  /** How many pixels down the drawing a value stands; rises or falls all the way. */
  at: (value: number) => number;
  /** How far from the left its middle is. */
  left: number | string;
  /** Nothing is wanted of it yet. */
  idle?: boolean;
  onPull: (value: number) => void;
}) {
  const held = useRef<{
    x: number;
    y: number;
    from: number;
    standsAt: (pixels: number) => number;
  } | null>(null);
  const within = (next: number) => Math.min(Math.max(next, min), max);
  const stepped = (next: number) => within(Number((Math.round(next / step) * step).toFixed(6)));
  const up = at(max) < at(min) ? 1 : -1;

  /** The value that stands so many pixels down. */
  function standsAt(pixels: number): number {
    let [low, high] = [min, max];
    for (let i = 0; i < 40; i++) {
      const middle = (low + high) / 2;
      if (at(middle) > pixels === (up === 1)) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  }

  return (
    <div
      className={idle ? `${css.grip} ${css.idle}` : css.grip}
      style={{ left, top: at(within(value)) }}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-orientation="vertical"
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuenow={within(value)}
      aria-valuetext={words}
      onKeyDown={(event) => {
        const steps = {
          ArrowUp: 1,
          ArrowRight: 1,
          ArrowDown: -1,
          ArrowLeft: -1,
          PageUp: 10,
          PageDown: -10,
        }[event.key];
        if (steps === undefined || event.altKey) return;
        event.preventDefault();
        onPull(stepped(value + steps * step));
      }}
      onPointerDown={(event) => {
        event.currentTarget.focus({ preventScroll: true });
        event.currentTarget.setPointerCapture(event.pointerId);
        // The scale it is pulled along is the one it was taken hold of on.
        held.current = { x: event.clientX, y: event.clientY, from: at(within(value)), standsAt };
      }}
      onPointerMove={(event) => {
        const start = held.current;
        if (!start) return;
        const touch = event.pointerType === "touch";
        const across = event.clientX - start.x;
        if (touch && Math.abs(across) < SIDEWAYS_PX) return;
        // Sideways to the right is more, whichever way more stands on the drawing.
        const pulled = touch ? -up * across : event.clientY - start.y;
        onPull(stepped(start.standsAt(start.from + pulled)));
      }}
      onPointerUp={() => {
        held.current = null;
      }}
      onPointerCancel={() => {
        held.current = null;
      }}
    >
      <svg viewBox="0 0 26 30" width="26" height="30" aria-hidden="true">
        <g className={css.upDown}>
          <path d="M8.5 12 13 7.5 17.5 12M8.5 18 13 22.5 17.5 18" />
        </g>
        <g className={css.sideways}>
          <path d="M10 10v10M16 10v10" />
        </g>
      </svg>
    </div>
  );
}
