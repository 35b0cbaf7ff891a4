import { useCallback, useRef, useState } from "react";
import { ProblemError } from "../api/client";
import { useSay } from "./notices";

/** A notice that asks about what is odd, with what may be behind it, and writes it all the same. */
export function asking(
  { message, problem }: ProblemError,
  run: () => Promise<unknown>,
): Parameters<ReturnType<typeof useSay>> {
  const causes = (problem.causes ?? []).map((cause) => cause.text);
  const press = { label: "It is so: save it", run };
  return [[message, ...causes].join(" "), { press, tone: "bad" }];
}

/**
 * The one way to write: one act at a time however often it is pressed, and a refusal said.
 *
 * With `inPlace` the refusal is kept in `problem` for the form to show beside its fields;
 * without, it is said as a notice, where what is odd can be written all the same: `send` is then
 * called once more, to insist.
 */
export function useAct(inPlace = false) {
  const say = useSay();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const acting = useRef(false);
  const act = useCallback(
    async (send: (insist: boolean) => Promise<unknown>): Promise<boolean> => {
      if (acting.current) return false;
      acting.current = true;
      setBusy(true);
      try {
        await send(false);
        setProblem(null);
        return true;
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
        if (inPlace) setProblem(error);
        else if (error.problem.insist_allowed) say(...asking(error, () => send(true)));
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
