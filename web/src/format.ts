/** How figures from the server are written. Rounds and names units; works nothing out. */

export { grams, gravity, gravityRange, temperature, volume } from "./units";

export function percent(abv: number): string {
  return `${abv.toFixed(1)} %`;
}

/** "1 point", "12 points". */
export function points(count: number): string {
  const shown = Math.round(count);
  return `${shown} ${shown === 1 ? "point" : "points"}`;
}

/** "pH 3.4", and how far it may lie off where a strip said so. */
export function acidity(now: { ph: number | null; ph_within: number }): string {
  if (now.ph === null) return "";
  const within = now.ph_within > 0 ? `, give or take ${now.ph_within.toFixed(1)}` : "";
  return `pH ${now.ph.toFixed(1)}${within}`;
}

/** "1 day", "12 days": parts of a day count as one more. */
export function wholeDays(days: number): string {
  const shown = Math.max(Math.ceil(days), 1);
  return `${shown} ${shown === 1 ? "day" : "days"}`;
}

export function whole(amount: number): string {
  return String(Math.round(amount));
}

/** Grams of sugar in 100 g, to what a label can say. */
export function sugarShare(grams: number): string {
  return grams < 10 ? grams.toFixed(1) : whole(grams);
}

export function range(interval: { low: number; high: number }, write: (x: number) => string) {
  return `${write(interval.low)}–${write(interval.high)}`;
}

/** "11.2–11.8 %", with the unit once. */
export function percentRange(interval: { low: number; high: number }): string {
  return `${Math.max(interval.low, 0).toFixed(1)}–${interval.high.toFixed(1)} %`;
}

/** What a pack says it holds: "1 L", "750 ml", "1.5 kg". */
export function pack(amount: number, unit: "ml" | "g"): string {
  const big = unit === "ml" ? "L" : "kg";
  return amount >= 1000 ? `${amount / 1000} ${big}` : `${amount} ${unit}`;
}

/** The pack of a product: "1 L", "454 g", "100 pieces". */
export function productPack(product: {
  pack_ml: number | null;
  pack_g: number | null;
  pack_count: number | null;
}): string {
  if (product.pack_ml !== null) return pack(product.pack_ml, "ml");
  if (product.pack_g !== null) return pack(product.pack_g, "g");
  return `${product.pack_count} pieces`;
}

const currencies = new Map<string, Intl.NumberFormat>();

export function money(amount: string, currency: string): string {
  // Making a formatter takes longer than using one a hundred times.
  let format = currencies.get(currency);
  if (!format) {
    format = new Intl.NumberFormat("en-GB", { style: "currency", currency });
    currencies.set(currency, format);
  }
  return format.format(Number(amount));
}

/** An amount that leaves out what has no price: no less than that. */
export function moneyKnown(amount: string, currency: string, unpriced: string[]): string {
  const known = money(amount, currency);
  return unpriced.length > 0 ? `at least ${known}` : known;
}

export function day(at: string, timeZone: string): string {
  return new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone }).format(
    new Date(at),
  );
}

/** A date without a time, "14 Nov 2026". */
export function date(on: string): string {
  return new Intl.DateTimeFormat("en-GB", {
    day: "numeric",
    month: "short",
    year: "numeric",
    timeZone: "UTC",
  }).format(new Date(on));
}

export function dayAndTime(at: string, timeZone: string): string {
  return new Intl.DateTimeFormat("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
    timeZone,
  }).format(new Date(at));
}

export function bottleSize(ml: number): string {
  return ml >= 1000 ? `${ml / 1000} L` : `${ml / 10} cl`;
}

/** "a, b and c". */
export function listed(words: string[]): string {
  return words.length < 2
    ? (words[0] ?? "")
    : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;
}
