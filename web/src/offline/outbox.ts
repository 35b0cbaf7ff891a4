import {
  type Mutation,
  onlineManager,
  useMutationState,
  useQueryClient,
} from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { forget, putBy, type Waiting } from "./waiting";
import { accountOf, send, WRITES, type Write } from "./writes";

type Sending = Pick<Mutation<unknown, Error, Waiting>, "state" | "mutationId">;

/** Keeps a write until it can be sent. */
export function useOutbox() {
  const queries = useQueryClient();
  const cache = queries.getMutationCache();
  const listed = useMutationState({
    filters: { mutationKey: WRITES, predicate: (each) => each.state.status !== "success" },
    // A new object each time its state changes: that is how a change is noticed.
    select: ({ state, mutationId }) => ({ state, mutationId }) as Sending,
  });
  return {
    /** Settled once it is put by; whether this browser could. */
    async keep(write: Write): Promise<boolean> {
      const id = crypto.randomUUID();
      const one: Waiting = { shape: 1, id, account: accountOf(queries), write };
      const put = await putBy(one);
      send(queries, one);
      return put;
    },
    waiting: listed.filter((each) => each.state.status === "pending"),
    refused: listed.filter((each) => each.state.status === "error"),
    /** Leaves one out for good. */
    async drop(each: Sending) {
      const found = cache.getAll().find((known) => known.mutationId === each.mutationId);
      if (found) cache.remove(found);
      const id = each.state.variables?.id;
      if (id) await forget(id);
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
