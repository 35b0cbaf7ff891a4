import { useEffect, useState } from "react";

const SETTLED_MS = 250;

/** Turns true once the page has been drawn, is `ready`, and has nothing more pressing to do. */
export function useIdle(ready = true): boolean {
  const [idle, setIdle] = useState(false);
  useEffect(() => {
    if (!ready) return;
    const timer = setTimeout(() => setIdle(true), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [ready]);
  return idle;
}
