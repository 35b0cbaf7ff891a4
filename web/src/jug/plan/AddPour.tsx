import { Stack, Text } from "@chakra-ui/react";
import { lazy, memo, Suspense, useEffect, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Schemas } from "../../api/client";
import { useReference, useShelf } from "../../api/queries";
import type { Found } from "../../frame/Finder";
import { Waited } from "../../frame/fields";
import { useIdle } from "../../frame/useIdle";
import { acidPour, plainSugar, pourable, pourOf, tanninPour, tap } from "./edits";

// Fetched behind what is drawn first.
const Finder = lazy(() => import("../../frame/Finder"));

type Pour = Schemas["PourIn"];

/** What a list to choose from holds at once; a longer shelf is searched. */
export const everything = { sort: "name", limit: 200 } as const;

/** White sugar from the shelf when some stands there, with its price; plain otherwise. */
export function sugarToPour(products: Schemas["ProductOut"][]): Pour {
  const bag = products.find((product) => product.kind === "sugar" && product.sugar === "sucrose");
  return bag ? pourOf(bag) : plainSugar;
}

const KITCHEN: Record<string, Pour> = {
  water: tap,
  sugar: plainSugar,
  acid: acidPour("citric"),
  tea: tanninPour("tea"),
};
// What a carton holds when nobody has said.
const CARTON_ML = 1000;

const LABEL = "Add an ingredient";
const EXAMPLE = "+ Add an ingredient: juice, sugar, acid …";

/** How much of it is poured first: a whole pack, but for sugar. */
function packOf(product: Schemas["ProductOut"]): number {
  return product.kind === "sugar" ? 0 : (product.pack_ml ?? product.pack_g ?? 0);
}

/** One field to find something in, on the shelf or in the kitchen; what is picked is poured. */
export const AddPour = memo(function AddPour({
  jugId,
  onAdd,
}: {
  jugId: number;
  onAdd: (pour: Pour, pack: number) => void;
}) {
  const [find, setFind] = useState("");
  const idle = useIdle();
  const all = useShelf(everything);
  const long = (all.data?.standing ?? 0) > everything.limit;
  const products = useShelf(long && find ? { ...everything, search: find } : everything);
  const fruits = useReference().data?.fruits ?? [];
  const shelf = useMemo(() => (products.data?.items ?? []).filter(pourable), [products.data]);
  // What was read off its label for this jug just now is poured at once.
  const [params, setParams] = useSearchParams();
  const wanted = shelf.find((row) => String(row.id) === params.get("add"));
  useEffect(() => {
    if (!wanted) return;
    setParams({}, { replace: true });
    onAdd(pourOf(wanted), packOf(wanted));
  }, [wanted, setParams, onAdd]);
  const items: Found[] = useMemo(
    () => [
      ...shelf.map((row) => ({ value: `${row.id}`, label: row.name, group: "On the shelf" })),
      ...Object.entries(KITCHEN)
        .filter(([, pour]) => !shelf.some((row) => row.name === pour.name))
        .map(([key, pour]) => ({ value: key, label: pour.name, group: "In the kitchen" })),
      ...fruits.map((row) => ({
        value: `fruit-${row.key}`,
        label: `${row.name} juice, as it usually is`,
        group: "A carton without its label",
      })),
    ],
    [shelf, fruits],
  );

  function add(chosen: string) {
    const kitchen = KITCHEN[chosen];
    const fruit = fruits.find((row) => `fruit-${row.key}` === chosen);
    const product = shelf.find((row) => String(row.id) === chosen);
    if (kitchen) onAdd(kitchen, 0);
    else if (fruit)
      onAdd({ name: `${fruit.name} juice`, kind: "juice", fruit: fruit.key }, CARTON_ML);
    else if (product) {
      onAdd(pourOf(product), packOf(product));
    }
  }

  return (
    <Stack gap="2" minW="0">
      {products.data?.standing === 0 && (
        <Text color="quiet">
          Nothing is on your shelf yet.{" "}
          <Link to={`/shelf?read&jug=${jugId}`}>
            <u>Read the label of a carton first.</u>
          </Link>{" "}
          Or add a juice as it usually is, and read its label later.
        </Text>
      )}
      <Suspense fallback={<Waited label={LABEL} placeholder={EXAMPLE} />}>
        {idle ? (
          <Finder
            label={LABEL}
            placeholder={EXAMPLE}
            items={items}
            empty="Nothing found. Read its label on the shelf, and it is here."
            onPick={add}
            onSearch={setFind}
          />
        ) : (
          <Waited label={LABEL} placeholder={EXAMPLE} />
        )}
      </Suspense>
    </Stack>
  );
});
