import { describe, expect, it } from "vitest";
import { counted, measuredBy, notPrimed, primingOf, type Typed, toBottling } from "./lots";

const typed: Typed = {
  lots: [{ size: "750", count: "5", closed: "wine_bottle/cork", primed: notPrimed }],
  together: null,
  someLeft: false,
  reason: "",
};
const honey = { name: "Honey", kind: "syrup", mass_g: 0 };

describe("what is typed at bottling", () => {
  it("counts whole bottles and asks about anything else", () => {
    expect(counted("12")).toBe(12);
    expect(counted("")).toBe(0);
    for (const odd of ["1,5", "1.5", "-2", "two", "1e3"]) expect(counted(odd)).toBeNull();
  });

  it("measures with a comma, a point or a fraction", () => {
    expect(measuredBy("g_per_l", "6,5")).toBe(6.5);
    expect(measuredBy("teaspoons", "1/2")).toBe(0.5);
    expect(measuredBy("per_bottle_g", "3 g")).toBe(3);
    for (const odd of ["-1", "a pinch", "1.5.2", ""])
      expect(measuredBy("per_bottle_g", odd)).toBeNull();
  });

  it("primes by one measure, and by the gas with anything else than sugar", () => {
    const half = { ...notPrimed, by: "teaspoons", much: "1/2" } as const;
    expect(primingOf(half, {})).toEqual({ teaspoons: 0.5, sugar: "sucrose" });
    expect(primingOf({ ...notPrimed, by: "drops", much: "1" }, {})).toBeNull();
    const drops = { ...notPrimed, by: "drops", much: "2", dropG: "3.5" } as const;
    expect(primingOf(drops, {})).toEqual({ drops: 2, sugar: "sucrose", drop_g: 3.5 });
    const sweet = { ...notPrimed, by: "volumes", much: "2.4", from: "honey" } as const;
    expect(primingOf(sweet, { honey })).toEqual({ volumes: 2.4, pour: honey, sugar: "sucrose" });
    expect(primingOf(notPrimed, {})).toBeUndefined();
  });

  it("sends nothing that is mistyped, and primes lots or all of it, not both", () => {
    expect(toBottling(typed)?.bottles[0]).toMatchObject({
      size_ml: 750,
      count: 5,
      bottle: "wine_bottle",
      closure: "cork",
      priming: null,
    });
    const half = [{ ...typed.lots[0], count: "1,5" } as Typed["lots"][number]];
    expect(toBottling({ ...typed, lots: half })).toBeNull();
    const gas = { ...notPrimed, by: "volumes", much: "2.5" } as const;
    const lots = typed.lots.map((lot) => ({ ...lot, primed: gas }));
    expect(toBottling({ ...typed, lots })?.bottles[0]?.priming).toEqual({
      volumes: 2.5,
      sugar: "sucrose",
    });
    const together = toBottling({ ...typed, lots, together: gas });
    expect(together?.bottles[0]?.priming).toBeNull();
    expect(together?.priming).toEqual({ volumes: 2.5, sugar: "sucrose" });
    expect(toBottling({ ...typed, together: { ...gas, much: "lots" } })).toBeNull();
  });
});
