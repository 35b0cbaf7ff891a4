import { createStore, del, get } from "idb-keyval";
import { putBy, type Waiting } from "./waiting";
import type { Write } from "./writes";

// Where versions before kept what was seen and what waits together, as their library wrote it.
const KEY = "kitchen";
const store = createStore("amber-jug", "kept");

type Kept = {
  clientState: {
    queries: { queryKey: unknown[]; state: { data?: unknown } }[];
    mutations: { state: { status: string; variables?: Write } }[];
  };
};

/** Takes over what waits from a version before, where it was written by who is signed in now. */
export async function takeFromBefore(account: number, name: string): Promise<void> {
  const kept = await get<Kept>(KEY, store);
  if (!kept) return;
  const session = kept.clientState.queries.find((query) => query.queryKey[0] === "session");
  const theirs = session?.state.data as { name?: string } | undefined;
  if (theirs?.name !== undefined && theirs.name !== name) return;
  for (const { state } of kept.clientState.mutations) {
    if (!state.variables || state.status === "success") continue;
    const one: Waiting = {
      shape: 1,
      id: crypto.randomUUID(),
      account,
      write: state.variables,
    };
    // Where nothing can be kept, nothing is taken away.
    if (!(await putBy(one))) return;
  }
  await del(KEY, store);
}
