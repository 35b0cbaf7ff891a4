import type { Schemas } from "../api/client";
import { useShelf } from "../api/queries";
import { everything } from "./plan/AddPour";
import { plainSugar, pourOf } from "./plan/edits";

type Pour = Schemas["PourIn"];
export type Source = { key: string; name: string; pour: Pour; polyol?: boolean };

const HONEY: Pour = {
  name: "Honey",
  kind: "syrup",
  label: { sugars_g: "82", per_g: 100 },
  mass_g: 0,
};
const SWEET = ["juice", "concentrate", "syrup", "sugar"];

/** What sweetens or flavours a drink that has stopped: the kitchen's sugars, then the shelf. */
export function useSources(sweeteners: Schemas["NamedOut"][]): Source[] {
  const products = useShelf(everything).data?.items ?? [];
  return [
    { key: "sugar", name: plainSugar.name, pour: plainSugar },
    { key: "honey", name: HONEY.name, pour: HONEY },
    ...products
      .filter((row) => SWEET.includes(row.kind) && row.facts.verdict.code !== "refused")
      .map((row) => ({ key: `product-${row.id}`, name: row.name, pour: pourOf(row) })),
    ...sweeteners.map((row) => ({
      key: row.key,
      name: `${row.name} (yeast leaves it alone)`,
      pour: { name: row.name, kind: "sugar", sugar: row.key, mass_g: 0 },
      polyol: true,
    })),
  ];
}

/** What is written down when so much of it went in. */
export function poured(source: Source, amount: number, byMass: boolean) {
  if (source.polyol) {
    const what = { dose: "sweetener", sugar: source.pour.sugar, mass_g: amount };
    return { kind: "dosed", what };
  }
  const { product_id: _, colour: __, locked: ___, ...pour } = source.pour;
  const known = Object.fromEntries(Object.entries(pour).filter(([, value]) => value != null));
  const { mass_g: ____, volume_ml: _____, ...plain } = known;
  return { kind: "added", what: { pour: { ...plain, [byMass ? "mass_g" : "volume_ml"]: amount } } };
}
