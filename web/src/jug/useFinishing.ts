import { useQuery } from "@tanstack/react-query";
import { answer, api } from "../api/client";

/** How a jug that has fermented stands: how it clears, and what it may become. */
export function useFinishing(id: number, asOf: number, enabled: boolean) {
  return useQuery({
    queryKey: ["jug", id, "finishing", asOf],
    queryFn: () =>
      answer(api.GET("/api/jugs/{jug_id}/finishing", { params: { path: { jug_id: id } } })),
    placeholderData: (before) => before,
    enabled,
  });
}
