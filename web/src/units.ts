import type { Schemas } from "./api/client";

/**
 * How this kitchen writes and shows amounts, gravities and temperatures. The table of measures is
 * core's, kept once when the app opens; here figures are only read from it and written by it.
 */
type Kitchen = {
  measures: Schemas["MeasureOut"][];
  shown: Schemas["ShownOut"][];
  stems: Schemas["StemOut"][];
  thermometers: Schemas["ThermometerOut"][];
  spooned: Record<string, number>;
  settings: Schemas["Settings"];
};

let kitchen: Kitchen | null = null;

export function setKitchen(reference: Schemas["ReferenceOut"], settings: Schemas["Settings"]) {
  const { measures, shown, stems, thermometers, spooned } = reference;
  kitchen = { measures, shown, stems, thermometers, spooned, settings };
}

const PARTS: Record<string, number> = {
  "¼": 1 / 4,
  "½": 1 / 2,
  "¾": 3 / 4,
  "⅓": 1 / 3,
  "⅔": 2 / 3,
};
// "1 1/2", "1/2", "1½", "½", "1,5", "1.5".
const FIGURE =
  /^(?:(\d+)\s+(\d+)\/(\d+)|(\d+)\/(\d+)|(\d+(?:[.,]\d+)?)?\s*([¼½¾⅓⅔])|(\d+(?:[.,]\d+)?))/;

function takeFigure(text: string): { value: number; rest: string } | null {
  const found = FIGURE.exec(text);
  if (!found) return null;
  const [all, whole, top, bottom, over, under, before, part, plain] = found;
  const number = (typed: string | undefined) => Number((typed ?? "0").replace(",", "."));
  const value =
    whole !== undefined
      ? number(whole) + number(top) / number(bottom)
      : over !== undefined
        ? number(over) / number(under)
        : part !== undefined
          ? number(before) + (PARTS[part] ?? 0)
          : number(plain);
  return Number.isFinite(value) ? { value, rest: text.slice(all.length).trimStart() } : null;
}

/** A typed number, with a comma, a point or a fraction, one of `units` after it or not. */
export function readNumber(text: string, ...units: string[]): number | null {
  const found = takeFigure(text.trim());
  if (!found || (found.rest && !units.includes(found.rest.toLowerCase()))) return null;
  return found.value;
}

const EXAMPLE = { ml: "750 ml, 1.5 L or 2 cups", g: "400 g, 1 kg or 2 lb 4 oz" };
const FEW_ML = 10;
const SAMPLE_C = 20;
const COLD_C = 3;

/** Whose gallon, pint or cup is meant, as far as anybody said. */
function systemFor(measure: string): string {
  const { shows = "metric", gallon = "", cup = "" } = kitchen?.settings ?? {};
  if (/cup|spoon/.test(measure)) return cup || (shows === "us" ? "us" : "");
  return gallon || (shows === "metric" ? "" : shows);
}

export type Whose = { setting: "gallon" | "cup"; choices: { system: string; name: string }[] };

/** Whose gallon, pint or cup has to be asked for a typed amount, and between which. */
export function whoseMeasure(text: string): Whose | null {
  const words = text.toLowerCase().match(/[a-z]+/g) ?? [];
  for (const word of words) {
    if (typeof measureOf(word) !== "string") continue;
    const found = (kitchen?.measures ?? []).filter((row) => row.words.includes(word));
    return {
      setting: /cup|spoon/.test(found[0]?.name ?? "") ? "cup" : "gallon",
      choices: found.map((row) => ({ system: row.system, name: said(row.name) })),
    };
  }
  return null;
}

function said(name: string): string {
  const named = name.replace("us ", "US ");
  return named.charAt(0).toUpperCase() + named.slice(1);
}

