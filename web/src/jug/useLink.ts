import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../api/client";
import { useAct } from "../frame/act";
import { useSay } from "../frame/notices";

/** The link of a jug: made, taken back and given again. */
export function useLink(id: number) {
  const queries = useQueryClient();
  const say = useSay();
  const { act, busy } = useAct();
  const path = { params: { path: { jug_id: id } } };
  const link = useQuery({
    queryKey: ["link", id],
    queryFn: () => answer(api.GET("/api/jugs/{jug_id}/link", path)),
  });
  const show = (now: Schemas["LinkOut"]) => queries.setQueryData(["link", id], now);
  return {
    token: link.data?.token ?? null,
    pending: link.isPending,
    busy,
    make: () => act(async () => show(await answer(api.POST("/api/jugs/{jug_id}/link", path)))),
    takeBack: () =>
      act(async () => {
        show(await answer(api.DELETE("/api/jugs/{jug_id}/link", path)));
        const undo = async () =>
          show(await answer(api.POST("/api/jugs/{jug_id}/link/restore", path)));
        say("The link no longer works.", { undo });
      }),
  };
}
