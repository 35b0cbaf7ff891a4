import { HStack, Stack, Text } from "@chakra-ui/react";
import { memo, useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useReference, useShelf } from "../../api/queries";
import { ChoiceField, TextField } from "../../frame/fields";
import { QuietButton } from "../../frame/states";
import { acidPour, plainSugar, tanninPour, tap } from "./edits";

type Pour = Schemas["PourIn"];

/** A product of the shelf as something to pour. */
export function pourOf(product: Schemas["ProductOut"]): Pour {
  return {
    name: product.name,
    kind: product.kind,
    fruit: product.fruit,
    sugar: product.sugar,
    label: product.as_sold?.sugars_g
      ? {
          sugars_g: product.as_sold.sugars_g,
          per_ml: product.as_sold.per_ml ?? null,
          per_g: product.as_sold.per_g ?? null,
        }
      : null,
    measured_sg: product.measured_sg,
    juice_percent: product.juice_percent,
    price: product.price,
    pack_ml: product.pack_ml,
    pack_g: product.pack_g,
    product_id: product.id,
    colour: product.colour || null,
  };
}

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

export const AddPour = memo(function AddPour({
  onAdd,
}: {
  onAdd: (pour: Pour, pack: number) => void;
}) {
  const [find, setFind] = useState("");
  const products = useShelf(find ? { ...everything, search: find } : everything);
  const [chosen, setChosen] = useState("");
  const fruits = useReference().data?.fruits ?? [];
  const shelf = (products.data?.items ?? []).filter(
    (row) => !["supply", "refused"].includes(row.facts.verdict.code),
  );
  const long = (products.data?.standing ?? 0) > everything.limit;

  function add() {
    const kitchen = KITCHEN[chosen];
    const fruit = fruits.find((row) => `fruit-${row.key}` === chosen);
    const product = shelf.find((row) => String(row.id) === chosen);
    if (kitchen) onAdd(kitchen, 0);
    else if (fruit)
      onAdd({ name: `${fruit.name} juice`, kind: "juice", fruit: fruit.key }, CARTON_ML);
    else if (product) {
      onAdd(
        pourOf(product),
        product.kind === "sugar" ? 0 : (product.pack_ml ?? product.pack_g ?? 0),
      );
    }
    setChosen("");
  }

  return (
    <Stack pt="3" gap="2">
      {products.data?.standing === 0 && (
        <Text color="quiet">
          Nothing is on your shelf yet.{" "}
          <Link to="/shelf?read">
            <u>Read the label of a carton first.</u>
          </Link>{" "}
          Or add a juice as it usually is, and read its label later.
        </Text>
      )}
      {long && (
        <TextField
          label="Find on the shelf"
          type="search"
          value={find}
          onChange={(event) => setFind(event.target.value)}
        />
      )}
      <HStack align="flex-end" gap="2">
        <ChoiceField label="Add an ingredient" value={chosen} onChange={setChosen}>
          <option value="">Choose …</option>
          {shelf.length > 0 && (
            <optgroup label="On the shelf">
              {shelf.map((product) => (
                <option key={product.id} value={product.id}>
                  {product.name}
                </option>
              ))}
            </optgroup>
          )}
          <optgroup label="In the kitchen">
            {Object.entries(KITCHEN)
              .filter(([, pour]) => !shelf.some((product) => product.name === pour.name))
              .map(([key, pour]) => (
                <option key={key} value={key}>
                  {pour.name}
                </option>
              ))}
          </optgroup>
          <optgroup label="A carton without its label">
            {fruits.map((row) => (
              <option key={row.key} value={`fruit-${row.key}`}>
                {row.name} juice, as it usually is
              </option>
            ))}
          </optgroup>
        </ChoiceField>
        <QuietButton onClick={add} disabled={chosen === ""}>
          Add
        </QuietButton>
      </HStack>
    </Stack>
  );
});
