import type { Schemas } from "../api/client";
import type { Layer } from "../drawing/Vessel";
import { drinkToken } from "../theme/drinks";

/** What was poured into a jug, in order, for drawing. */
export function pouredLayers(jug: Schemas["JugOut"]): Layer[] {
  return jug.kept.plan.pours.map((pour, i) => ({
    name: pour.name,
    colour: drinkToken(pour),
    ml: jug.evaluation?.pours[i]?.room_ml ?? 0,
  }));
}

/** The colour of the jug's largest drink: what the mixed must looks like most. */
export function mainColour(jug: Schemas["JugOut"]): string {
  const layers = pouredLayers(jug).filter(
    (layer) => layer.colour !== "drink.water" && layer.colour !== "drink.sugar",
  );
  layers.sort((a, b) => b.ml - a.ml);
  return layers[0]?.colour ?? "drink.juice";
}

/** A fermenting jug is one drink: all of it in its main colour. */
export function mixedLayer(jug: Schemas["JugOut"], ml: number): Layer[] {
  return [{ name: "", colour: mainColour(jug), ml }];
}
