import { onlineManager, type QueryClient } from "@tanstack/react-query";
import { answer, api, ProblemError, type Schemas } from "../api/client";

/** What may be written without a network, and is sent once there is one. Each carries what makes it
 * known again, so that it is in the record once however often it is sent. */
export type Write = { jug: number; said: string } & (
  | { kind: "reading"; body: Schemas["ReadingIn"] }
  | { kind: "event"; body: Schemas["EventIn"] }
  | { kind: "step"; body: Schemas["StepIn"] }
);

/** What its mutations are known by. */
export const WRITES = ["write"];
const SLOWEST_MS = 30_000;

function sent({ jug, ...write }: Write): Promise<unknown> {
  const params = { path: { jug_id: jug } };
  switch (write.kind) {
    case "reading":
      return answer(api.POST("/api/jugs/{jug_id}/readings", { params, body: write.body }));
    case "event":
      return answer(api.POST("/api/jugs/{jug_id}/events", { params, body: write.body }));
    case "step":
      return answer(api.POST("/api/jugs/{jug_id}/brew-day", { params, body: write.body }));
  }
}

/** Whether nobody answered, so that it is not known what became of it. */
export function unanswered(error: unknown): boolean {
  return error instanceof ProblemError && error.status === 0;
}

/** Lets a client send what waits, in the order it was written. */
export function withOutbox(queries: QueryClient) {
  // A page that is opened without a network is told of none by any event.
  onlineManager.setOnline(navigator.onLine);
  queries.setMutationDefaults(WRITES, {
    mutationFn: (write: Write) => sent(write),
    scope: { id: "outbox" },
    gcTime: Number.POSITIVE_INFINITY,
    retry: (_, error) => unanswered(error),
    retryDelay: (count) => Math.min(1000 * 2 ** count, SLOWEST_MS),
    onSuccess: async (_, write: Write) => {
      await Promise.all([
        queries.invalidateQueries({ queryKey: ["jug", write.jug] }),
        queries.invalidateQueries({ queryKey: ["jugs"] }),
      ]);
    },
  });
}

/** Goes on with what was waiting when the page was closed. */
export function goOn(queries: QueryClient) {
  for (const mutation of queries.getMutationCache().getAll()) {
    if (mutation.state.status === "pending") mutation.continue().catch(() => undefined);
    // What was refused is asked once more: the answer, with its way out, was not put by.
    if (mutation.state.status === "error")
      mutation.execute(mutation.state.variables).catch(() => undefined);
  }
}
