import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

const SETTLED_MS = 350;

/** A value once it has stood still for a moment: what a tool asks about, not every move. */
export function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}

/** Something about a plan, asked again when the plan has changed; the answer before stays. */
export function useAsked<I, O>(what: string, input: I, call: (input: I) => Promise<O>) {
  const settled = useSettled(JSON.stringify(input));
  return useQuery({
    queryKey: ["asked", what, settled],
    queryFn: () => call(JSON.parse(settled) as I),
    placeholderData: (before) => before,
    retry: false,
  });
}
