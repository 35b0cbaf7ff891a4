import { createAsyncStoragePersister } from "@tanstack/query-async-storage-persister";
import type { Mutation, Query } from "@tanstack/react-query";
import type { PersistQueryClientOptions } from "@tanstack/react-query-persist-client";
import { createStore, del, get, set } from "idb-keyval";

// What a kitchen needs at the sink; the shelf is for the shop, where there is a network.
const SEEN = ["session", "reference", "jugs", "jug", "vessels"];
const DAYS_MS = 14 * 86_400_000;

const store = createStore("amber-jug", "kept");
const persister = createAsyncStoragePersister({
  key: "kitchen",
  storage: {
    getItem: async (key: string) => (await get<string>(key, store)) ?? null,
    setItem: (key: string, value: string) => set(key, value, store),
    removeItem: (key: string) => del(key, store),
  },
});

/** Forgets what this browser has seen and kept: for who signs out. */
export const forgetAll = () => persister.removeClient();

/** What is kept in the browser: what was seen, and what waits to be sent. */
export const keeping: Omit<PersistQueryClientOptions, "queryClient"> = {
  persister,
  maxAge: DAYS_MS,
  // What another version of the app has kept may have another shape.
  buster: import.meta.url,
  dehydrateOptions: {
    shouldDehydrateQuery: (query: Query) =>
      query.state.status === "success" && SEEN.includes(String(query.queryKey[0])),
    shouldDehydrateMutation: (mutation: Mutation) =>
      mutation.options.mutationKey?.[0] === "write" && mutation.state.status !== "success",
  },
};
