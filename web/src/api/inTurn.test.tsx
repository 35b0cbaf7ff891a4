// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { expect, it } from "vitest";
import { useInTurn } from "./inTurn";

function wrapper({ children }: { children: ReactNode }) {
  return <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>;
}

it("begins a write when the one before it is answered, and goes on after a refusal", async () => {
  // Two places on one page that write to the same list.
  const { result } = renderHook(() => [useInTurn(["day", 1]), useInTurn(["day", 1])] as const, {
    wrapper,
  });
  const begun: string[] = [];
  let refuse = (_: Error) => {};
  const first = () =>
    new Promise<void>((_, reject) => {
      begun.push("first");
      refuse = reject;
    });
  const second = async () => void begun.push("second");
  let ended: Promise<unknown> = Promise.resolve();
  await act(async () => {
    ended = Promise.allSettled([result.current[0](first), result.current[1](second)]);
  });
  expect(begun).toEqual(["first"]);
  await act(async () => refuse(new Error("refused")));
  await act(async () => void (await ended));
  expect(begun).toEqual(["first", "second"]);
});
