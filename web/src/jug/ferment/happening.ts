import type { Schemas } from "../../api/client";
import {
  degree,
  readAmount,
  readGravity,
  readNumber,
  readTemperature,
  temperature,
} from "../../units";
import { plainSugar, pourOf, tap } from "../plan/edits";

type Event = Schemas["EventOut"];

/** What can be written down here, each with its name. */
export const KINDS = {
  added: "Poured in",
  dosed: "Dosed",
  racked: "Racked off the lees",
  measured: "Measured",
  tested: "Tested for sugar",
  noticed: "Noticed",
  cared: "Looked after",
  transferred: "Poured into another jug",
  read: "Gravity",
} as const;
export type Kind = keyof typeof KINDS;

/** Ways to learn how much sugar is left, besides the stem. */
export const TESTS = {
  sugar: "Test for sugar, g/L",
  over: "Test for sugar: beyond its scale",
  forced: "Warm sample with fresh yeast",
  taste: "Taste",
  water: "The hydrometer in water",
} as const;
/** What to know of each. */
export const TEST_NOTES: Record<keyof typeof TESTS, string> = {
  sugar:
    "A tablet or strip for reducing sugar. One for glucose alone does not see fructose, which is what stays: it may show sugar, never that there is none. White sugar added these last days is not seen yet.",
  over: "Write the last mark of its scale: there is at least so much.",
  forced:
    "A sample with plenty of fresh yeast, loosely covered at 25 °C for three days. A fall proves there is sugar; no fall proves nothing above 10 % vol, below pH 3, or after sulphite or sorbate.",
  taste: "In a clean glass, at room temperature. It tells little below 8 g/L.",
  water: "In plain water of 20 °C a true hydrometer shows 1.000.",
};

export const TASTES = {
  dry: "Dry",
  off_dry: "Off-dry",
  medium: "Medium",
  sweet: "Sweet",
} as const;

/** What a pH was read with. */
export const PH_BY = { meter: "A meter", strip: "A strip" } as const;

export const CARES = {
  swirled: "Swirled",
  degassed: "Degassed",
  cap_eased: "Cap eased",
  held_at: "Held at a temperature",
} as const;

/** Something that happened, being written: everything as typed. */
export type Typed = {
  kind: Kind;
  /** A product of the shelf by its number, or "sugar" or "water". */
  from: string;
  amount: string;
  dose: string;
  of: string;
  ph: string;
  /** A key of PH_BY. */
  phBy: string;
  warm: string;
  volume: string;
  words: string;
  /** What is seen and smelt, by the keys of core's signs. */
  chips: string[];
  /** Photographs that were sent already. */
  pictures: string[];
  did: string;
  /** A key of TESTS, and of TASTES. */
  test: string;
  taste: string;
  into: string;
  sg: string;
  note: string;
  /** Day and time as the browser's field has them; empty for now. */
  at: string;
};

export const blank: Typed = {
  kind: "added",
  from: "sugar",
  amount: "",
  dose: "sulphite_potassium",
  of: "",
  ph: "",
  phBy: "meter",
  warm: "",
  volume: "",
  words: "",
  chips: [],
  pictures: [],
  did: "swirled",
  test: "sugar",
  taste: "dry",
  into: "",
  sg: "",
  note: "",
  at: "",
};

/** What a new entry opens on: while it ferments a dose is nutrient first, later what holds it. */
export function blankFor(stage: string): Typed {
  return stage === "ferment" ? { ...blank, dose: "nutrient_dap" } : blank;
}

/** What is wrong with it, by the place it is told at. */
export type Wrong = { at: string; text: string };

const said = (value: unknown) => (value == null ? "" : String(value));

function testOf(what: Record<string, unknown>): string {
  if (what.over) return "over";
  if (what.fell_points != null) return "forced";
  if (what.taste != null) return "taste";
  return what.stem_in_water_sg != null ? "water" : "sugar";
}

