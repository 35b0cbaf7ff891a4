import { dehydrate, type Mutation, type Query, type QueryClient } from "@tanstack/react-query";
import type {
  PersistedClient,
  Persister,
  PersistQueryClientOptions,
} from "@tanstack/react-query-persist-client";
import { createStore, del, get, set } from "idb-keyval";
import { reached } from "../api/queries";

// What a kitchen needs at the sink; the shelf is for the shop, where there is a network.
const SEEN = ["session", "reference", "jugs", "jug", "vessels"];
const DAYS_MS = 14 * 86_400_000;
// What is only seen may be put by a little later: a bar being pulled fetches much.
const LATER_MS = 1000;
const KEY = "kitchen";

const store = createStore("amber-jug", "kept");

let newest: PersistedClient | null = null;

const persister: Persister = {
  persistClient(client) {
    const waits = newest !== null;
    newest = client;
    if (!waits) {
      setTimeout(() => {
        const last = newest;
        newest = null;
        if (last) put(last);
      }, LATER_MS);
    }
  },
  async restoreClient() {
    const kept = await get<PersistedClient>(KEY, store).catch(() => undefined);
    if (!kept || !(await reached())) return kept;
    // What the record says now is asked, not remembered: only what waits to be sent is taken up.
    return { ...kept, clientState: { ...kept.clientState, queries: [] } };
  },
  removeClient: () => forgetAll(),
};

function put(client: PersistedClient): Promise<void> {
  // A browser that keeps nothing, in a private window say, works with a network all the same.
  return set(KEY, client, store).catch(() => undefined);
}

/** Forgets what this browser has seen and kept: for who signs out. */
export function forgetAll(): Promise<void> {
  newest = null;
  return del(KEY, store).catch(() => undefined);
}

const dehydrateOptions = {
  shouldDehydrateQuery: (query: Query) =>
    query.state.status === "success" && SEEN.includes(String(query.queryKey[0])),
  shouldDehydrateMutation: (mutation: Mutation) =>
    mutation.options.mutationKey?.[0] === "write" && mutation.state.status !== "success",
};

/** What is kept in the browser: what was seen, and what waits to be sent. */
export const keeping: Omit<PersistQueryClientOptions, "queryClient"> & { buster: string } = {
  persister,
  maxAge: DAYS_MS,
  // What another version of the app has kept may have another shape.
  buster: import.meta.url,
  dehydrateOptions,
};

/** Puts everything by now; settled once it is. */
export function keepNow(queries: QueryClient): Promise<void> {
  newest = null;
  const clientState = dehydrate(queries, dehydrateOptions);
  return put({ buster: keeping.buster, timestamp: Date.now(), clientState });
}