/** The measure that a word is, none, or the sentence that asks whose. */
function measureOf(word: string): Schemas["MeasureOut"] | string | null {
  const said = word.toLowerCase().replace(/\s+/g, " ").replace(/\.$/, "");
  const rows = kitchen?.measures ?? [];
  const own = rows.find((row) => row.own.includes(said));
  if (own) return own;
  const found = rows.filter((row) => row.words.includes(said));
  if (found.length < 2) return found[0] ?? null;
  const system = systemFor(found[0]?.name ?? "");
  const meant = found.find((row) => row.system === system);
  if (meant) return meant;
  const whose = found.map((row) => `${row.name.replace("us ", "US ")} (${round(row.factor)} ml)`);
  return `Which ${said}: ${whose.join(" or ")}? Write it in full, or choose once in Settings.`;
}

function round(factor: number): string {
  return factor >= 100 ? factor.toFixed(0) : factor.toFixed(1);
}

/**
 * A typed amount as ml or g: one measure or several, "2 lb 4 oz", or a bare number. Otherwise the
 * sentence that says why not. `of` is the key of a sugar, an acid or a dose: where spoons of it are
 * known, it may be spooned.
 */
export function readAmount(text: string, unit: "ml" | "g", of?: string): number | string {
  const gPerMl = of ? kitchen?.spooned[of] : undefined;
  const example = EXAMPLE[unit];
  let rest = text.trim();
  if (rest === "") return `Write how much, like ${example}.`;
  if (rest.startsWith("-")) return `An amount is 0 or more, like ${example}.`;
  let total = 0;
  for (let parts = 0; rest !== ""; parts += 1) {
    const found = takeFigure(rest);
    if (!found) return `Write an amount like ${example}.`;
    const word = /^[^\d¼½¾⅓⅔]*/.exec(found.rest)?.[0] ?? "";
    rest = found.rest.slice(word.length).replace(/^(and|\+)\s*/, "");
    const name = word.trim().replace(/\s*(,|and|\+)$/, "");
    if (name === "") {
      if (parts > 0 || rest !== "") return `Write an amount like ${example}.`;
      return bare(text.trim(), found.value, unit);
    }
    const measure = measureOf(name);
    if (typeof measure === "string") return measure;
    if (!measure) return `“${name}” is not a measure known here. Write an amount like ${example}.`;
    const amount = found.value * measure.factor;
    if (measure.kind === (unit === "ml" ? "volume" : "mass")) total += amount;
    else if (unit === "g" && gPerMl) total += amount * gPerMl;
    else if (unit === "ml") return `This goes by volume: write ${example}.`;
    else return `This is weighed: write ${example}.`;
  }
  return total;
}

function bare(said: string, value: number, unit: "ml" | "g"): number | string {
  if (unit === "ml" && value < FEW_ML && /[.,]/.test(said)) {
    return /^(0[.,]9|1[.,][01])\d\d$/.test(said)
      ? `${said} reads like a gravity. How much of it: 1.5 L, 750 ml?`
      : `${said} L or ${said} ml? Write the unit behind it.`;
  }
  return value;
}

/** What a vessel is filled by in this kitchen: litres, or its own gallons. */
function vesselMeasure(): { unit: string; factor: number } {
  const { shows = "metric" } = kitchen?.settings ?? {};
  const rows = (kitchen?.shown ?? []).filter((row) => row.system === shows);
  return rows.filter((row) => row.kind === "volume").at(-1) ?? { unit: "L", factor: 1000 };
}

export function vesselUnit(): string {
  return vesselMeasure().unit;
}

/** A fill, in ml, as the bare figure that `readVessel` reads. */
export function vesselFigure(ml: number, decimals = 2): string {
  return String(+(ml / vesselMeasure().factor).toFixed(decimals));
}

/** A typed fill in ml; a bare number is in the kitchen's own measure. Null when it is none. */
export function readVessel(text: string): number | null {
  const plain = readNumber(text);
  const ml = plain === null ? readAmount(text, "ml") : plain * vesselMeasure().factor;
  return typeof ml === "number" ? Math.round(ml) : null;
}

