import { QueryClient, queryOptions, type Updater, useQuery } from "@tanstack/react-query";
import { answer, api, ProblemError, type Schemas } from "./client";
import type { operations } from "./schema";

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      // For as long as it is kept for who has no network (see offline/kept.ts).
      gcTime: 14 * 86_400_000,
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

/** Whether the server answers: what was put by in the browser is not needed then. */
export async function reached(): Promise<boolean> {
  if (!navigator.onLine) return false;
  await queries.prefetchQuery(session);
  return queries.getQueryState(session.queryKey)?.status === "success";
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

/** How many jugs a list begins with. */
export const JUGS_SHOWN = 60;

const jugsListed = (limit: number, putAway: boolean) =>
  queryOptions({
    queryKey: ["jugs", limit, putAway],
    queryFn: () =>
      answer(api.GET("/api/jugs", { params: { query: { limit, put_away: putAway } } })),
  });

/** So many of the jugs that stand, or of those put away, the newest first. */
export function useJugs(limit: number, putAway: boolean) {
  return useQuery({
    ...jugsListed(limit, putAway),
    placeholderData: (before) => before,
    refetchInterval: (query) =>
      query.state.data?.some((jug) => jug.of == null) ? WORKING_MS : false,
  });
}

// What is being worked out shows by itself, soon after.
const WORKING_MS = 2_000;

const dueToday = queryOptions({
  queryKey: ["jugs", "today"],
  queryFn: () => answer(api.GET("/api/today")),
});

/** What is due across the jugs. */
export function useToday() {
  return useQuery({
    ...dueToday,
    refetchInterval: (query) => (query.state.data?.working ? WORKING_MS : false),
  });
}

const cellar = queryOptions({
  queryKey: ["jugs", "cellar"],
  queryFn: () => answer(api.GET("/api/cellar")),
});

/** Every lot that has bottles left, by where it stands. */
export function useCellar() {
  return useQuery(cellar);
}

// Who opens the app at the sink, without a network, wants one of these.
const MOST_PUT_BY = 6;

/** Fetches what would be opened without a network: Today, the list, the cellar (cellars have no
 * reception), and what presses most. */
export async function fetchAhead() {
  await queries.prefetchQuery(dueToday);
  await queries.prefetchQuery(jugsListed(JUGS_SHOWN, false));
  await queries.prefetchQuery(cellar);
  const listed = queries.getQueryData(jugsListed(JUGS_SHOWN, false).queryKey) ?? [];
  for (const jug of listed.slice(0, MOST_PUT_BY)) await queries.prefetchQuery(jugNumbered(jug.id));
}

/** Shows what the record answered a write: a fetch begun before it would bring what was. */
export async function show<T>(
  queryKey: readonly unknown[],
  now: Updater<T | undefined, T | undefined>,
) {
  await queries.cancelQueries({ queryKey, exact: true });
  queries.setQueryData<T>(queryKey, now);
}

export async function showJug(now: Schemas["JugOut"]) {
  await show(jugNumbered(now.id).queryKey, now);
  queries.invalidateQueries({ queryKey: ["jugs"] });
}

export function useJug(id: number) {
  return useQuery(jugNumbered(id));
}

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

/** How a jug is likely to go on, or would if something were changed. */
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
