import { useEffect, useState } from "react";

const SETTLED_MS = 250;

/** Turns true once the page has been drawn and has nothing more pressing to do. */
export function useIdle(): boolean {
  const [idle, setIdle] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setIdle(true), SETTLED_MS);
    return () => clearTimeout(timer);
  }, []);
  return idle;
}
