/** How figures from the server are written. Rounds and names units; works nothing out. */

export function gravity(sg: number): string {
  return sg.toFixed(3);
}

export function percent(abv: number): string {
  return `${abv.toFixed(1)} %`;
}

export function range(interval: { low: number; high: number }, write: (x: number) => string) {
  return `${write(interval.low)}–${write(interval.high)}`;
}

/** "11.2–11.8 %", with the unit once. */
export function percentRange(interval: { low: number; high: number }): string {
  return `${Math.max(interval.low, 0).toFixed(1)}–${interval.high.toFixed(1)} %`;
}

export function grams(g: number): string {
  return g >= 1999.5 ? `${(g / 1000).toFixed(2)} kg` : `${Math.round(g)} g`;
}

export function volume(ml: number): string {
  return ml >= 999.5 ? `${(ml / 1000).toFixed(2)} L` : `${Math.round(ml)} ml`;
}

/** What a pack says it holds: "1 L", "750 ml", "1.5 kg". */
export function pack(amount: number, unit: "ml" | "g"): string {
  const big = unit === "ml" ? "L" : "kg";
  return amount >= 1000 ? `${amount / 1000} ${big}` : `${amount} ${unit}`;
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

export function day(at: string, timeZone: string): string {
  return new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone }).format(
    new Date(at),
  );
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
