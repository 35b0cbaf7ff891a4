import { describe, expect, it } from "vitest";
import { empty, fillFrom, misread } from "./typed";

const field = (key: string, value: string, doubt = "") => ({
  key,
  value,
  doubt,
  start: 0,
  end: 1,
});

describe("a form filled from a label", () => {
  it("holds nothing that was not read", () => {
    const filled = fillFrom(empty, [field("sugars", "10.8")], []);
    expect([filled.sugars, filled.amount, filled.pack, filled.juice]).toEqual(["10.8", "", "", ""]);
  });

  it("holds no figure that is in doubt", () => {
    const filled = fillFrom(empty, [field("sugars", "104", "More than can dissolve.")], []);
    expect(filled.sugars).toBe("");
  });

  it("leaves what the person set", () => {
    const set = { ...empty, sugars: "9.9", amount: "240" };
    const filled = fillFrom(set, [field("juice", "30")], ["sugars", "basis"]);
    expect([filled.sugars, filled.amount, filled.juice]).toEqual(["9.9", "240", "30"]);
  });

  it("never sends a figure that is none as if nothing stood there", () => {
    expect(misread({ ...empty, juice: "20 %" }, true)).toEqual([]);
    expect(misread({ ...empty, juice: "a fifth" }, true).map((wrong) => wrong.at)).toEqual([
      "juice_percent",
    ]);
    // Only in a field that is shown.
    expect(misread({ ...empty, kind: "sugar", juice: "a fifth" }, false)).toEqual([]);
    // A litre in a field of ml would be a thousandth of it.
    expect(misread({ ...empty, pack: "1 l" }, true).map((wrong) => wrong.at)).toEqual(["pack"]);
  });

  it("knows a drink's share of juice", () => {
    expect(fillFrom(empty, [field("juice", "11")], []).juice).toBe("11");
  });
});
