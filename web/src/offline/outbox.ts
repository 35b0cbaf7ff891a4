import {
  type Mutation,
  onlineManager,
  useMutationState,
  useQueryClient,
} from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { WRITES, type Write } from "./writes";

type Waiting = Pick<Mutation<unknown, Error, Write>, "state" | "mutationId">;

/** Keeps a write until it can be sent. */
export function useOutbox() {
  const queries = useQueryClient();
  const cache = queries.getMutationCache();
  const listed = useMutationState({
    filters: { mutationKey: WRITES, predicate: (each) => each.state.status !== "success" },
    // A new object each time its state changes: that is how a change is noticed.
    select: ({ state, mutationId }) => ({ state, mutationId }) as Waiting,
  });
  return {
    /** Settled once it is put by, where this browser can. */
    async keep(write: Write) {
      cache
        .build(queries, queries.defaultMutationOptions({ mutationKey: WRITES }))
        .execute(write)
        .catch(() => undefined);
      await import("./kept").then((kept) => kept.keepNow(queries)).catch(() => undefined);
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
