import { describe, expect, it } from "vitest";
import { draftOf, freeName, newPour, planOf, readAmount } from "./draft";

const pear = { name: "Pear", kind: "juice", fruit: "pear" };

describe("an amount as typed", () => {
  it.each([
    ["750", "ml", 750],
    ["1.5 L", "ml", 1500],
    ["1,5l", "ml", 1500],
    [" 400 g ", "g", 400],
    ["1 kg", "g", 1000],
    ["0", "ml", 0],
  ] as const)("reads %s", (text, unit, amount) => {
    expect(readAmount(text, unit)).toBe(amount);
  });

  it.each([
    ["", "ml", "Write how much"],
    ["-5", "g", "0 or more"],
    ["2 kg", "ml", "This is poured"],
    ["1 L", "g", "This is weighed"],
    ["1e9", "ml", "Write an amount"],
    ["three", "ml", "Write an amount"],
  ] as const)("says what is wrong with %s", (text, unit, sentence) => {
    expect(readAmount(text, unit)).toContain(sentence);
  });
});

describe("a plan", () => {
  it("comes back as it was kept", () => {
    const kept = {
      name: "",
      pours: [
        { ...pear, volume_ml: 2750, mass_g: null },
        { name: "Sugar", kind: "sugar", volume_ml: null, mass_g: 0 },
      ],
      vessel: { volume_ml: 5000, key: "demijohn_5" },
      yeast: { tolerance_abv: 14, key: "wine" },
      aim: { abv: 11.5, fill_ml: 4600, solve: ["Sugar"] },
    };
    expect(planOf(draftOf(kept, 4600)).plan).toEqual(kept);
  });

  it("is not sent while a figure is mistyped, and says which", () => {
    const draft = { ...draftOf({ name: "", pours: [] }, 4600), aiming: true, abv: "strong" };
    draft.pours = [{ ...newPour(pear, "ml", 0), amount: "lots" }];
    const { plan, problems } = planOf(draft);
    expect(plan).toBeNull();
    expect(problems.pours[draft.pours[0]?.id ?? 0]).toContain("Write an amount");
    expect(problems.abv).toContain("Write a strength");
  });
});

it("a second pour of the same thing gets a name of its own", () => {
  expect(freeName("Pear", ["Pear", "Pear 2"])).toBe("Pear 3");
});
