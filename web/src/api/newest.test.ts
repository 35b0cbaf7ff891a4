// @vitest-environment happy-dom
import { act, renderHook, waitFor } from "@testing-library/react";
import { expect, it } from "vitest";
import { ProblemError } from "./client";
import { useNewest } from "./newest";

function held() {
  const calls: { input: number; done: (value: number | Error) => void }[] = [];
  const call = (input: number) =>
    new Promise<number>((resolve, reject) => {
      calls.push({
        input,
        done: (value) => (value instanceof Error ? reject(value) : resolve(value)),
      });
    });
  return { calls, call };
}

it("asks one at a time, and after it only for the newest", async () => {
  const { calls, call } = held();
  const { result } = renderHook(() => useNewest(call));
  act(() => {
    result.current.ask(1);
    result.current.ask(2);
    result.current.ask(3);
  });
  expect(calls.map((made) => made.input)).toEqual([1]);
  await act(async () => calls[0]?.done(10));
  expect(calls.map((made) => made.input)).toEqual([1, 3]);
  await act(async () => calls[1]?.done(30));
  await waitFor(() => expect(result.current.data).toBe(30));
});

it("keeps the last good answer beside a problem, and clears it with the next answer", async () => {
  const { calls, call } = held();
  const { result } = renderHook(() => useNewest(call));
  const problem = new ProblemError(422, {
    errors: [{ at: "aim", text: "cannot" }],
    causes: [],
    insist_allowed: false,
  });
  act(() => void result.current.ask(1));
  await act(async () => calls[0]?.done(10));
  act(() => void result.current.ask(2));
  await act(async () => calls[1]?.done(problem));
  expect(result.current).toMatchObject({ data: 10, problem });
  act(() => void result.current.ask(3));
  await act(async () => calls[2]?.done(30));
  expect(result.current).toMatchObject({ data: 30, problem: null });
});

it("answers what is asked after an error that nobody expected", async () => {
  const { calls, call } = held();
  const { result } = renderHook(() => useNewest(call));
  let failed: unknown;
  act(() => {
    result.current.ask(1).catch((error: unknown) => {
      failed = error;
    });
  });
  await act(async () => calls[0]?.done(new Error("odd")));
  expect(failed).toBeInstanceOf(Error);
  act(() => void result.current.ask(2));
  await act(async () => calls[1]?.done(20));
  await waitFor(() => expect(result.current.data).toBe(20));
});
