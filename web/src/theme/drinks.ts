import table from "../../../core/data/drink_colours.json";

/** Colours of what is poured, taken from the drink itself. Keys as in core's fruit table. */
export const drinkColours: Record<string, string> = table;

/** A colour by its key or its token. The key may be anybody's word: an object's own keys only. */
function hexOf(key: string): string | undefined {
  const name = key.replace("drink.", "");
  return Object.hasOwn(drinkColours, name) ? drinkColours[name] : undefined;
}

/** The token of a drink's colour, for Chakra's style props. */
export function drinkToken(drink: {
  colour?: string | null;
  fruit?: string | null;
  kind: string;
}): string {
  const known = [drink.colour, drink.fruit, drink.kind].find((key) => key && hexOf(key));
  return `drink.${known ?? "juice"}`;
}

/** The colour of drinks stirred together: light passes through one after the other. */
export function stirred(layers: { colour: string; ml: number }[]): string {
  const poured = layers.filter((layer) => layer.ml > 0 && !CLEAR.includes(layer.colour));
  const all = layers.reduce((sum, layer) => sum + Math.max(layer.ml, 0), 0);
  const mixed = [0, 1, 2].map((channel) => {
    const absorbed = poured.reduce((sum, layer) => {
      const hex = hexOf(layer.colour) ?? "#ffffff";
      return sum + layer.ml * Math.log(Math.max(channels(hex)[channel] ?? 255, 1) / 255);
    }, 0);
    return Math.round(255 * Math.exp(all > 0 ? absorbed / all : 0));
  });
  return `rgb(${mixed.join(" ")})`;
}

const CLEAR = ["drink.water", "drink.sugar", "drink.acid"];

function channels(hex: string): [number, number, number] {
  const value = Number.parseInt(hex.slice(1), 16);
  return [(value >> 16) & 255, (value >> 8) & 255, value & 255];
}

/** Whether dark or light lettering stands out on a drink. */
export function lettersOn(token: string): "drinkInk.dark" | "drinkInk.light" {
  const [r, g, b] = channels(hexOf(token) ?? "#ffffff");
  return 0.299 * r + 0.587 * g + 0.114 * b > 140 ? "drinkInk.dark" : "drinkInk.light";
}
