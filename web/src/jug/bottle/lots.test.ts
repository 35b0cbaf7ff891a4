import { describe, expect, it } from "vitest";
import {
  byAnother,
  counted,
  forAnotherSize,
  measuredBy,
  notPrimed,
  primingOf,
  type Typed,
  toBottling,
} from "./lots";

const typed: Typed = {
  lots: [{ size: "750", count: "5", closed: "wine_bottle/cork", primed: notPrimed }],
  together: null,
  someLeft: false,
  late: null,
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
    expect(measuredBy("teaspoons", "1/2 tbsp")).toBe(1.5);
    expect(measuredBy("teaspoons", "1 teaspoon")).toBe(1);
    // What is no measure of it is not taken for one.
    expect(measuredBy("teaspoons", "5 g")).toBeNull();
    expect(measuredBy("volumes", "3 tsp")).toBeNull();
    expect(measuredBy("g_per_l", "3 g")).toBeNull();
    for (const odd of ["-1", "a pinch", "1.5.2", ""])
      expect(measuredBy("per_bottle_g", odd)).toBeNull();
  });

  it("primes by one measure, and by the gas with anything else than sugar", () => {
    const half = { ...notPrimed, by: "teaspoons", much: "1/2" } as const;
    expect(primingOf(half, {})).toEqual({ teaspoons: 0.5, sugar: "sucrose" });
    const unweighed = { ...notPrimed, by: "drops", much: "1" } as const;
    expect(primingOf(unweighed, {})).toEqual({ drops: 1, sugar: "sucrose" });
    expect(primingOf({ ...unweighed, dropG: "heavy" }, {})).toBeNull();
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

it("a figure stays with its measure and its bottle", () => {
  const made = { per_bottle_g: 2.64, g_per_l: 3.52, mass_g: 20, words: "", spoons: null };
  expect(byAnother("per_bottle_g", made)).toEqual({ by: "per_bottle_g", much: "2.6" });
  expect(byAnother("g_per_l", made)).toEqual({ by: "g_per_l", much: "3.5" });
  for (const by of ["teaspoons", "drops", "volumes"] as const)
    expect(byAnother(by, made)).toEqual({ by, much: "" });
  expect(byAnother("g_per_l", undefined)).toEqual({ by: "g_per_l", much: "" });
  const spooned = { ...notPrimed, by: "teaspoons", much: "2" } as const;
  expect(forAnotherSize(spooned)).toEqual({ ...spooned, much: "" });
  const byGas = { ...notPrimed, by: "volumes", much: "2.5" } as const;
  expect(forAnotherSize(byGas)).toBe(byGas);
});