/** An amount as this kitchen shows it, by core's table. */
function written(amount: number, kind: "volume" | "mass"): string {
  const { shows = "metric" } = kitchen?.settings ?? {};
  const rows = (kitchen?.shown ?? []).filter((row) => row.system === shows && row.kind === kind);
  const row = rows.filter((one) => amount >= one.at_least).at(-1) ?? rows[0];
  return row ? `${(amount / row.factor).toFixed(row.decimals)} ${row.unit}` : "–";
}

export function volume(ml: number): string {
  return written(ml, "volume");
}

export function grams(g: number): string {
  return written(g, "mass");
}

/** Straight between the rows of a table that rises. */
function along(points: number[][], from: 0 | 1, value: number): number {
  const to = from === 0 ? 1 : 0;
  let place = points.findIndex((point) => (point[from] ?? 0) >= value);
  if (place < 0) place = points.length - 1;
  const [before, after] = [points[Math.max(place - 1, 0)], points[Math.max(place, 1)]];
  const [x0 = 0, x1 = 1] = [before?.[from], after?.[from]];
  const [y0 = 0, y1 = 0] = [before?.[to], after?.[to]];
  return y0 + ((y1 - y0) * (value - x0)) / (x1 - x0);
}

function ownStem(): Schemas["StemOut"] | undefined {
  return kitchen?.stems.find((stem) => stem.key === kitchen?.settings.gravity_scale);
}

// Marks of a printed scale: how far apart, how often one is written, by how wide it is.
const SPANS = [0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10];
const MOST_WRITTEN = 8;

/** The marks of a stem in this kitchen's own scale between two gravities; some are written. */
export function stemMarks(from: number, to: number): { sg: number; text: string | null }[] {
  const stem = ownStem();
  const own = (sg: number) => (stem && stem.key !== "sg" ? along(stem.points, 0, sg) : sg);
  const back = (read: number) => (stem && stem.key !== "sg" ? along(stem.points, 1, read) : read);
  const [low, high] = [own(from), own(to)];
  const written = SPANS.find((span) => (high - low) / span <= MOST_WRITTEN) ?? 20;
  const parts = [4, 5].find((many) => SPANS.includes(Number((written / many).toFixed(6)))) ?? 2;
  const step = written / parts;
  const marks = [];
  for (let i = Math.ceil(low / step - 1e-6); i * step <= high + 1e-6; i++) {
    const read = i * step;
    const text = i % parts === 0 ? read.toFixed(stem?.key === "sg" || !stem ? 3 : 0) : null;
    marks.push({ sg: back(read), text });
  }
  return marks;
}

/** A gravity on this kitchen's scale. */
export function gravity(sg: number): string {
  const stem = ownStem();
  if (!stem || stem.key === "sg") return sg.toFixed(3);
  return `${along(stem.points, 0, sg).toFixed(stem.decimals)} ${stem.unit}`;
}

/** "1.072–1.076", "9.2–9.9 °Bx": the unit once, and "to" where a minus would be lost. */
export function gravityRange(interval: { low: number; high: number }): string {
  const [low, high] = [gravity(interval.low), gravity(interval.high)];
  const [figure = low, unit] = low.split(" ");
  const between = /^-/.test(low + high) || high.startsWith("-") ? " to " : "–";
  return unit ? `${figure}${between}${high}` : `${low}–${high}`;
}

/** A gravity as a hydrometer's scale shows it, whatever stem is at home. */
export function readGravity(text: string): number | null {
  const found = takeFigure(text.trim().replace(/^-/, ""));
  if (!found) return null;
  const value = text.trim().startsWith("-") ? -found.value : found.value;
  const word = found.rest.toLowerCase();
  const stems = kitchen?.stems ?? [];
  const stem = word ? stems.find((one) => one.words.includes(word)) : bareStem(value);
  if (word && !stem) return null;
  if (!stem || stem.key === "sg") return value;
  return Math.round(along(stem.points, 1, value) * 10_000) / 10_000;
}

/** A bare figure is on the kitchen's own scale, unless only a gravity looks like that. */
function bareStem(value: number): Schemas["StemOut"] | undefined {
  return value >= 0.95 && value < 2 ? undefined : ownStem();
}

