import { useCallback, useEffect, useRef, useState } from "react";
import { ProblemError } from "./client";

type State<O> = { data: O | undefined; problem: ProblemError | null };

/**
 * Ask again whenever the input changes: one request in flight, and after it only the
 * newest input. Older answers are never shown over newer ones.
 */
export function useNewest<I, O>(call: (input: I) => Promise<O>) {
  const [state, setState] = useState<State<O>>({ data: undefined, problem: null });
  const calling = useRef(call);
  calling.current = call;
  const flying = useRef(false);
  const waiting = useRef<{ input: I } | null>(null);
  const mounted = useRef(true);

  useEffect(() => {
    mounted.current = true;
    return () => {
      mounted.current = false;
    };
  }, []);

  const ask = useCallback(async (input: I) => {
    waiting.current = { input };
    if (flying.current) return;
    flying.current = true;
    try {
      while (waiting.current && mounted.current) {
        const next: { input: I } = waiting.current;
        waiting.current = null;
        try {
          const data = await calling.current(next.input);
          if (!waiting.current) setState({ data, problem: null });
          else setState((before) => ({ ...before, data }));
        } catch (error) {
          if (!(error instanceof ProblemError)) throw error;
          if (!waiting.current) setState((before) => ({ ...before, problem: error }));
        }
      }
    } finally {
      // Whatever went wrong, what is asked next is answered.
      flying.current = false;
    }
  }, []);

  return { ...state, ask };
}
