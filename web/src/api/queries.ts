import { QueryClient, queryOptions, useQuery } from "@tanstack/react-query";
import { answer, api, ProblemError } from "./client";
import type { operations } from "./schema";

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      // Offline is an answer too, and said in words, not a wait without end.
      networkMode: "always",
      retry: (count, error) => !(error instanceof ProblemError && error.status > 0) && count < 2,
    },
  },
});

/** Plans on their way to the record from a page that was left: a jug is fetched after them. */
export const beingKept = new Map<number, Promise<unknown>>();

const session = queryOptions({
  queryKey: ["session"],
  queryFn: () => answer(api.GET("/api/session")),
});

const reference = queryOptions({
  queryKey: ["reference"],
  queryFn: () => answer(api.GET("/api/reference")),
  staleTime: Number.POSITIVE_INFINITY,
});

const jugNumbered = (id: number) =>
  queryOptions({
    queryKey: ["jug", id],
    queryFn: async () => {
      await beingKept.get(id);
      return answer(api.GET("/api/jugs/{jug_id}", { params: { path: { jug_id: id } } }));
    },
  });

/**
 * What the page at this path begins with, asked for in one go: drawn bit by bit as each arrives,
 * a cheap phone lays the page out three times.
 */
export function begun(path: string): Promise<unknown> {
  const jug = /^\/jugs\/(\d+)/.exec(path)?.[1];
  return Promise.all([
    queries.prefetchQuery(session),
    ...(jug ? [queries.prefetchQuery(reference), queries.prefetchQuery(jugNumbered(+jug))] : []),
  ]);
}

export function useSession() {
  return useQuery(session);
}

export function useReference() {
  return useQuery(reference);
}

export type ShelfQuery = NonNullable<
  operations["server_shelf_api_list_products"]["parameters"]["query"]
>;

/** A stretch of the shelf; while another is fetched, the one before stays in sight. */
export function useShelf(query: ShelfQuery) {
  return useQuery({
    queryKey: ["products", query],
    // A search that is typed on is not waited for.
    queryFn: ({ signal }) => answer(api.GET("/api/shelf/products", { params: { query }, signal })),
    placeholderData: (before) => before,
  });
}

export function useProduct(id: number) {
  return useQuery({
    queryKey: ["products", id],
    queryFn: () =>
      answer(api.GET("/api/shelf/products/{product_id}", { params: { path: { product_id: id } } })),
  });
}

export function usePrices(id: number) {
  return useQuery({
    queryKey: ["products", id, "prices"],
    queryFn: () =>
      answer(
        api.GET("/api/shelf/products/{product_id}/prices", {
          params: { path: { product_id: id } },
        }),
      ),
  });
}

/** So many of the jugs that stand, or of those put away, the newest first. */
export function useJugs(limit: number, putAway: boolean) {
  return useQuery({
    queryKey: ["jugs", limit, putAway],
    queryFn: () =>
      answer(api.GET("/api/jugs", { params: { query: { limit, put_away: putAway } } })),
    placeholderData: (before) => before,
  });
}

/** What is due across the jugs. */
export function useToday() {
  return useQuery({ queryKey: ["jugs", "today"], queryFn: () => answer(api.GET("/api/today")) });
}

export function useJug(id: number) {
  return useQuery(jugNumbered(id));
}

/** How a jug is likely to go on, or would, so many degrees warmer. */
// What a probe sends shows by itself, soon after.
const PROBE_MS = 10_000;

export function useProbes(id: number) {
  return useQuery({
    queryKey: ["jug", id, "probes"],
    queryFn: () =>
      answer(api.GET("/api/jugs/{jug_id}/probes", { params: { path: { jug_id: id } } })),
    refetchInterval: (query) => (query.state.data?.length ? PROBE_MS : false),
  });
}

export type WhatIf = { warmer?: number; nutrient?: number; sugar?: number };

export function useForecast(id: number, asked: WhatIf, asOf: string) {
  return useQuery({
    queryKey: ["jug", id, "forecast", asked, asOf],
    queryFn: () =>
      answer(
        api.GET("/api/jugs/{jug_id}/forecast", {
          params: { path: { jug_id: id }, query: asked },
        }),
      ),
    placeholderData: (before) => before,
  });
}

export function useVessels() {
  return useQuery({ queryKey: ["vessels"], queryFn: () => answer(api.GET("/api/vessels")) });
}
