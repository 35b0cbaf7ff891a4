import { describe, expect, it } from "vitest";
import { counted, type Typed, toBottling, weighed } from "./lots";

const typed: Typed = {
  lots: [{ size: "750", count: "5", closed: "wine_bottle/cork" }],
  priming: "",
  primingSugar: "sucrose",
  sulphite: "",
  sorbate: "",
  racked: false,
  clear: false,
  someLeft: false,
  reason: "",
};

describe("what is typed at bottling", () => {
  it("counts whole bottles and asks about anything else", () => {
    expect(counted("12")).toBe(12);
    expect(counted("")).toBe(0);
    for (const odd of ["1,5", "1.5", "-2", "two", "1e3"]) expect(counted(odd)).toBeNull();
  });

  it("weighs with a comma or a point", () => {
    expect(weighed("0,9")).toBe(0.9);
    expect(weighed("6.5")).toBe(6.5);
    for (const odd of ["-1", "a pinch", "1.5.2"]) expect(weighed(odd)).toBeNull();
  });

  it("sends nothing that is mistyped", () => {
    expect(toBottling({ ...typed, priming: "6,5" })?.priming).toEqual({
      g_per_l: 6.5,
      sugar: "sucrose",
    });
    expect(toBottling(typed)?.bottles[0]).toEqual({
      size_ml: 750,
      count: 5,
      bottle: "wine_bottle",
      closure: "cork",
    });
    expect(toBottling({ ...typed, priming: "lots" })).toBeNull();
    const half = [{ ...typed.lots[0], count: "1,5" } as Typed["lots"][number]];
    expect(toBottling({ ...typed, lots: half })).toBeNull();
  });
});
