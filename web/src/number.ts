/** A typed number, with a comma or a point, one of `units` after it or not; null when it is none. */
export function readNumber(text: string, ...units: string[]): number | null {
  const found = /^\s*([0-9]+(?:[.,][0-9]+)?)\s*(\S*)\s*$/.exec(text);
  if (!found || (found[2] && !units.includes(found[2].toLowerCase()))) return null;
  return Number((found[1] ?? "").replace(",", "."));
}
