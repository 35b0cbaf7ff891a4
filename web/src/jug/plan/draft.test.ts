import { describe, expect, it } from "vitest";
import { draftOf, freeName, mistypedOf, newPour, planOf, withMistyped } from "./draft";

const pear = { name: "Pear", kind: "juice", fruit: "pear" };

it("a fill alone is a target: made up to the mark", () => {
  const water = { name: "Water", kind: "water", volume_ml: 0 };
  const kept = draftOf(
    { name: "", pours: [pear, water], aim: { solve: ["Water"], fill_ml: 4500 } },
    4600,
  );
  expect([kept.aiming, kept.fill, kept.pours[1]?.role]).toEqual([true, "4.5", "adjusts"]);
  expect(planOf(kept).plan?.aim).toMatchObject({ abv: null, fill_ml: 4500 });
  expect(planOf({ ...kept, abv: "", fill: "" }).problems.fields.abv).toBeDefined();
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

  it("keeps all the rest where a figure is mistyped, that one as it was, and says which", () => {
    const kept = {
      name: "",
      pours: [
        { ...pear, volume_ml: 2750 },
        { name: "Raisins", kind: "fruit", mass_g: 150 },
      ],
      aim: { solve: [], abv: 11.5, fill_ml: 4600 },
      ph: 3.4,
      most_per_bottle: "1.50",
    };
    const draft = { ...draftOf(kept, 4600), abv: "strong", ph: "sour", fill: "4.7" };
    const [juice, raisins] = draft.pours;
    if (!juice || !raisins) throw new Error("two pours");
    draft.pours = [
      { ...juice, amount: "3000" },
      { ...raisins, amount: "1 bag" },
    ];
    const { plan, problems } = planOf(draft, kept);
    expect(plan?.pours.map((pour) => pour.volume_ml ?? pour.mass_g)).toEqual([3000, 150]);
    expect(plan?.aim).toMatchObject({ abv: 11.5, fill_ml: 4700 });
    expect([plan?.ph, plan?.most_per_bottle]).toEqual([3.4, "1.50"]);
    const left = mistypedOf(draft, problems);
    expect(left?.names).toEqual(["Raisins", "strength", "pH"]);
    // What was typed stands there again after a reload.
    const again = withMistyped(draftOf(plan ?? kept, 4600), left);
    expect(again.pours.map((row) => row.amount)).toEqual(["3000", "1 bag"]);
    expect([again.abv, again.ph, again.fill]).toEqual(["strong", "sour", "4.7"]);
    expect(mistypedOf(again, planOf(again, kept).problems)?.names).toEqual(left?.names);
  });

  it("is none where a figure is mistyped and there was no plan before", () => {
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
  expect(kept.fill).toBe("");
});
