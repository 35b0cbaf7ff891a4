import { useRef } from "react";
import type { DraftPour } from "./draft";

/** The value before, for as long as the new one says the same. */
export function useStill<T>(value: T, same: (before: T, now: T) => boolean): T {
  const kept = useRef(value);
  if (!same(kept.current, value)) kept.current = value;
  return kept.current;
}

/** The same pours doing the same for the aim, whatever their amounts. */
export function samePours(before: DraftPour[], now: DraftPour[]): boolean {
  return (
    before.length === now.length &&
    now.every((row, i) => {
      const other = before[i];
      return other?.id === row.id && other.role === row.role && other.pour === row.pour;
    })
  );
}

export function sameTexts(before: object, now: object): boolean {
  return JSON.stringify(before) === JSON.stringify(now);
}
