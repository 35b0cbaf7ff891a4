import type { Schemas } from "../../api/client";
import { readNumber } from "../../units";

/** How a lot is primed, as it is measured in the kitchen; `units` are what may be typed behind the
 * figure, and how many of the measure each is. */
export const MEASURES = {
  none: { name: "Not primed", units: {}, example: "" },
  volumes: {
    name: "By the gas you want",
    units: { volumes: 1, volume: 1, vol: 1 },
    example: "2.5",
  },
  per_bottle_g: { name: "Grams in a bottle", units: { g: 1 }, example: "3" },
  g_per_l: { name: "Grams in a litre", units: { "g/l": 1 }, example: "6.5" },
  teaspoons: {
    name: "Level teaspoons in a bottle",
    units: { tsp: 1, teaspoon: 1, teaspoons: 1, tbsp: 3, tablespoon: 3, tablespoons: 3 },
    example: "0.5",
  },
  drops: { name: "Sugar drops in a bottle", units: { drops: 1, drop: 1 }, example: "1" },
} as const satisfies Record<
  string,
  { name: string; units: Record<string, number>; example: string }
>;
export type Measure = keyof typeof MEASURES;

// So much in each bottle: another size of bottle wants another figure.
const BY_BOTTLE: Measure[] = ["per_bottle_g", "teaspoons", "drops"];

/** How a plastic test bottle of a lot feels in the hand: keys of core's words. */
export const FEELS = { soft: "Soft", firm: "Firm", hard: "Hard" } as const;

/** A fridge, °C: there the yeast all but stops. */
export const FRIDGE_C = 4;

/** Priming being written: everything as typed. `from` is a sugar, or a source of the shelf. */
export type Primed = { by: Measure; much: string; from: string; dropG: string };

/** One kind of bottle being counted: everything as typed. */
export type Lot = { size: string; count: string; closed: string; primed: Primed };

/** A bottling being written: everything as typed. */
export type Typed = {
  lots: Lot[];
  /** Stirred into all of it, where the lots are not primed one by one. */
  together: Primed | null;
  /** Whether the jug goes on with the rest, which else is lees. */
  someLeft: boolean;
  /** Whether what the plan adds at the end goes in; none while nobody has said. */
  late: "in" | "out" | null;
  /** Why it is closed where that is advised against. */
  reason: string;
};

export const notPrimed: Primed = { by: "none", much: "", from: "sucrose", dropG: "" };

/** Sugars that bottles are primed with, the usual one first: keys of core's table. */
export const PRIMING_SUGARS = ["sucrose", "glucose_monohydrate"];

/** Where a bottling begins: what was planned, in the bottles it was planned for. */
export function begun(jug: Schemas["JugOut"], evaluation: Schemas["EvaluationOut"] | null): Typed {
  const again = jug.bottling || !evaluation;
  const volumes = evaluation?.glass.priming_g_per_l ? evaluation.glass.volumes : 0;
  return {
    lots: [
      {
        size: again ? "750" : String(evaluation.cost.bottle_ml),
        count: again ? "" : String(evaluation.cost.bottles),
        closed: evaluation?.glass.closed ?? "wine_bottle/cork",
        primed: volumes ? { ...notPrimed, by: "volumes", much: volumes.toFixed(1) } : notPrimed,
      },
    ],
    together: null,
    someLeft: false,
    late: null,
    reason: "",
  };
}

/** A whole number as typed; null when it is none: "1,5" is not fifteen, nor "-2" two. */
export function counted(text: string): number | null {
  const plain = text.trim();
  if (plain === "") return 0;
  return /^\d{1,5}$/.test(plain) ? Number(plain) : null;
}

/** What is typed of a measure; null when it is none. */
export function measuredBy(by: Measure, text: string): number | null {
  if (by === "none") return 0;
  const units: Record<string, number> = MEASURES[by].units;
  const figure = readNumber(text, ...Object.keys(units));
  if (figure === null) return null;
  const unit = Object.keys(units).find((each) => text.trim().toLowerCase().endsWith(each));
  return figure * (unit ? (units[unit] ?? 1) : 1);
}

/** The same priming by another measure: the figure that core made of it, where it did, and else none,
 * for 3.2 volumes are not 3.2 teaspoons. */
export function byAnother(
  by: Measure,
  made: Schemas["LotPrimedOut"] | null | undefined,
): Partial<Primed> {
  if (made && by === "per_bottle_g") return { by, much: made.per_bottle_g.toFixed(1) };
  if (made && by === "g_per_l") return { by, much: made.g_per_l.toFixed(1) };
  return { by, much: "" };
}

/** How bottles of another size are primed: alike, but for a figure that was for each bottle. */
export function forAnotherSize(primed: Primed): Primed {
  return BY_BOTTLE.includes(primed.by) ? { ...primed, much: "" } : primed;
}

/** Priming to send; undefined for none, null while it is mistyped. */
export function primingOf(
  primed: Primed,
  pours: Record<string, Schemas["PourIn"]>,
): Schemas["PrimingIn"] | null | undefined {
  if (primed.by === "none") return undefined;
  const much = measuredBy(primed.by, primed.much);
  if (much === null) return null;
  const pour = pours[primed.from];
  // Juice, honey and syrup go by the gas that is wanted.
  if (pour) return { volumes: much, pour, sugar: "sucrose" };
  const weighed = primed.by === "drops" && primed.dropG.trim() !== "";
  const each = weighed ? readNumber(primed.dropG, "g") : undefined;
  if (each === null) return null;
  return { [primed.by]: much, sugar: primed.from, ...(each ? { drop_g: each } : {}) };
}

/** The bottling to send, or none while something in it is mistyped. */
export function toBottling(
  typed: Typed,
  pours: Record<string, Schemas["PourIn"]> = {},
): Schemas["BottlingIn"] | null {
  const counts = typed.lots.map((lot) => counted(lot.count));
  const together = typed.together ? primingOf(typed.together, pours) : undefined;
  const own = typed.lots.map((lot) => (typed.together ? undefined : primingOf(lot.primed, pours)));
  if (counts.includes(null) || together === null || own.includes(null)) return null;
  return {
    bottles: typed.lots.map((lot, place) => {
      const [bottle = "", closure = ""] = lot.closed.split("/");
      return {
        size_ml: Number(lot.size),
        count: counts[place] ?? 0,
        bottle,
        closure,
        priming: own[place] ?? null,
        place: "",
      };
    }),
    priming: together ?? null,
    some_left: typed.someLeft,
    late: typed.late ?? null,
    insist: false,
    against_advice: "",
  };
}
