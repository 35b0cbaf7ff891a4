import { useEffect, useRef, useState } from "react";

const CALM_MS = 80;

/** The newest value at most so often: what need not be drawn anew at every answer. */
export function useCalm<T>(value: T): T {
  const [shown, setShown] = useState(value);
  const at = useRef(0);
  useEffect(() => {
    const wait = Math.max(at.current + CALM_MS - performance.now(), 0);
    const timer = setTimeout(() => {
      at.current = performance.now();
      setShown(value);
    }, wait);
    return () => clearTimeout(timer);
  }, [value]);
  return shown;
}
