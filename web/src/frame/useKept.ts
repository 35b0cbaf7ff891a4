import { useCallback, useEffect, useRef, useState } from "react";

/**
 * State that survives closing, going back and reloading, until it is forgotten.
 *
 * What was typed after `sent` went off is not forgotten with it.
 *
 * For what is half typed: `key` names the form and what it is about.
 */
export function useKept<T>(
  key: string,
  initial: T,
): [T, (next: T | ((before: T) => T)) => void, (sent?: T) => void] {
  const [value, setValue] = useState<T>(() => putAside(key) ?? initial);
  // What was sent; anything typed after it is kept again.
  const forgotten = useRef<{ value: T } | null>(null);
  const latest = useRef(value);
  latest.current = value;
  useEffect(() => {
    if (forgotten.current && Object.is(forgotten.current.value, value)) return;
    forgotten.current = null;
    setAside(key, JSON.stringify(value) === JSON.stringify(initial) ? null : value);
  }, [key, value, initial]);
  const forget = useCallback(
    (sent: T = latest.current) => {
      if (latest.current !== sent) return;
      forgotten.current = { value: sent };
      setAside(key, null);
    },
    [key],
  );
  return [value, setValue, forget];
}

/** A field once `sent` is saved: empty, unless something else was typed in it meanwhile. */
export function emptied<T>(sent: T, empty: T) {
  return (now: T) => (Object.is(now, sent) ? empty : now);
}

/** Whoever signs in next in this window finds nothing half typed by another. */
export function forgetEverything() {
  for (const key of Object.keys(sessionStorage))
    if (key.startsWith("kept:")) sessionStorage.removeItem(key);
}

/** Something not in the record yet, for when this window comes back to it; null: it is by now. */
export function setAside(key: string, value: unknown) {
  if (value === null) sessionStorage.removeItem(`kept:${key}`);
  else sessionStorage.setItem(`kept:${key}`, JSON.stringify(value));
}

/** What was set aside, if anything. */
export function putAside<T>(key: string): T | null {
  try {
    return JSON.parse(sessionStorage.getItem(`kept:${key}`) ?? "null");
  } catch {
    return null;
  }
}
