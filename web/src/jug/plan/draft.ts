import type { Schemas } from "../../api/client";

export type Plan = Schemas["PlanIn"];
type Pour = Schemas["PourIn"];

/** A pour being worked on: its amount as typed, and whether it may give for the aim. */
export type DraftPour = {
  id: number;
  pour: Pour;
  unit: "ml" | "g";
  amount: string;
  gives: boolean;
};

export type Draft = {
  vessel: Schemas["VesselIn"] | null;
  yeast: Schemas["YeastIn"] | null;
  pours: DraftPour[];
  aiming: boolean;
  abv: string;
  fillL: string;
};

let lastId = 0;

export function newPour(pour: Pour, unit: "ml" | "g", amount: number, gives = false): DraftPour {
  lastId += 1;
  return { id: lastId, pour, unit, amount: written(amount), gives };
}

export function written(amount: number): string {
  return String(Math.round(amount * 10) / 10);
}

export function draftOf(plan: Plan, usualFillMl: number): Draft {
  const aim = plan.aim;
  const fill = aim?.fill_ml ?? usualFillMl;
  return {
    vessel: plan.vessel ?? null,
    yeast: plan.yeast ?? null,
    pours: plan.pours.map((pour) => {
      const unit =
        pour.mass_g != null || (pour.volume_ml == null && pour.kind === "sugar") ? "g" : "ml";
      const amount = (unit === "g" ? pour.mass_g : pour.volume_ml) ?? 0;
      return newPour(pour, unit, amount, aim?.solve.includes(pour.name));
    }),
    aiming: aim != null,
    abv: aim?.abv != null ? String(aim.abv) : "11",
    fillL: String(Math.round(fill / 10) / 100),
  };
}

/** A typed amount as ml or g; a unit may follow. Otherwise the sentence that says why not. */
export function readAmount(text: string, unit: "ml" | "g"): number | string {
  const found = /^\s*([0-9]+(?:[.,][0-9]+)?)\s*(ml|l|g|kg)?\s*$/i.exec(text);
  const example = unit === "ml" ? "750 or 1.5 L" : "400 or 1 kg";
  if (!found) {
    if (/^\s*-/.test(text)) return `An amount is 0 or more, like ${example}.`;
    return text.trim() === ""
      ? `Write how much, like ${example}.`
      : `Write an amount like ${example}.`;
  }
  const value = Number((found[1] ?? "").replace(",", "."));
  const typed = (found[2] ?? unit).toLowerCase();
  const big = typed === "l" || typed === "kg";
  const kind = typed === "l" || typed === "ml" ? "ml" : "g";
  if (kind !== unit) {
    return unit === "ml"
      ? `This is poured: write ml or L, like ${example}.`
      : `This is weighed: write g or kg, like ${example}.`;
  }
  return big ? value * 1000 : value;
}

function readNumber(text: string): number | null {
  const found = /^\s*([0-9]+(?:[.,][0-9]+)?)\s*(?:%|l)?\s*$/i.exec(text);
  return found ? Number((found[1] ?? "").replace(",", ".")) : null;
}

/** Sentences about what is typed: by pour, and for the two aims. */
export type TypedProblems = { pours: Record<number, string>; abv?: string; fill?: string };

/** The plan to send, and what is mistyped; the plan is null while anything is. */
export function planOf(draft: Draft): { plan: Plan | null; problems: TypedProblems } {
  const problems: TypedProblems = { pours: {} };
  const pours = draft.pours.map(({ id, pour, unit, amount }) => {
    const read = readAmount(amount, unit);
    if (typeof read === "string") problems.pours[id] = read;
    const value = typeof read === "number" ? read : 0;
    return {
      ...pour,
      volume_ml: unit === "ml" ? value : null,
      mass_g: unit === "g" ? value : null,
    };
  });
  const abv = readNumber(draft.abv);
  const fill = readNumber(draft.fillL);
  if (draft.aiming && abv === null) problems.abv = "Write a strength in %, like 11.5.";
  if (draft.aiming && fill === null) problems.fill = "Write a fill in litres, like 4.5.";
  const wrong = Object.keys(problems.pours).length > 0 || problems.abv || problems.fill;
  if (wrong) return { plan: null, problems };
  const plan: Plan = {
    name: "",
    pours,
    vessel: draft.vessel,
    yeast: draft.yeast,
    aim: draft.aiming
      ? {
          solve: draft.pours.filter((row) => row.gives).map((row) => row.pour.name),
          abv,
          fill_ml: fill === null ? null : fill * 1000,
        }
      : null,
  };
  return { plan, problems };
}

/** A name no other pour has yet. */
export function freeName(name: string, taken: string[]): string {
  if (!taken.includes(name)) return name;
  let count = 2;
  while (taken.includes(`${name} ${count}`)) count += 1;
  return `${name} ${count}`;
}
