import type { Schemas } from "../../api/client";
import { vesselFigure } from "../../units";
import { type Draft, type DraftPour, freeName, newPour, written } from "./draft";

type Pour = Schemas["PourIn"];

/** What is added by the spoon. */
export const SPOONED = ["acid", "tannin"];

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

/** Another amount of it: how it was known before is no matter any more. */
export function amountOf(draft: Draft, id: number, amount: string): Draft {
  const row = draft.pours.find((known) => known.id === id);
  if (!row) return draft;
  const pour = row.pour.amount_by ? { ...row.pour, amount_by: null } : row.pour;
  return changePour(draft, id, { amount, role: "fixed", pour });
}

/** Another product in a row's place, in the same amount and doing the same for the aim. */
export function replacePour(draft: Draft, id: number, product: Schemas["ProductOut"]): Draft {
  const others = draft.pours.filter((row) => row.id !== id).map((row) => row.pour.name);
  const pour = pourOf(product);
  return changePour(draft, id, { pour: { ...pour, name: freeName(pour.name, others) } });
}

/** Whether it is for pouring at all. */
export function pourable({ facts }: Schemas["ProductOut"]): boolean {
  return !["supply", "refused"].includes(facts.verdict.code);
}

/** What of the shelf can stand for a pour: the same kind, of the same fruit or sugar. */
export function insteadOf(pour: Pour, shelf: Schemas["ProductOut"][]): Schemas["ProductOut"][] {
  return shelf.filter(
    (product) =>
      product.kind === pour.kind &&
      product.id !== pour.product_id &&
      pourable(product) &&
      (pour.fruit == null || product.fruit === pour.fruit) &&
      (pour.kind !== "sugar" || product.sugar === (pour.sugar ?? "sucrose")),
  );
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

/** The draft with what was worked out written into the pours it was worked out for. */
export function settled(
  draft: Draft,
  result: Schemas["EvaluationOut"] | undefined,
  which: (row: DraftPour) => boolean,
): Draft {
  return {
    ...draft,
    pours: draft.pours.map((row) => {
      const worked = result?.pours.find((pour) => pour.name === row.pour.name);
      const amount = row.unit === "ml" ? worked?.volume_ml : worked?.mass_g;
      if (!which(row) || !worked?.solved || amount == null) return row;
      return { ...row, amount: written(amount), role: "fixed" };
    }),
  };
}

/** The nearest to a target that cannot be met: its amounts, or what has to adjust to meet it. */
export function withNearest(draft: Draft, { adjusts, amounts }: Schemas["NearestOut"]): Draft {
  if (adjusts.length > 0)
    return {
      ...draft,
      pours: draft.pours.map((row) =>
        adjusts.includes(row.pour.name) ? { ...row, role: "adjusts" } : row,
      ),
    };
  return {
    ...draft,
    aiming: false,
    blend: null,
    pours: draft.pours.map((row) => {
      const found = amounts.find((near) => near.name === row.pour.name);
      return found ? { ...row, amount: written(found.amount), role: "fixed" } : row;
    }),
  };
}

/** A product of the shelf as something to pour. */
export function pourOf(product: Schemas["ProductOut"]): Pour {
  return {
    name: product.name,
    kind: product.kind,
    fruit: product.fruit,
    sugar: product.sugar,
    label: product.as_sold?.sugars_g
      ? {
          sugars_g: product.as_sold.sugars_g,
          per_ml: product.as_sold.per_ml ?? null,
          per_g: product.as_sold.per_g ?? null,
        }
      : null,
    measured_sg: product.measured_sg,
    juice_percent: product.juice_percent,
    price: product.price,
    pack_ml: product.pack_ml,
    pack_g: product.pack_g,
    product_id: product.id,
    colour: product.colour || null,
  };
}

/** What of the shelf can be added at the end. */
export function liquids(shelf: Schemas["ProductOut"][]): Schemas["ProductOut"][] {
  return shelf.filter(
    (row) => row.pack_ml !== null && ["juice", "syrup", "concentrate"].includes(row.kind),
  );
}

/** To be in the glass like that, from where such a drink begins. */
export function withStyle(draft: Draft, style: string, styles: Schemas["StyleOut"][]): Draft {
  const { glass } = draft;
  const begin = styles.find((row) => row.key === style);
  if (!begin) return draft;
  const share = begin.late_share;
  const from = (typed: string, first: number | null | undefined) =>
    first == null ? "" : typed || String(first);
  const ours = begin.late && glass.late?.kind !== "sugar" ? glass.late : null;
  return {
    ...draft,
    glass: {
      ...glass,
      style,
      sweetness: from(glass.sweetness, begin.sugar_g_per_l),
      volumes: from(glass.volumes, begin.volumes),
      lateShare: from(glass.lateShare, share == null ? share : 100 * share),
      late: ours,
    },
  };
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
      return { ...draft, fill: vesselFigure(value) };
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
