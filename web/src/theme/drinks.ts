/** Colours of what is poured, taken from the drink itself. Keys as in core's fruit table. */
export const drinkColours: Record<string, string> = {
  apple: "#e3b85c",
  pear: "#f1dc93",
  grape: "#a8b65a",
  red_grape: "#5d2347",
  orange: "#f0a13c",
  pineapple: "#f2d45f",
  grapefruit: "#ee9d88",
  pomegranate: "#b3263f",
  cranberry: "#c02f45",
  sour_cherry: "#8e1f33",
  blackcurrant: "#3f1d4d",
  raspberry: "#c43a5a",
  elderberry: "#432045",
  rhubarb: "#e6a9a6",
  quince: "#dfae4a",
  plum: "#8a3a55",
  apricot: "#eeb064",
  mango: "#f0ae3a",
  tomato: "#c9472f",
  peach: "#f2bd8f",
  strawberry: "#d24a54",
  blackberry: "#4a1f45",
  blueberry: "#544a7d",
  sweet_cherry: "#7c1730",
  passion_fruit: "#e0a53a",
  lemon: "#f3e48c",
  lime: "#cfdc86",
  juice: "#e6c88a",
  concentrate: "#7c4a24",
  syrup: "#cf8f2b",
  sugar: "#fbf6ea",
  water: "#cfe4ee",
  fruit: "#b5566a",
  acid: "#f4f0d8",
  tannin: "#8a6a45",
  powder: "#f6e9b0",
  boiled_off: "#e9f1f4",
  kit: "#7c4a24",
  // What stands in the bend of an airlock.
  airlock: "#8fc1dc",
};

/** The token of a drink's colour, for Chakra's style props. */
export function drinkToken(drink: {
  colour?: string | null;
  fruit?: string | null;
  kind: string;
}): string {
  const known = [drink.colour, drink.fruit, drink.kind].find((key) => key && key in drinkColours);
  return `drink.${known ?? "juice"}`;
}

/** The colour of drinks stirred together: light passes through one after the other. */
export function stirred(layers: { colour: string; ml: number }[]): string {
  const poured = layers.filter((layer) => layer.ml > 0 && !CLEAR.includes(layer.colour));
  const all = layers.reduce((sum, layer) => sum + Math.max(layer.ml, 0), 0);
  const mixed = [0, 1, 2].map((channel) => {
    const absorbed = poured.reduce((sum, layer) => {
      const hex = drinkColours[layer.colour.replace("drink.", "")] ?? "#ffffff";
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
  const [r, g, b] = channels(drinkColours[token.replace("drink.", "")] ?? "#ffffff");
  return 0.299 * r + 0.587 * g + 0.114 * b > 140 ? "drinkInk.dark" : "drinkInk.light";
}
