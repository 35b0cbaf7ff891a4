import { describe, expect, it } from "vitest";
import { draftOf, freeName, newPour, planOf, readAmount, readLitres } from "./draft";

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
    ["1 gal", "ml", "Which gallon?"],
  ] as const)("says what is wrong with %s", (text, unit, sentence) => {
    expect(readAmount(text, unit)).toContain(sentence);
  });
});

describe("a plan", () => {
  it("comes back as it was kept", () => {
    const kept = {
      name: "",
      pours: [
        { ...pear, volume_ml: 2750, mass_g: null, locked: true },
        { name: "Sugar", kind: "sugar", volume_ml: null, mass_g: 0, locked: null },
        { name: "Acid", kind: "acid", acid: "citric", volume_ml: null, mass_g: 0, locked: null },
      ],
      vessel: { volume_ml: 5000, key: "demijohn_5" },
      yeast: { tolerance_abv: 14, key: "wine" },
      aim: {
        abv: 11.5,
        og: null,
        fill_ml: 4600,
        solve: ["Sugar", "Acid"],
        acid_g_per_l: 6,
        tannin_g_per_l: null,
        shares: { Pear: 0.6 },
      },
      glass: {
        style: "fizzy",
        sugar_g_per_l: null,
        volumes: 2.5,
        late: null,
        late_share: null,
        bottle: "beer_bottle",
        closure: "crown",
      },
      doses: [{ kind: "nutrient", mass_g: 1, when: "after_24_h" }],
      hold_back_ml: 300,
      ph: 3.4,
      most_per_bottle: "1.50",
    };
    expect(planOf(draftOf(kept, 4600)).plan).toEqual(kept);
  });

  it("is not sent while a figure is mistyped, and says which", () => {
    const draft = { ...draftOf({ name: "", pours: [] }, 4600), aiming: true, abv: "strong" };
    draft.pours = [{ ...newPour(pear, "ml", 0), amount: "lots" }];
    const { plan, problems } = planOf(draft);
    expect(plan).toBeNull();
    expect(problems.pours[draft.pours[0]?.id ?? 0]).toContain("Write an amount");
    expect(problems.fields.abv).toContain("Write a strength");
  });
});

it("a second pour of the same thing gets a name of its own", () => {
  expect(freeName("Pear", ["Pear", "Pear 2"])).toBe("Pear 3");
});

it("a blend of two lets the share between them give", () => {
  const kept = draftOf(
    {
      name: "",
      pours: [
        { ...pear, volume_ml: 2000 },
        { ...pear, name: "Plum", volume_ml: 2000 },
      ],
      aim: { abv: 6, solve: [["Pear", "Plum"]] },
    },
    4600,
  );
  expect(planOf(kept).plan?.aim?.solve).toEqual([["Pear", "Plum"]]);
  expect(kept.fillL).toBe("");
});

it("a bare figure with a point in it is asked about", () => {
  expect(readAmount("1,5", "ml")).toBe("1,5 L or 1,5 ml? Write the unit behind it.");
  expect(readAmount("1.190", "ml")).toContain("reads like a gravity");
  expect(readAmount("1,5 L", "ml")).toBe(1500);
  expect(readAmount("750.5", "ml")).toBe(750.5);
  expect(readAmount("1.5", "g")).toBe(1.5);
});

it("litres are understood in any unit", () => {
  expect(readLitres("4,6")).toBe(4.6);
  expect(readLitres("4600 ml")).toBe(4.6);
  expect(readLitres("75 cl")).toBe(0.75);
  expect(readLitres("a gallon")).toBeNull();
});
