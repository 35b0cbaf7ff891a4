import { useCallback, useRef, useState } from "react";
import { ProblemError } from "../api/client";
import { useSay } from "./notices";

/**
 * The one way to write: one act at a time however often it is pressed, and a refusal said.
 *
 * With `inPlace` the refusal is kept in `problem` for the form to show beside its fields;
 * without, it is said as a notice.
 */
export function useAct(inPlace = false) {
  const say = useSay();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const acting = useRef(false);
  const act = useCallback(
    async (send: () => Promise<unknown>): Promise<boolean> => {
      if (acting.current) return false;
      acting.current = true;
      setBusy(true);
      try {
        await send();
        setProblem(null);
        return true;
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
        if (inPlace) setProblem(error);
        else say(error.message, { tone: "bad" });
        return false;
      } finally {
        acting.current = false;
        setBusy(false);
      }
    },
    [inPlace, say],
  );
  return { act, busy, problem, setProblem };
}