/** An event of the journal as it would be typed, to be put right; null where it is no such one. */
export function typedFrom(event: Event): Typed | null {
  // What a refractometer showed is taken back and read again.
  if (!(event.kind in KINDS) || "brix" in event.what) return null;
  const what = event.what as Record<string, never>;
  const pour = (what.pour ?? {}) as Record<string, unknown>;
  const into = ((what.into ?? []) as { jug: string; volume_ml: number }[])[0];
  return {
    ...blank,
    kind: event.kind as Kind,
    from: event.kind === "added" ? "same" : blank.from,
    amount: said(
      pour.mass_g ??
        pour.volume_ml ??
        what.mass_g ??
        what.left_behind_ml ??
        what.sugar_g_per_l ??
        what.fell_points ??
        into?.volume_ml,
    ),
    dose: said(what.dose) || blank.dose,
    of: said(what.acid ?? what.sugar ?? what.made_of),
    ph: said(what.ph),
    phBy: said(what.ph_by) || blank.phBy,
    // With its unit: a bare figure is read on the kitchen's own scale.
    warm: what.temperature_c == null ? "" : `${what.temperature_c} °C`,
    volume: said(what.volume_ml),
    words: said(what.words),
    chips: (what.chips ?? []) as string[],
    pictures: (what.pictures ?? []) as string[],
    did: said(what.did) || blank.did,
    test: testOf(what),
    taste: said(what.taste) || blank.taste,
    into: said(into?.jug),
    sg: said(what.sg ?? what.stem_in_water_sg),
    note: event.note,
    at: localMinute(event.at),
  };
}

/** What a reading holds that its form does not show, and that putting it right leaves alone. */
export function unseen(event: Event | null): Record<string, unknown> {
  if (event?.kind !== "read") return {};
  const kept = ["instrument", "sample", "sample_ml", "seen"];
  return Object.fromEntries(Object.entries(event.what).filter(([key]) => kept.includes(key)));
}

function localMinute(at: string): string {
  const there = new Date(at);
  const shifted = new Date(there.getTime() - there.getTimezoneOffset() * 60_000);
  return shifted.toISOString().slice(0, 16);
}

/** What is poured in, from the shelf or the kitchen, or the same as before. */
export function sourceOf(
  typed: Typed,
  products: Schemas["ProductOut"][],
  before: Event | null,
): Record<string, unknown> | null {
  if (typed.from === "same") return (before?.what.pour as Record<string, unknown>) ?? null;
  if (typed.from === "water") return { ...tap };
  if (typed.from === "sugar") return { ...plainSugar };
  const product = products.find((row) => String(row.id) === typed.from);
  return product ? { ...pourOf(product) } : null;
}

export function isWeighed(pour: Record<string, unknown>): boolean {
  if (pour.mass_g != null) return true;
  return (
    ["sugar", "acid", "tannin", "fruit", "powder"].includes(String(pour.kind)) ||
    pour.pack_g != null
  );
}

type Figure = "amount" | "ph" | "warm" | "volume" | "sg";
type Read = { value: number } | { wrong: Wrong[] };

