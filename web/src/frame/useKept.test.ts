// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, it } from "vitest";
import { emptied, putAside, useKept } from "./useKept";

beforeEach(() => sessionStorage.clear());

function field() {
  const { result, unmount } = renderHook(() => useKept("sg", ""));
  return {
    type: (text: string) => act(() => result.current[1](text)),
    forget: (sent?: string) => act(() => result.current[2](sent)),
    unmount,
  };
}

it("what was sent is forgotten, and stays so", () => {
  const { type, forget, unmount } = field();
  type("1.080");
  expect(putAside("sg")).toBe("1.080");
  forget("1.080");
  unmount();
  expect(putAside("sg")).toBeNull();
});

it("what was typed while it was sent is kept", () => {
  const { type, forget } = field();
  type("1.080");
  type("1.052");
  forget("1.080");
  expect(putAside("sg")).toBe("1.052");
});

it("what is typed after it was forgotten is kept again", () => {
  const { type, forget } = field();
  type("1.080");
  forget("1.080");
  type("1.052");
  expect(putAside("sg")).toBe("1.052");
});

it("a field is emptied of what was sent alone", () => {
  expect(emptied("1.080", "")("1.080")).toBe("");
  expect(emptied("1.080", "")("1.052")).toBe("1.052");
});
