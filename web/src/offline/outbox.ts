import {
  type Mutation,
  onlineManager,
  type QueryClient,
  useMutationState,
  useQueryClient,
} from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { answer, api, ProblemError, type Schemas } from "../api/client";
import { keepNow } from "./kept";

/** What may be written without a network, and is sent once there is one. Each carries what makes it
 * known again, so that it is in the record once however often it is sent. */
export type Write = { jug: number; said: string } & (
  | { kind: "reading"; body: Schemas["ReadingIn"] }
  | { kind: "event"; body: Schemas["EventIn"] }
  | { kind: "step"; body: Schemas["StepIn"] }
);

const KEY = ["write"];
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
  queries.setMutationDefaults(KEY, {
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

type Waiting = Pick<Mutation<unknown, Error, Write>, "state" | "mutationId">;

/** Keeps a write until it can be sent. */
export function useOutbox() {
  const queries = useQueryClient();
  const cache = queries.getMutationCache();
  const listed = useMutationState({
    filters: { mutationKey: KEY, predicate: (each) => each.state.status !== "success" },
    // A new object each time its state changes: that is how a change is noticed.
    select: ({ state, mutationId }) => ({ state, mutationId }) as Waiting,
  });
  return {
    /** Settled once it is put by: it may be told then. */
    async keep(write: Write) {
      cache
        .build(queries, queries.defaultMutationOptions({ mutationKey: KEY }))
        .execute(write)
        .catch(() => undefined);
      await keepNow(queries);
    },
    waiting: listed.filter((each) => each.state.status === "pending"),
    refused: listed.filter((each) => each.state.status === "error"),
    drop(each: Waiting) {
      const found = cache.getAll().find((known) => known.mutationId === each.mutationId);
      if (found) cache.remove(found);
    },
  };
}

/** Whether there is a network, as far as the browser knows. */
export function useOnline(): boolean {
  return useSyncExternalStore(
    (changed) => onlineManager.subscribe(changed),
    () => onlineManager.isOnline(),
  );
}
