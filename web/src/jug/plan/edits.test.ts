import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { setKitchen } from "../../units";
import { draftOf, planOf } from "./draft";
import { amountOf, insteadOf, movePour, remedied, replacePour } from "./edits";

type Edit = Schemas["EditOut"];

const pear = { name: "Pear", kind: "juice", volume_ml: 3000 };
const squash = { name: "Squash", kind: "syrup", volume_ml: 200 };
const draft = draftOf({ name: "", pours: [pear, squash] }, 4600);
const reference = {
  yeasts: [{ key: "wine", name: "Wine", tolerance_abv: 14, tolerance_low: 13, tolerance_high: 15 }],
  vessels: [
    { key: "bucket_10", name: "Bucket", shape: "bucket", volume_ml: 10000, usual_fill_ml: 9200 },
  ],
} as never;

function mended(what: string, more: Partial<Edit> = {}) {
  const edit = { what, name: "", value: null, key: null, doses: [], ...more };
  return remedied(draft, [edit], reference);
}

describe("a remedy", () => {
  it("pours less", () => {
    expect(mended("amount", { name: "Pear", value: 2500 }).pours[0]?.amount).toBe("2500");
  });

  it("leaves a pour out, or keeps it for the end", () => {
    expect(mended("remove", { name: "Squash" }).pours.map((row) => row.pour.name)).toEqual([
      "Pear",
    ]);
    const late = mended("late", { name: "Squash" });
    expect(late.pours).toHaveLength(1);
    expect(late.glass).toMatchObject({ style: "sweet_still", late: { name: "Squash" } });
  });

  it("takes another yeast or vessel, and aims lower", () => {
    expect(mended("yeast", { key: "wine" }).yeast?.tolerance_abv).toBe(14);
    expect(mended("vessel", { key: "bucket_10" }).vessel?.volume_ml).toBe(10000);
    expect(mended("aim_abv", { value: 13 }).abv).toBe("13");
    expect(mended("aim_fill", { value: 4600 }).fill).toBe("4.6");
    expect(mended("hold_back", { value: 300 }).holdBackMl).toBe(300);
  });

  it("takes core's portions for all there was of a dose", () => {
    const doses = ["after_24_h", "after_48_h"].map((when) => ({
      kind: "nutrient",
      mass_g: 1,
      when,
    }));
    const fed = mended("dose", { key: "nutrient", doses });
    expect(fed.doses).toEqual(doses);
    const without = { what: "dose", name: "", value: null, key: "nutrient", doses: [] };
    expect(remedied(fed, [without], reference).doses).toEqual([]);
  });

  it("adds acid as a pour", () => {
    const sour = mended("acid", { key: "citric", value: 4.5 }).pours.at(-1);
    expect(sour).toMatchObject({ unit: "g", amount: "4.5", pour: { acid: "citric" } });
  });
});

it("pours move earlier and later, and no further than the ends", () => {
  const [first, second] = draft.pours;
  if (!first || !second) throw new Error("two pours");
  expect(movePour(draft, second.id, -1).pours[0]).toBe(second);
  expect(movePour(draft, first.id, -1)).toBe(draft);
});

it("what was spooned is known as spooned until another amount is typed", () => {
  const spoon = {
    name: "spoon",
    kind: "volume",
    factor: 15,
    own: ["tbsp"],
    words: [],
    system: "us",
  };
  const table = {
    measures: [spoon],
    shown: [],
    stems: [],
    thermometers: [],
    spooned: { sucrose: 0.85 },
  };
  setKitchen(table as unknown as Schemas["ReferenceOut"], {} as Schemas["Settings"]);
  const begun = draftOf({ name: "", pours: [{ name: "Sugar", kind: "sugar", mass_g: 100 }] }, 4600);
  const id = begun.pours[0]?.id ?? 0;
  const spoons = amountOf(begun, id, "3 tbsp");
  expect(planOf(spoons).plan?.pours[0]?.amount_by).toBe("spoons");
  const kept = draftOf(
    { name: "", pours: [{ name: "Sugar", kind: "sugar", mass_g: 38, amount_by: "spoons" }] },
    4600,
  );
  expect(planOf(kept).plan?.pours[0]?.amount_by).toBe("spoons");
  const weighed = amountOf(kept, kept.pours[0]?.id ?? 0, "40");
  expect(planOf(weighed).plan?.pours[0]?.amount_by ?? null).toBeNull();
});

describe("a product in a row's place", () => {
  const verdict = { code: "ferments" };
  const bag = { id: 7, name: "Bag", kind: "sugar", sugar: "sucrose", price: "1.19", pack_g: 1000 };
  const shelf = [
    { ...bag, facts: { verdict } },
    { ...bag, id: 8, sugar: "glucose", facts: { verdict } },
    { ...bag, id: 9, kind: "juice", facts: { verdict } },
    { ...bag, id: 10, facts: { verdict: { code: "supply" } } },
  ] as never[];

  it("is of the same kind and sugar", () => {
    const plain = { name: "White sugar", kind: "sugar" };
    expect(insteadOf(plain, shelf).map((product) => product.id)).toEqual([7]);
    expect(insteadOf({ ...plain, product_id: 7 }, shelf)).toEqual([]);
  });

  it("keeps what the row was for, and how much", () => {
    const plan = draftOf(
      {
        name: "",
        pours: [pear, { name: "White sugar", kind: "sugar", mass_g: 350, amount_by: "cups" }],
        aim: { abv: 10, fill_ml: 4600, solve: ["White sugar"] },
      } as never,
      4600,
    );
    const row = plan.pours[1];
    const after = replacePour(plan, row?.id ?? 0, shelf[0] as never).pours[1];
    expect(after).toMatchObject({ id: row?.id, role: "adjusts", amount: "350", unit: "g" });
    expect(after?.pour).toMatchObject({ name: "Bag", product_id: 7, price: "1.19" });
  });
});
