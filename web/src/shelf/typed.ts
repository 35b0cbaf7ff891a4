import type { Schemas } from "../api/client";
import { readAmount, readNumber } from "../units";

type Product = Schemas["ProductOut"];
type ProductIn = Schemas["ProductIn"];
type Reading = Schemas["LabelReadingOut"];

/** A product as it stands in the form: everything as typed. */
export type Typed = {
  name: string;
  kind: string;
  fruit: string;
  sugar: string;
  sugars: string;
  amount: string;
  per: "ml" | "g";
  madeUp: boolean;
  dilution: string;
  makes: string;
  juice: string;
  pack: string;
  packUnit: "ml" | "g" | "pieces";
  price: string;
  place: string;
  home: string;
  bestBefore: string;
  barcode: string;
  colour: string;
  measured: number | null;
};

export const empty: Typed = {
  name: "",
  kind: "juice",
  fruit: "",
  sugar: "sucrose",
  sugars: "",
  amount: "100",
  per: "ml",
  madeUp: false,
  dilution: "",
  makes: "",
  juice: "",
  pack: "1000",
  packUnit: "ml",
  price: "",
  place: "",
  home: "0",
  bestBefore: "",
  barcode: "",
  colour: "",
  measured: null,
};

export function typedFrom(product: Product): Typed {
  return {
    name: product.name,
    kind: product.kind,
    fruit: product.fruit ?? "",
    sugar: product.sugar ?? "sucrose",
    sugars: product.sugars_g ?? "",
    amount: String(product.per_ml ?? product.per_g ?? ""),
    per: product.per_g ? "g" : "ml",
    madeUp: product.made_up,
    dilution: product.dilution_parts === null ? "" : String(product.dilution_parts),
    makes: product.makes_ml === null ? "" : String(product.makes_ml),
    juice: product.juice_percent === null ? "" : String(product.juice_percent),
    pack: String(product.pack_ml ?? product.pack_g ?? product.pack_count ?? ""),
    packUnit: product.pack_count ? "pieces" : product.pack_g ? "g" : "ml",
    price: product.price ?? "",
    place: "",
    home: String(Number(product.at_home)),
    bestBefore: product.best_before ?? "",
    barcode: product.barcode,
    colour: product.colour,
    measured: product.measured_sg,
  };
}

/** Whether a drink of this kind may be only part juice. */
export function hasJuiceShare(kind: string): boolean {
  return ["syrup", "juice"].includes(kind);
}

/** What stands in a field for a figure and is none: it is never sent as if nothing stood there. */
export function misread(typed: Typed, labelled: boolean): { at: string; text: string }[] {
  const figures: [boolean, number | null, string, string, string][] = [
    [
      labelled,
      readNumber(typed.amount),
      typed.amount,
      "per_ml",
      "Write what the sugars are per, like 100.",
    ],
    [
      labelled && hasJuiceShare(typed.kind),
      readNumber(typed.juice, "%"),
      typed.juice,
      "juice_percent",
      "Write the share of juice in %, like 30.",
    ],
    [
      labelled && typed.madeUp,
      readNumber(typed.dilution),
      typed.dilution,
      "dilution_parts",
      "Write the parts of water, like 4.",
    ],
    [
      labelled && typed.madeUp,
      inUnit(typed.makes, "ml"),
      typed.makes,
      "makes_ml",
      "Write the ml it makes, like 5000.",
    ],
    [true, packOf(typed), typed.pack, "pack", "Write how much is in a pack, like 1000."],
  ];
  return figures
    .filter(([shown, value, text]) => shown && text.trim() !== "" && value === null)
    .map(([, , , at, text]) => ({ at, text }));
}

/** An amount as typed, in any measure of its kind; null when it is none. */
function inUnit(text: string, unit: "ml" | "g"): number | null {
  const read = readNumber(text) ?? readAmount(text, unit);
  return typeof read === "number" ? read : null;
}

/** What a pack holds, in ml, g or pieces as chosen. */
function packOf(typed: Typed): number | null {
  const { pack, packUnit } = typed;
  return packUnit === "ml" || packUnit === "g" ? inUnit(pack, packUnit) : readNumber(pack);
}

