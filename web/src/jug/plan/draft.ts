import type { Schemas } from "../../api/client";
import { readAmount, readGravity, readNumber, readVessel, vesselFigure } from "../../units";

export type Plan = Schemas["PlanIn"];
type Pour = Schemas["PourIn"];

/** What a pour does for the aim: fixed as poured, adjusts, or keeps its share of the jug. */
export type Role = "fixed" | "adjusts" | "share";

/** A pour being worked on: its amount and share as typed. */
export type DraftPour = {
  id: number;
  pour: Pour;
  unit: "ml" | "g";
  amount: string;
  role: Role;
  share: string;
  locked: boolean;
};

/** How it is to be in the glass, as typed. */
export type DraftGlass = {
  style: string;
  sweetness: string;
  volumes: string;
  late: Pour | null;
  lateShare: string;
  /** The bottle it is meant for with what closes it, like "beer_bottle/crown"; empty: not said. */
  closed: string;
};

/** What is wanted, as typed. An empty text is an aim that nobody has. */
export type Aims = {
  aiming: boolean;
  abv: string;
  og: string;
  fill: string;
  acid: string;
  tannin: string;
  ceiling: string;
  blend: [number, number] | null;
  glass: DraftGlass;
};

/** A plan being worked on. */
export type Draft = Aims & {
  vessel: Schemas["VesselIn"] | null;
  yeast: Schemas["YeastIn"] | null;
  pours: DraftPour[];
  doses: Schemas["DoseIn"][];
  holdBackMl: number;
  ph: string;
};

let lastId = 0;

export function newPour(pour: Pour, unit: "ml" | "g", amount: number, adjusts = false): DraftPour {
  lastId += 1;
  return {
    id: lastId,
    pour,
    unit,
    amount: written(amount),
    role: adjusts ? "adjusts" : "fixed",
    share: "",
    locked: pour.locked ?? false,
  };
}

export function written(amount: number): string {
  return String(Math.round(amount * 10) / 10);
}

function typed(number: number | null | undefined, by = 1): string {
  return number == null ? "" : String(Math.round(number * by * 1000) / 1000);
}

const WEIGHED = ["sugar", "fruit", "acid", "powder", "tannin"];

export function draftOf(plan: Plan, usualFillMl: number): Draft {
  const { aim, glass } = plan;
  const solve = aim?.solve ?? [];
  const pair = solve.find((unknown) => Array.isArray(unknown));
  const pours = plan.pours.map((pour) => {
    const weighed = pour.mass_g != null || (pour.volume_ml == null && WEIGHED.includes(pour.kind));
    const unit = weighed ? "g" : "ml";
    const amount = (unit === "g" ? pour.mass_g : pour.volume_ml) ?? 0;
    const row = newPour(pour, unit, amount, solve.includes(pour.name));
    const share = aim?.shares?.[pour.name];
    return share == null ? row : { ...row, role: "share" as const, share: typed(share, 100) };
  });
  const blended = pair?.map((name) => pours.find((row) => row.pour.name === name)?.id);
  return {
    vessel: plan.vessel ?? null,
    yeast: plan.yeast ?? null,
    pours,
    aiming: aim?.abv != null || aim?.og != null || aim?.fill_ml != null,
    // Made up to the mark alone, a plan aims at no strength.
    abv: aim?.abv == null && aim?.fill_ml != null && aim.og == null ? "" : typed(aim?.abv ?? 11),
    og: typed(aim?.og),
    // To the millilitre in gallons too, so that opening a plan does not change it.
    fill: aim && aim.fill_ml == null ? "" : vesselFigure(aim?.fill_ml ?? usualFillMl, 4),
    acid: typed(aim?.acid_g_per_l),
    tannin: typed(aim?.tannin_g_per_l),
    blend: blended?.[0] && blended[1] ? [blended[0], blended[1]] : null,
    glass: {
      style: glass?.style ?? "dry_still",
      sweetness: typed(glass?.sugar_g_per_l),
      volumes: typed(glass?.volumes),
      late: glass?.late ?? null,
      lateShare: typed(glass?.late_share, 100),
      closed: glass?.bottle ? `${glass.bottle}/${glass.closure ?? ""}` : "",
    },
    doses: plan.doses ?? [],
    holdBackMl: plan.hold_back_ml ?? 0,
    ph: typed(plan.ph),
    ceiling: plan.most_per_bottle ?? "",
  };
}

// So few millilitres with a point in them are more likely litres.
/** What is typed for a pour, as ml or g; spoons of what they are known for may stand too. */
export function readPour(amount: string, unit: "ml" | "g", pour: Pour): number | string {
  const key = pour.sugar ?? pour.acid ?? (pour.kind === "sugar" ? "sucrose" : undefined);
  return readAmount(amount, unit, key);
}

/** The texts of a draft that a sentence may be about, beside the pours' amounts. */
export type FieldKey =
  | "abv"
  | "og"
  | "fill"
  | "acid"
  | "tannin"
  | "sweetness"
  | "volumes"
  | "lateShare"
  | "ph"
  | "ceiling";