/** The event in the jug file's words, or what is wrong with what was typed. */
export function toWhat(
  typed: Typed,
  pour: Record<string, unknown> | null,
  doses: Schemas["DoseOut"][],
): { what: Record<string, unknown> } | { wrong: Wrong[] } {
  const wrong = (at: Figure, text: string): Read => ({ wrong: [{ at, text }] });
  const amount = (key: Figure, unit: "ml" | "g", of?: string): Read => {
    const value = readAmount(typed[key], unit, of);
    return typeof value === "string" ? wrong(key, value) : { value };
  };
  const warmth = (key: Figure, whose: string, like: number): Read => {
    const value = readTemperature(typed[key]);
    const text = `Write ${whose} ${degree()}, like ${temperature(like).split(" ")[0]}.`;
    return value === null ? wrong(key, text) : { value };
  };
  switch (typed.kind) {
    case "added": {
      if (!pour) return { wrong: [{ at: "from", text: "Choose what was poured in." }] };
      const weighed = isWeighed(pour);
      const of = String(pour.sugar ?? pour.acid ?? "");
      const much = amount("amount", weighed ? "g" : "ml", of);
      if ("wrong" in much) return { wrong: much.wrong };
      const { product_id: _, colour: __, mass_g: ___, volume_ml: ____, ...kept } = pour;
      return {
        what: { pour: { ...dropEmpty(kept), [weighed ? "mass_g" : "volume_ml"]: much.value } },
      };
    }
    case "dosed": {
      const [kind] = typed.dose.split("_");
      const much = amount("amount", "g", typed.dose === "acid" ? typed.of : kind);
      if ("wrong" in much) return { wrong: much.wrong };
      const named = doses.find((row) => row.key === typed.dose)?.of ?? [];
      const key = { acid: "acid", sweetener: "sugar" }[typed.dose] ?? "made_of";
      const of = typed.of || named[0]?.key;
      return {
        what: { dose: typed.dose, mass_g: much.value, ...(named.length ? { [key]: of } : {}) },
      };
    }
    case "racked": {
      if (typed.amount.trim() === "") return { what: {} };
      const left = amount("amount", "ml");
      return "wrong" in left ? { wrong: left.wrong } : { what: { left_behind_ml: left.value } };
    }
    case "measured": {
      const what: Record<string, unknown> = {};
      const mistyped: Wrong[] = [];
      const ph = readNumber(typed.ph);
      for (const [key, name, read] of [
        ["ph", "ph", () => (ph === null ? wrong("ph", "Write the pH, like 3.4.") : { value: ph })],
        ["warm", "temperature_c", () => warmth("warm", "the jug's", 19)],
        ["volume", "volume_ml", () => amount("volume", "ml")],
      ] as const) {
        if (typed[key].trim() === "") continue;
        const value = read();
        if ("wrong" in value) mistyped.push(...value.wrong);
        else what[name] = value.value;
        if (name === "ph" && typed.phBy === "strip") what.ph_by = "strip";
      }
      if (!mistyped.length && !Object.keys(what).length)
        mistyped.push({ at: "ph", text: "Write at least one of them." });
      return mistyped.length ? { wrong: mistyped } : { what };
    }
    case "tested": {
      if (typed.test === "taste") return { what: { taste: typed.taste } };
      if (typed.test === "water") {
        const shows = readGravity(typed.sg);
        return shows === null
          ? { wrong: [{ at: "sg", text: "Write what it shows in water of 20 °C, like 1.001." }] }
          : { what: { stem_in_water_sg: shows } };
      }
      const found = readNumber(typed.amount);
      if (found === null) {
        const text =
          typed.test === "forced"
            ? "Write the points it fell by, like 3; 0 for none."
            : "Write what the test shows in g/L, like 2.";
        return { wrong: [{ at: "amount", text }] };
      }
      return {
        what:
          typed.test === "forced"
            ? { fell_points: found }
            : { sugar_g_per_l: found, ...(typed.test === "over" ? { over: true } : {}) },
      };
    }
    case "noticed":
      return { what: { words: typed.words, chips: typed.chips, pictures: typed.pictures } };
    case "cared": {
      if (typed.did !== "held_at") return { what: { did: typed.did } };
      const warm = warmth("warm", "the", 4);
      return "wrong" in warm
        ? { wrong: warm.wrong }
        : { what: { did: "held_at", temperature_c: warm.value } };
    }
    case "transferred": {
      const much = amount("amount", "ml");
      if ("wrong" in much) return { wrong: much.wrong };
      if (!typed.into) return { wrong: [{ at: "into", text: "Choose the jug it went into." }] };
      return { what: { into: [{ jug: typed.into, volume_ml: much.value }] } };
    }
    case "read": {
      const sg = readGravity(typed.sg);
      if (sg === null)
        return { wrong: [{ at: "sg", text: "Write the gravity as read, like 1.074." }] };
      const warm = typed.warm.trim() === "" ? { value: 20 } : warmth("warm", "the sample's", 20);
      return "wrong" in warm ? { wrong: warm.wrong } : { what: { sg, temperature_c: warm.value } };
    }
  }
}

function dropEmpty(pour: Record<string, unknown>) {
  return Object.fromEntries(Object.entries(pour).filter(([, value]) => value != null));
}
