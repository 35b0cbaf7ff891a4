import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../api/client";
import { useInTurn } from "../api/inTurn";
import { show } from "../api/queries";
import { Ways } from "../frame/Ways";
import { useJugContext } from "./jugContext";

/** What brewers do in several ways at this place, as it is chosen for this batch. */
export function WaysOf({ place }: { place: "plan" | "ferment" | "bottle" }) {
  const { jug } = useJugContext();
  const queries = useQueryClient();
  const key = ["jug", jug.id, "ways"];
  const inTurn = useInTurn(key);
  const params = { path: { jug_id: jug.id } };
  const found = useQuery({
    queryKey: key,
    queryFn: () => answer(api.GET("/api/jugs/{jug_id}/choices", { params })),
  });
  async function choose(body: Schemas["ChoiceIn"]) {
    await show(key, await answer(api.PUT("/api/jugs/{jug_id}/choices", { params, body })));
    await queries.invalidateQueries({ queryKey: ["jugs"] });
  }
  return (found.data ?? [])
    .filter((school) => school.place === place)
    .map((school) => (
      <Ways key={school.key} school={school} onChoose={(choice) => inTurn(() => choose(choice))} />
    ));
}