/** Sentences about what is typed: by pour, and by field. */
export type TypedProblems = {
  pours: Record<number, string>;
  fields: Partial<Record<FieldKey, string>>;
};

/** Whether an amount was typed in spoons, or in cups of something dry. */
function spooned(amount: string, unit: "ml" | "g"): boolean {
  return (unit === "g" ? /spoon|tsp|tbsp|cup/i : /spoon|tsp|tbsp/i).test(amount);
}

const SENTENCES: Record<FieldKey, string> = {
  abv: "Write a strength in %, like 11.5.",
  og: "Write a gravity, like 1.080.",
  fill: "Write how full, like 4.5 L or 1 US gal.",
  acid: "Write grams in a litre, like 6.",
  tannin: "Write grams in a litre, like 0.8.",
  sweetness: "Write grams of sugar in a litre, like 20.",
  volumes: "Write volumes of gas, like 2.5.",
  lateShare: "Write a share in %, like 20.",
  ph: "Write a pH, like 3.5.",
  ceiling: "Write a price, like 1.50.",
};

/** The figures of a plan that fields hold, as they are typed there. */
function figuresOf({ aim, glass, ph, most_per_bottle }: Plan): Partial<Record<FieldKey, unknown>> {
  const share = glass?.late_share;
  return {
    abv: aim?.abv,
    og: aim?.og,
    fill: aim?.fill_ml,
    acid: aim?.acid_g_per_l,
    tannin: aim?.tannin_g_per_l,
    sweetness: glass?.sugar_g_per_l,
    volumes: glass?.volumes,
    lateShare: share == null ? share : 100 * share,
    ph,
    ceiling: most_per_bottle,
  };
}

/** The plan to send, and what is mistyped. What is stays as it `was`, so that all the rest is kept;
 * without that there is no plan while anything is. */
export function planOf(draft: Draft, was?: Plan): { plan: Plan | null; problems: TypedProblems } {
  const figures = was ? figuresOf(was) : {};
  const before = (name: string) => was?.pours.find((pour) => pour.name === name);
  const problems: TypedProblems = { pours: {}, fields: {} };
  const shares: Record<string, number> = {};
  const pours = draft.pours.map((row) => {
    const { id, pour, unit, amount, role, share, locked } = row;
    const read = readPour(amount, unit, pour);
    if (typeof read === "string") problems.pours[id] = read;
    const known = unit === "ml" ? before(pour.name)?.volume_ml : before(pour.name)?.mass_g;
    const value = typeof read === "number" ? read : (known ?? 0);
    if (role === "share") {
      const part = readNumber(share, "%");
      if (part === null) problems.pours[id] = "Write its share in %, like 60.";
      const wanted = part === null ? was?.aim?.shares?.[pour.name] : part / 100;
      if (wanted != null) shares[pour.name] = wanted;
    }
    return {
      ...pour,
      // Spooned is known less well than weighed. What was kept as spoons is so until it is typed.
      amount_by: spooned(amount, unit) ? "spoons" : pour.amount_by,
      volume_ml: unit === "ml" ? value : null,
      mass_g: unit === "g" ? value : null,
      locked: locked || null,
    };
  });

  /** A number nobody need type: null when empty, and a sentence when it is none. */
  function optional(key: FieldKey, text: string): number | null {
    if (text.trim() === "") return null;
    const read = { fill: readVessel, og: readGravity }[key as string];
    const value = read ? read(text) : readNumber(text, "%", "g/l");
    if (value !== null) return value;
    problems.fields[key] = SENTENCES[key];
    const known = figures[key];
    return typeof known === "number" ? known : null;
  }
  const og = draft.aiming ? optional("og", draft.og) : null;
  const typedAbv = draft.aiming && og === null ? readNumber(draft.abv, "%") : null;
  const fill = draft.aiming ? optional("fill", draft.fill) : null;
  // Made up to the mark: a fill alone is a target too.
  const fillAlone = draft.abv.trim() === "" && fill !== null;
  if (draft.aiming && draft.og.trim() === "" && typedAbv === null && !fillAlone)
    problems.fields.abv = SENTENCES.abv;
  const abv = problems.fields.abv ? (was?.aim?.abv ?? null) : typedAbv;
  const acid = optional("acid", draft.acid);
  const tannin = optional("tannin", draft.tannin);
  const glass = glassOf(draft.glass, optional);
  const ph = optional("ph", draft.ph);
  optional("ceiling", draft.ceiling);

  const wrong = Object.keys(problems.pours).length + Object.keys(problems.fields).length > 0;
  if (wrong && !was) return { plan: null, problems };
  const aimed = draft.aiming || acid !== null || tannin !== null || Object.keys(shares).length > 0;
  const plan: Plan = {
    name: "",
    pours,
    vessel: draft.vessel,
    yeast: draft.yeast,
    aim: aimed
      ? {
          solve: solveOf(draft, acid !== null, tannin !== null),
          abv,
          og,
          fill_ml: fill,
          acid_g_per_l: acid,
          tannin_g_per_l: tannin,
          shares: Object.keys(shares).length > 0 ? shares : null,
        }
      : null,
    glass,
    doses: draft.doses.length > 0 ? draft.doses : null,
    hold_back_ml: draft.holdBackMl || null,
    ph,
    most_per_bottle: problems.fields.ceiling
      ? (was?.most_per_bottle ?? null)
      : draft.ceiling.trim() || null,
  };
  return { plan, problems };
}