/** The thermometer of this kitchen. */
function thermometer(): Schemas["ThermometerOut"] | undefined {
  return kitchen?.thermometers.find((one) => one.key === kitchen?.settings.temperature);
}

/** "20 °C" or "68 °F", to a tenth. */
export function temperature(celsius: number): string {
  const { per_c = 1, at_0_c = 0, name = "°C" } = thermometer() ?? {};
  return `${+(celsius * per_c + at_0_c).toFixed(1)} ${name}`;
}

/** So many degrees more, on this kitchen's thermometer: "2 °C" or "3.6 °F". */
export function warmth(celsius: number): string {
  const { per_c = 1, name = "°C" } = thermometer() ?? {};
  return `${+(celsius * per_c).toFixed(1)} ${name}`;
}

export function degree(): string {
  return thermometer()?.name ?? "°C";
}

/** What a cold place has, as a bare figure on this kitchen's thermometer. */
export function usualCold(): string {
  return temperature(COLD_C).split(" ")[0] ?? "";
}

/** What a sample has that nobody says otherwise of. */
export function usualSample(): string {
  return temperature(SAMPLE_C).split(" ")[0] ?? "";
}

/** A typed temperature as °C; a bare number is on the kitchen's own scale. */
export function readTemperature(text: string): number | null {
  const found = takeFigure(text.trim());
  if (!found) return null;
  const word = found.rest.toLowerCase();
  const scale =
    word === "" || word === "°"
      ? thermometer()
      : kitchen?.thermometers.find((one) => [one.name.toLowerCase(), one.key].includes(word));
  if (!scale) return null;
  return Math.round(((found.value - scale.at_0_c) / scale.per_c) * 10) / 10;
}

// A figure with its unit in a sentence: one, or from one to another. What stands on a label, "in
// 100 ml", is the label's and stays.
const SPAN = "(?<![\\d.])(\\d+(?:\\.\\d+)?)(?:( ?[-–] ?| to | or )(\\d+(?:\\.\\d+)?))?";
const DEGREES = new RegExp(`${SPAN} °C`, "g");
const LITRES = new RegExp(`(?<!(?:in|per|/) ?)${SPAN} (L|ml)(?![\\w/])`, "g");
const GRAMS = new RegExp(`(?<!(?:in|per|/) ?)${SPAN} g(?![\\w/]| (?:in|per) )`, "g");
const GRAVITY = /(?<![\d.£$€])(0\.9\d\d|1\.[01]\d\d)(?!\.?\d| ?(?:L|ml|g|kg|%))/g;
// Less than this is a dose, weighed in grams everywhere.
const LEAST_RETOLD_G = 30;

/** Advice is to the degree. */
function wholeDegrees(celsius: number): string {
  const [figure, unit] = temperature(celsius).split(" ");
  return `${Math.round(Number(figure))} ${unit}`;
}

/** A sentence of core's with its figures as this kitchen shows them. */
export function retold(text: string): string {
  const {
    shows = "metric",
    gravity_scale = "sg",
    temperature: degrees = "c",
  } = kitchen?.settings ?? {};
  const span =
    (write: (value: number) => string) =>
    (all: string, ...found: string[]) => {
      const [low, between, high] = found;
      if (low === undefined) return all;
      if (high === undefined) return write(Number(low));
      return `${write(Number(low)).split(" ")[0]}${between}${write(Number(high))}`;
    };
  let said = text;
  if (degrees !== "c") said = said.replace(DEGREES, span(wholeDegrees));
  if (shows !== "metric") {
    said = said.replace(LITRES, (all: string, ...found: string[]) =>
      span((value) => volume(found[3] === "L" ? value * 1000 : value))(all, ...found),
    );
    said = said.replace(GRAMS, (all: string, ...found: string[]) =>
      Number(found[0]) < LEAST_RETOLD_G ? all : span(grams)(all, ...found),
    );
  }
  if (gravity_scale !== "sg") said = said.replace(GRAVITY, (read) => gravity(Number(read)));
  return said;
}
