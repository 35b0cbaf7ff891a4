import type { Schemas } from "../../api/client";
import { readAmount, readNumber } from "../../units";

/** One kind of bottle being counted: everything as typed. */
export type Lot = { size: string; count: string; closed: string };

/** A bottling being written: everything as typed. */
export type Typed = {
  lots: Lot[];
  priming: string;
  primingSugar: string;
  sulphite: string;
  sorbate: string;
  racked: boolean;
  clear: boolean;
  /** Whether the jug goes on with the rest, which else is lees. */
  someLeft: boolean;
  /** Why it is closed where that is advised against. */
  reason: string;
};

/** Where a bottling begins: what was planned, in the bottles it was planned for. */
export function begun(jug: Schemas["JugOut"], evaluation: Schemas["EvaluationOut"] | null): Typed {
  const perLitre = evaluation?.glass.priming_g_per_l ?? 0;
  const again = jug.bottling || !evaluation;
  return {
    lots: [
      {
        size: again ? "750" : String(evaluation.cost.bottle_ml),
        count: again ? "" : String(evaluation.cost.bottles),
        closed: evaluation?.glass.closed ?? "wine_bottle/cork",
      },
    ],
    priming: perLitre > 0 ? perLitre.toFixed(1) : "",
    primingSugar: "sucrose",
    sulphite: "",
    sorbate: "",
    racked: false,
    clear: false,
    someLeft: false,
    reason: "",
  };
}

/** A whole number as typed; null when it is none: "1,5" is not fifteen, nor "-2" two. */
export function counted(text: string): number | null {
  const plain = text.trim();
  if (plain === "") return 0;
  return /^\d{1,5}$/.test(plain) ? Number(plain) : null;
}

/** Grams as typed; null when they are none. */
export function weighed(text: string): number | null {
  if (text.trim() === "") return 0;
  const grams = readNumber(text, "g/l") ?? readAmount(text, "g");
  return typeof grams === "number" ? grams : null;
}

/** The bottling to send, or none while something in it is mistyped. */
export function toBottling(typed: Typed): Schemas["BottlingIn"] | null {
  const counts = typed.lots.map((lot) => counted(lot.count));
  const [priming, sulphite, sorbate] = [typed.priming, typed.sulphite, typed.sorbate].map(weighed);
  if (counts.includes(null) || priming == null || sulphite == null || sorbate == null) return null;
  return {
    bottles: typed.lots.map((lot, place) => {
      const [bottle = "", closure = ""] = lot.closed.split("/");
      return { size_ml: Number(lot.size), count: counts[place] ?? 0, bottle, closure };
    }),
    priming: priming > 0 ? { g_per_l: priming, sugar: typed.primingSugar } : null,
    stabilised:
      sulphite > 0 || sorbate > 0
        ? {
            sulphite_g: sulphite,
            sorbate_g: sorbate,
            racked: typed.racked,
            clear: typed.clear,
          }
        : null,
    some_left: typed.someLeft,
    insist: false,
    against_advice: "",
  };
}
