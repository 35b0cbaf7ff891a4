import { QueryClient, useQuery } from "@tanstack/react-query";
import { answer, api, ProblemError } from "./client";

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      retry: (count, error) => !(error instanceof ProblemError && error.status > 0) && count < 2,
    },
  },
});

export function useSession() {
  return useQuery({ queryKey: ["session"], queryFn: () => answer(api.GET("/api/session")) });
}

export function useReference() {
  return useQuery({
    queryKey: ["reference"],
    queryFn: () => answer(api.GET("/api/reference")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export function useProducts() {
  return useQuery({
    queryKey: ["products"],
    queryFn: () => answer(api.GET("/api/shelf/products")),
  });
}

export function useJugs() {
  return useQuery({ queryKey: ["jugs"], queryFn: () => answer(api.GET("/api/jugs")) });
}

export function useJug(id: number) {
  return useQuery({
    queryKey: ["jug", id],
    queryFn: () => answer(api.GET("/api/jugs/{jug_id}", { params: { path: { jug_id: id } } })),
  });
}
