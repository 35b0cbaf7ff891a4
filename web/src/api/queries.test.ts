import { expect, it } from "vitest";
import type { Schemas } from "./client";
import { queries, showJug } from "./queries";

it("a fetch begun before a write does not bring back what was", async () => {
  let arrive: (jug: unknown) => void = () => undefined;
  const late = new Promise((resolve) => {
    arrive = resolve;
  });
  const fetching = queries.fetchQuery({ queryKey: ["jug", 7], queryFn: () => late });
  const ended = fetching.catch(() => undefined);
  await showJug({ id: 7, name: "after" } as Schemas["JugOut"]);
  arrive({ id: 7, name: "before" });
  await ended;
  expect(queries.getQueryData(["jug", 7])).toMatchObject({ name: "after" });
});
