import { describe, expect, it } from "vitest";
import { readNumber } from "./number";

describe("a typed number", () => {
  it("has a comma or a point, and the unit of its field or none", () => {
    expect(readNumber(" 6,5 ", "g")).toBe(6.5);
    expect(readNumber("20 %", "%")).toBe(20);
    expect(readNumber("20%", "%")).toBe(20);
    expect(readNumber("1.048")).toBe(1.048);
  });

  it("is none where anything else stands", () => {
    for (const odd of ["", "-1", "1.O48", "1.5.2", "1e3", "a pinch", "NaN"])
      expect(readNumber(odd)).toBeNull();
    // A litre is no millilitre.
    expect(readNumber("1 l", "ml")).toBeNull();
  });
});