/** Whether this kind's sugar comes from a label: drinks do, sugar and helpers do not. */
export function hasLabel(kind: Schemas["KindOut"] | undefined): boolean {
  return !!kind?.poured && !["sugar", "water", "acid", "tannin"].includes(kind.key);
}

export function toProduct(
  typed: Typed,
  kind: Schemas["KindOut"] | undefined,
  labelText: string,
  corrected: string[],
): ProductIn {
  const labelled = hasLabel(kind);
  const pack = packOf(typed);
  const amount = readNumber(typed.amount);
  return {
    name: typed.name,
    kind: typed.kind,
    fruit: labelled ? typed.fruit || null : null,
    sugar: typed.kind === "sugar" ? typed.sugar : null,
    sugars_g: labelled ? typed.sugars : null,
    per_ml: labelled && typed.per === "ml" ? amount : null,
    per_g: labelled && typed.per === "g" ? amount : null,
    made_up: labelled && typed.madeUp,
    dilution_parts: labelled && typed.madeUp ? readNumber(typed.dilution) : null,
    makes_ml: labelled && typed.madeUp ? inUnit(typed.makes, "ml") : null,
    juice_percent: labelled ? readNumber(typed.juice, "%") : null,
    measured_sg: typed.measured,
    pack_ml: typed.packUnit === "ml" ? pack : null,
    pack_g: typed.packUnit === "g" ? pack : null,
    pack_count: typed.packUnit === "pieces" ? pack : null,
    price: typed.price,
    place: typed.place,
    label_text: labelText,
    // Without a label's text nothing was set against a reading of it.
    corrected: labelText.trim() === "" ? [] : corrected,
    barcode: typed.barcode,
    colour: typed.colour,
    at_home: typed.home.trim().replace(",", ".") || "0",
    best_before: typed.bestBefore || null,
  };
}

/** The label's figures that fill the form, each with the fields of the form it stands in. */
export const filledBy: Record<string, (keyof Typed)[]> = {
  sugars: ["sugars"],
  basis: ["amount", "per"],
  prepared: ["madeUp"],
  dilution: ["dilution"],
  makes: ["makes"],
  juice: ["juice"],
  pack: ["pack", "packUnit"],
  kind: ["kind"],
  fruit: ["fruit"],
  name: ["name"],
  price: ["price"],
};

/** What a reading puts in the form: only what it is sure of, and nothing the person has set. */
export function fill(typed: Typed, fields: Reading["fields"], corrected: string[]): Typed {
  const next = { ...typed };
  for (const field of fields) {
    if (field.doubt || corrected.includes(field.key)) continue;
    const [first, unit] = field.value.split(" ");
    if (field.key === "sugars") next.sugars = field.value;
    if (field.key === "kind") next.kind = field.value;
    if (field.key === "fruit") next.fruit = field.value;
    if (field.key === "prepared") next.madeUp = true;
    if (field.key === "dilution") next.dilution = field.value;
    if (field.key === "makes") next.makes = field.value;
    if (field.key === "name") next.name = field.value;
    if (field.key === "price") next.price = field.value;
    if (field.key === "juice") next.juice = field.value;
    if (field.key === "basis" && first && (unit === "ml" || unit === "g")) {
      next.amount = first;
      next.per = unit;
    }
    if (field.key === "pack" && first && (unit === "ml" || unit === "g")) {
      next.pack = first;
      next.packUnit = unit;
    }
  }
  return next;
}

/**
 * The form of a label that was read: what it does not say stands empty, for a usual figure would
 * look as if it had been read.
 */
export function fillFrom(typed: Typed, fields: Reading["fields"], corrected: string[]): Typed {
  const blank: Partial<Typed> = {};
  const said = (key: string) =>
    corrected.includes(key) || fields.some((field) => field.key === key && !field.doubt);
  if (!said("sugars")) blank.sugars = "";
  if (!said("basis")) blank.amount = "";
  if (!said("pack")) blank.pack = "";
  if (!said("juice")) blank.juice = "";
  return fill({ ...typed, ...blank }, fields, corrected);
}
