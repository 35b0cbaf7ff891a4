import { onlineManager, type QueryClient } from "@tanstack/react-query";
import { answer, api, ProblemError, type Schemas } from "../api/client";
import { forget, type Waiting, waitingOf } from "./waiting";

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

/** Who is signed in here, as far as is known. */
export function sessionOf(queries: QueryClient): Schemas["SessionOut"] | undefined {
  return queries.getQueryData<Schemas["SessionOut"]>(["session"]);
}

/** Whose kitchen this window shows; nought where nobody is signed in. */
export function accountOf(queries: QueryClient): number {
  return sessionOf(queries)?.id ?? 0;
}

/** Lets a client send what waits, in the order it was written. */
export function withOutbox(queries: QueryClient) {
  // A page that is opened without a network is told of none by any event.
  onlineManager.setOnline(navigator.onLine);
  queries.setMutationDefaults(WRITES, {
    mutationFn: ({ write }: Waiting) => sent(write),
    scope: { id: "outbox" },
    gcTime: Number.POSITIVE_INFINITY,
    retry: (_, error) => unanswered(error),
    retryDelay: (count) => Math.min(1000 * 2 ** count, SLOWEST_MS),
    onSuccess: async (_, { id, write }: Waiting) => {
      await forget(id);
      await Promise.all([
        queries.invalidateQueries({ queryKey: ["jug", write.jug] }),
        queries.invalidateQueries({ queryKey: ["jugs"] }),
      ]);
    },
  });
}

/** Sends one, once there is a network. */
export function send(queries: QueryClient, one: Waiting) {
  queries
    .getMutationCache()
    .build(queries, queries.defaultMutationOptions({ mutationKey: WRITES }))
    .execute(one)
    .catch(() => undefined);
}

/** Sends what waits of this account, and takes another's out of sight: it waits for its owner. */
export async function sendWaiting(queries: QueryClient, account: number) {
  const cache = queries.getMutationCache();
  const known = new Set<string>();
  for (const mutation of cache.getAll()) {
    const one = mutation.state.variables as Waiting | undefined;
    if (mutation.options.mutationKey?.[0] !== WRITES[0] || !one) continue;
    if (one.account !== account) cache.remove(mutation);
    else known.add(one.id);
  }
  for (const one of await waitingOf(account)) if (!known.has(one.id)) send(queries, one);
}
