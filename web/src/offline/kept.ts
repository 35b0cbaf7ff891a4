import {
  type PersistedClient,
  persistQueryClientRestore,
} from "@tanstack/query-persist-client-core";
import { dehydrate, type Mutation, type Query, type QueryClient } from "@tanstack/react-query";
import { createStore, del, get, set } from "idb-keyval";
import { reached } from "../api/queries";
import { goOn, WRITES } from "./writes";

// What a kitchen needs at the sink; the shelf is for the shop, where there is a network.
const SEEN = ["session", "reference", "jugs", "jug", "vessels"];
const DAYS_MS = 14 * 86_400_000;
// What is only seen is put by a little later, all of it in one go: a bar being pulled fetches much.
const LATER_MS = 2000;
const KEY = "kitchen";
// What another version of the app has kept may have another shape.
const VERSION = import.meta.url;

const store = createStore("amber-jug", "kept");

const dehydrateOptions = {
  shouldDehydrateQuery: (query: Query) =>
    query.state.status === "success" && SEEN.includes(String(query.queryKey[0])),
  shouldDehydrateMutation: (mutation: Mutation) =>
    mutation.options.mutationKey?.[0] === WRITES[0] && mutation.state.status !== "success",
};

async function restored(): Promise<PersistedClient | undefined> {
  const kept = await get<PersistedClient>(KEY, store).catch(() => undefined);
  if (!kept || !(await reached())) return kept;
  // What the record says now is asked, not remembered: only what waits to be sent is taken up.
  return { ...kept, clientState: { ...kept.clientState, queries: [] } };
}

let waiting: ReturnType<typeof setTimeout> | null = null;

function put(queries: QueryClient): Promise<void> {
  if (waiting) clearTimeout(waiting);
  waiting = null;
  const clientState = dehydrate(queries, dehydrateOptions);
  const kept: PersistedClient = { buster: VERSION, timestamp: Date.now(), clientState };
  // A browser that keeps nothing, in a private window say, works with a network all the same.
  return set(KEY, kept, store).catch(() => undefined);
}

/** Forgets what this browser has seen and kept: for who signs out. */
export function forgetAll(): Promise<void> {
  if (waiting) clearTimeout(waiting);
  waiting = null;
  return del(KEY, store).catch(() => undefined);
}

let taken: Promise<void> | null = null;

/** Takes up what this browser kept, once: what was seen, and what waits to be sent. From then on
 * both are put by. */
export function takeUp(queries: QueryClient): Promise<void> {
  taken ??= persistQueryClientRestore({
    queryClient: queries,
    persister: { persistClient: () => undefined, restoreClient: restored, removeClient: forgetAll },
    maxAge: DAYS_MS,
    buster: VERSION,
  }).then(() => {
    goOn(queries);
    const later = () => {
      waiting ??= setTimeout(() => put(queries), LATER_MS);
    };
    queries.getQueryCache().subscribe(later);
    queries.getMutationCache().subscribe(later);
  });
  return taken;
}

/** Puts everything by now; settled once it is. */
export async function keepNow(queries: QueryClient): Promise<void> {
  // What waits from before is not written over.
  await takeUp(queries);
  await put(queries);
}
