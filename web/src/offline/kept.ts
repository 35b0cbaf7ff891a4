import { dehydrate, hydrate, type QueryClient } from "@tanstack/react-query";
import { createStore, del, get, update } from "idb-keyval";
import { reached } from "../api/queries";
import { takeFromBefore } from "./before";
import { accountOf, sendWaiting, sessionOf, unanswered } from "./writes";

// What a kitchen needs at the sink, in the cellar and in the shop.
const SEEN = ["session", "reference", "jugs", "jug", "vessels", "products"];
const MOST_SEEN = 80;
// What is only seen is put by a little later, all of it in one go: a bar being pulled fetches much.
const LATER_MS = 2000;
const KEY = "seen";
// What another version of the app has seen may have another shape, and is fetched anew.
const VERSION = import.meta.url;

type Query = ReturnType<typeof dehydrate>["queries"][number];
type Seen = { version: string; account: number; queries: Query[] };

const store = createStore("amber-jug-seen", "answers");

let waiting: ReturnType<typeof setTimeout> | null = null;

/** Puts by what was answered so far. What is kept is never replaced by a fetch that failed, nor
 * does it leave because this window has not asked for it. */
async function put(queries: QueryClient): Promise<void> {
  if (waiting) clearTimeout(waiting);
  waiting = null;
  const account = accountOf(queries);
  if (!account) return;
  const { queries: answered } = dehydrate(queries, {
    shouldDehydrateMutation: () => false,
    shouldDehydrateQuery: ({ queryKey, state }) =>
      state.data !== undefined && SEEN.includes(String(queryKey[0])),
  });
  const mine = answered.map((query) => ({
    ...query,
    state: { ...query.state, status: "success", error: null, fetchStatus: "idle" } as const,
  }));
  const fresh = new Set(mine.map((query) => query.queryHash));
  await orNothing(() =>
    update<Seen>(
      KEY,
      (before) => {
        const same = before?.version === VERSION && before.account === account;
        const older = same ? before.queries.filter((query) => !fresh.has(query.queryHash)) : [];
        return { version: VERSION, account, queries: [...older, ...mine].slice(-MOST_SEEN) };
      },
      store,
    ),
  );
}

/** A browser that keeps nothing, in a private window say, works with a network all the same. */
async function orNothing<T>(kept: () => Promise<T>): Promise<T | undefined> {
  try {
    return await kept();
  } catch {
    return undefined;
  }
}

/** Forgets what this browser has seen: for who signs out. What waits to be sent stays. */
export async function forgetSeen(): Promise<void> {
  if (waiting) clearTimeout(waiting);
  waiting = null;
  await orNothing(() => del(KEY, store));
}

/** Shows what was seen where nobody answers: what the record says now is asked, not remembered. */
async function showSeen(queries: QueryClient): Promise<void> {
  const seen = await orNothing(() => get<Seen>(KEY, store));
  const account = accountOf(queries);
  if (seen?.version !== VERSION || (account && account !== seen.account)) return;
  const unknown = seen.queries.filter(
    ({ queryKey }) => queries.getQueryState(queryKey)?.data === undefined,
  );
  hydrate(queries, { mutations: [], queries: unknown });
}

async function takeUpOnce(queries: QueryClient): Promise<void> {
  if (!(await reached())) await showSeen(queries);
  let sentFor = 0;
  const asWho = () => {
    const account = accountOf(queries);
    if (account === sentFor) return;
    sentFor = account;
    if (!account) return;
    const name = sessionOf(queries)?.name ?? "";
    // Whoever signs in later in this window is sent what waits from before, too.
    orNothing(() => takeFromBefore(account, name)).then(() => sendWaiting(queries, account));
    // What another saw here opens for nobody else.
    orNothing(() => get<Seen>(KEY, store)).then((seen) => {
      if (seen && seen.account !== account) forgetSeen();
    });
  };
  asWho();
  queries.getQueryCache().subscribe(({ query }) => {
    asWho();
    // A network that was there for a moment: what it did not bring is taken from what was seen.
    const { status, data, error } = query.state;
    if (status === "error" && data === undefined && unanswered(error)) showSeen(queries);
    waiting ??= setTimeout(() => put(queries), LATER_MS);
  });
}

let taken: Promise<void> | null = null;

/** Takes up what this browser kept, once: what was seen, where nobody answers, and what waits to be
 * sent. From then on what is seen is put by. */
export function takeUp(queries: QueryClient): Promise<void> {
  taken ??= takeUpOnce(queries);
  return taken;
}
