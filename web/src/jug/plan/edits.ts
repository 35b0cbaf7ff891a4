import type { Schemas } from "../../api/client";
import { type Draft, type DraftPour, freeName, newPour, written } from "./draft";

type Pour = Schemas["PourIn"];

export function changePour(draft: Draft, id: number, patch: Partial<DraftPour>): Draft {
  return {
    ...draft,
    pours: draft.pours.map((row) => (row.id === id ? { ...row, ...patch } : row)),
  };
}

export function withoutPour(draft: Draft, id: number): Draft {
  return {
    ...draft,
    pours: draft.pours.filter((row) => row.id !== id),
    blend: draft.blend?.includes(id) ? null : draft.blend,
  };
}

/** One place earlier (-1) or later (1) in the order of pouring. */
export function movePour(draft: Draft, id: number, by: -1 | 1): Draft {
  const from = draft.pours.findIndex((row) => row.id === id);
  const to = from + by;
  const row = draft.pours[from];
  if (!row || to < 0 || to >= draft.pours.length) return draft;
  const pours = draft.pours.filter((other) => other.id !== id);
  pours.splice(to, 0, row);
  return { ...draft, pours };
}

export function addPour(draft: Draft, pour: Pour, amount: number, adjusts = false): Draft {
  const taken = draft.pours.map((row) => row.pour.name);
  const named = { ...pour, name: freeName(pour.name, taken) };
  const weighed = ["sugar", "acid", "tannin"].includes(pour.kind) || pour.pack_g != null;
  const row = newPour(named, weighed ? "g" : "ml", amount, adjusts);
  return { ...draft, pours: [...draft.pours, row] };
}

/** The one pour of a kind that adjusts, added when none is there; the amounts stay. */
export function lettingGive(draft: Draft, pour: Pour): Draft {
  const there = draft.pours.find((row) => row.pour.kind === pour.kind && !row.locked);
  return there ? changePour(draft, there.id, { role: "adjusts" }) : addPour(draft, pour, 0, true);
}

const ACIDS: Record<string, string> = {
  citric: "Citric acid",
  tartaric: "Tartaric acid",
  malic: "Malic acid",
};
export const TANNINS: Record<string, string> = { tea: "Black tea", powder: "Tannin powder" };

/** Two pours every kitchen has, whether or not they stand on the shelf. */
export const tap: Pour = { name: "Water", kind: "water", volume_ml: 0 };
export const plainSugar: Pour = { name: "White sugar", kind: "sugar", sugar: "sucrose", mass_g: 0 };

export function acidPour(key: string): Pour {
  return { name: ACIDS[key] ?? "Acid", kind: "acid", acid: key, mass_g: 0 };
}

export function tanninPour(key: string): Pour {
  return { name: TANNINS[key] ?? "Tannin", kind: "tannin", tannin: key, mass_g: 0 };
}

/** These for all there was of one kind. */
export function withDoses(draft: Draft, kind: string, doses: Schemas["DoseIn"][]): Draft {
  return { ...draft, doses: [...draft.doses.filter((dose) => dose.kind !== kind), ...doses] };
}

/** A pour taken out of the must, to be added after stabilising instead. */
function keptForTheEnd(draft: Draft, name: string): Draft {
  const row = draft.pours.find((pour) => pour.pour.name === name);
  if (!row) return draft;
  const late = { ...row.pour, volume_ml: null, mass_g: null };
  const { glass } = draft;
  return {
    ...withoutPour(draft, row.id),
    glass: { ...glass, style: "sweet_still", sweetness: glass.sweetness || "15", late },
  };
}

/** The draft with a remedy's changes made. */
export function remedied(
  draft: Draft,
  edits: Schemas["EditOut"][],
  reference: Schemas["ReferenceOut"],
): Draft {
  return edits.reduce((before, edit) => one(before, edit, reference), draft);
}

function one(draft: Draft, edit: Schemas["EditOut"], reference: Schemas["ReferenceOut"]): Draft {
  const value = edit.value ?? 0;
  const row = draft.pours.find((pour) => pour.pour.name === edit.name);
  switch (edit.what) {
    case "amount":
      return row ? changePour(draft, row.id, { amount: written(value), role: "fixed" }) : draft;
    case "remove":
      return row ? withoutPour(draft, row.id) : draft;
    case "late":
      return keptForTheEnd(draft, edit.name);
    case "hold_back":
      return { ...draft, holdBackMl: value };
    case "yeast": {
      const yeast = reference.yeasts.find((known) => known.key === edit.key);
      if (!yeast) return draft;
      return { ...draft, yeast: { key: yeast.key, tolerance_abv: yeast.tolerance_abv } };
    }
    case "vessel": {
      const vessel = reference.vessels.find((known) => known.key === edit.key);
      return vessel
        ? { ...draft, vessel: { key: vessel.key, volume_ml: vessel.volume_ml } }
        : draft;
    }
    case "aim_abv":
      return { ...draft, abv: written(value), og: "" };
    case "aim_fill":
      return { ...draft, fillL: String(Math.round(value / 10) / 100) };
    case "dose":
      return withDoses(draft, edit.key ?? "", edit.doses);
    case "closure":
      return { ...draft, glass: { ...draft.glass, closed: edit.key ?? "" } };
    case "label_alone":
      return row ? changePour(draft, row.id, { pour: { ...row.pour, measured_sg: null } }) : draft;
    case "ceiling":
      return { ...draft, ceiling: value.toFixed(2) };
    case "water":
      return addPour(draft, tap, value);
    case "sugar":
      return addPour(draft, plainSugar, value);
    case "acid":
      return addPour(draft, acidPour(edit.key ?? "citric"), value);
    default:
      return draft;
  }
}