// What a field is called where it is named beside others.
const NAMES: Record<FieldKey, string> = {
  abv: "strength",
  og: "start gravity",
  fill: "fill",
  acid: "sharpness",
  tannin: "tannin",
  sweetness: "sweetness",
  volumes: "gas",
  lateShare: "the share added at the end",
  ph: "pH",
  ceiling: "the most a bottle may cost",
};
const OF_THE_GLASS: FieldKey[] = ["sweetness", "volumes", "lateShare"];

/** What was typed and could not be read: amounts by the pour's name, other texts by their field, and
 * what all of that is called. */
export type Mistyped = {
  pours: Record<string, { amount: string; share: string }>;
  fields: Partial<Record<FieldKey, string>>;
  names: string[];
};

/** What of a draft is mistyped; null: nothing. */
export function mistypedOf(draft: Draft, { pours, fields }: TypedProblems): Mistyped | null {
  const rows = draft.pours.filter((row) => pours[row.id]);
  const keys = Object.keys(fields) as FieldKey[];
  if (rows.length + keys.length === 0) return null;
  const text = (key: FieldKey) =>
    OF_THE_GLASS.includes(key)
      ? draft.glass[key as "sweetness" | "volumes" | "lateShare"]
      : draft[key as "abv" | "og" | "fill" | "acid" | "tannin" | "ph" | "ceiling"];
  return {
    pours: Object.fromEntries(
      rows.map((row) => [row.pour.name, { amount: row.amount, share: row.share }]),
    ),
    fields: Object.fromEntries(keys.map((key) => [key, text(key)])),
    names: [...rows.map((row) => row.pour.name), ...keys.map((key) => NAMES[key])],
  };
}

/** The draft with what was mistyped standing in it again. */
export function withMistyped(draft: Draft, left: Mistyped | null): Draft {
  if (!left) return draft;
  const fields = Object.entries(left.fields) as [FieldKey, string][];
  const ofGlass = fields.filter(([key]) => OF_THE_GLASS.includes(key));
  const others = fields.filter(([key]) => !OF_THE_GLASS.includes(key));
  return {
    ...draft,
    ...Object.fromEntries(others),
    aiming: draft.aiming || others.some(([key]) => ["abv", "og", "fill"].includes(key)),
    pours: draft.pours.map((row) => ({ ...row, ...left.pours[row.pour.name] })),
    glass: { ...draft.glass, ...Object.fromEntries(ofGlass) },
  };
}

/** Names of what adjusts: for strength and fill only while they are aimed at. */
function solveOf(draft: Draft, acid: boolean, tannin: boolean): (string | string[])[] {
  const adjusting = draft.pours.filter((row) => {
    if (row.role !== "adjusts") return false;
    if (row.pour.kind === "acid") return acid;
    if (row.pour.kind === "tannin") return tannin;
    return draft.aiming;
  });
  const pair = draft.blend?.map((id) => draft.pours.find((row) => row.id === id)?.pour.name);
  const names: (string | string[])[] = adjusting.map((row) => row.pour.name);
  if (draft.aiming && pair?.[0] && pair[1]) names.push([pair[0], pair[1]]);
  return names;
}

function glassOf(
  glass: DraftGlass,
  optional: (key: FieldKey, text: string) => number | null,
): Plan["glass"] {
  const [bottle, closure] = glass.closed.split("/");
  if (glass.style === "dry_still" && !bottle) return null;
  // What another style would have is emptied when one is chosen.
  const share = optional("lateShare", glass.lateShare);
  return {
    style: glass.style,
    sugar_g_per_l: optional("sweetness", glass.sweetness),
    volumes: optional("volumes", glass.volumes),
    late: glass.late,
    late_share: share === null ? null : share / 100,
    bottle: bottle || null,
    closure: closure || null,
  };
}

/** A name no other pour has yet. */
export function freeName(name: string, taken: string[]): string {
  if (!taken.includes(name)) return name;
  let count = 2;
  while (taken.includes(`${name} ${count}`)) count += 1;
  return `${name} ${count}`;
}

/** Whether two drafts want the same of the same ingredients, whatever their amounts. */
export function sameTargets(one: Draft, other: Draft): boolean {
  const { pours, ...aims } = one;
  const { pours: others, ...wanted } = other;
  return (
    (Object.keys(aims) as (keyof typeof aims)[]).every((key) => aims[key] === wanted[key]) &&
    pours.length === others.length &&
    pours.every((row, i) => row.id === others[i]?.id && row.pour === others[i]?.pour)
  );
}
