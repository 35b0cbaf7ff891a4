// @vitest-environment happy-dom
import { afterEach, expect, it, vi } from "vitest";
import { api, type Schemas } from "./client";

const sent = vi.fn(async (request: Request) => Response.json({ asked: request.url }));
vi.stubGlobal("fetch", sent);
afterEach(() => sent.mockClear());

function keys() {
  return sent.mock.calls.map(([request]) => request.headers.get("Idempotency-Key"));
}

it("a write carries a key of its own, and what is only asked carries none", async () => {
  const path = { jug_id: 7 };
  const reading = { sg: 1.04 } as Schemas["ReadingIn"];
  await api.POST("/api/jugs/{jug_id}/readings", { params: { path }, body: reading });
  await api.POST("/api/jugs/{jug_id}/readings", { params: { path }, body: reading });
  const [one, other] = keys();
  expect(one).toMatch(/^[0-9a-f]{32}$/);
  expect(other).not.toBe(one);
  sent.mockClear();
  await api.POST("/api/plans/evaluate", { body: {} as Schemas["PlanIn"] });
  await api.POST("/api/shelf/labels/read", { body: { text: "Sugars 10 g" } });
  await api.POST("/api/jugs/{jug_id}/bottling/preview", {
    params: { path },
    body: {} as Schemas["BottlingIn"],
  });
  await api.GET("/api/jugs/{jug_id}", { params: { path } });
  expect(keys()).toEqual([null, null, null, null]);
});

it("what pours, keeps or brings in is no question", async () => {
  const path = { jug_id: 7 };
  await api.POST("/api/jugs/{jug_id}/bottling", {
    params: { path },
    body: {} as Schemas["BottlingIn"],
  });
  await api.POST("/api/blend/pour", { body: {} as Schemas["BlendPourIn"] });
  await api.POST("/api/shelf/products", { body: {} as Schemas["ProductIn"] });
  expect(keys().every(Boolean)).toBe(true);
});
