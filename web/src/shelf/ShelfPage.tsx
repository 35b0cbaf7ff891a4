import { chakra, Flex, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { type ShelfQuery, useReference, useSession, useShelf } from "../api/queries";
import { useAct } from "../frame/act";
import { ChoiceField, TextField } from "../frame/fields";
import { useTitle } from "../frame/focus";
import { useSay } from "../frame/notices";
import { OneOf } from "../frame/OneOf";
import { ActButton, Empty, GoButton, Panel, QuietButton, Trouble, Waiting } from "../frame/states";
import { LabelReader } from "./LabelReader";
import { ProductRow } from "./ProductRow";

type Product = Schemas["ProductOut"];
type Sort = NonNullable<ShelfQuery["sort"]>;

const STRETCH = 50;

const sorts: [Sort, string][] = [
  ["newest", "newest"],
  ["sugar_price", "cheapest sugar"],
  ["strength", "strength alone"],
  ["acid", "sharpness"],
  ["litre_price", "price of a litre"],
  ["at_home", "stock"],
  ["name", "name"],
];

export default function ShelfPage() {
  const [params, setParams] = useSearchParams();
  const reading = params.has("read");
  // The jug whose plan waits for what is read.
  const wantedBy = params.get("jug");
  const navigate = useNavigate();
  const [compared, setCompared] = useState<Product[]>([]);
  const [limit, setLimit] = useState(STRETCH);
  const [filtering, setFiltering] = useState(false);
  const query: ShelfQuery = {
    sort: (params.get("sort") as Sort | null) ?? "newest",
    limit: Math.min(limit, 200),
  };
  if (params.get("find")) query.search = params.get("find") ?? "";
  if (params.get("kind")) query.kind = [params.get("kind") ?? ""];
  if (params.get("verdict")) query.verdict = [params.get("verdict") ?? ""];
  if (params.has("home")) query.home = true;

  const shelf = useShelf(query);
  const reference = useReference();
  const session = useSession();
  const queries = useQueryClient();
  const say = useSay();
  const { act } = useAct();
  useTitle(reading ? "Read a label" : "Shelf");
  if (shelf.isPending || reference.isPending) return <Waiting page what="Fetching your shelf" />;
  if (shelf.isLoadingError)
    return <Trouble page error={shelf.error} again={() => shelf.refetch()} />;
  if (reference.isLoadingError)
    return <Trouble page error={reference.error} again={() => reference.refetch()} />;
  const currency = session.data?.currency ?? "GBP";
  const { items, total, standing, at_home } = shelf.data;

  function look(key: string, value: string | null) {
    setLimit(STRETCH);
    setParams((before) => {
      const next = new URLSearchParams(before);
      if (value === null) next.delete(key);
      else next.set(key, value);
      return next;
    });
  }
  const readALabel = () => look("read", "");

  const again = () => queries.invalidateQueries({ queryKey: ["products"] });

  const remove = (product: Product) =>
    act(async () => {
      const path = { params: { path: { product_id: product.id } } };
      await answer(api.DELETE("/api/shelf/products/{product_id}", path));
      setCompared((before) => before.filter((one) => one.id !== product.id));
      await again();
      const undo = async () => {
        await answer(api.POST("/api/shelf/products/{product_id}/restore", path));
        await again();
      };
      say(`${product.name} is off the shelf.`, { undo });
    });

  const atHome = (product: Product, packs: string) =>
    act(async () => {
      await answer(
        api.POST("/api/shelf/products/{product_id}/home", {
          params: { path: { product_id: product.id } },
          body: { at_home: packs },
        }),
      );
      await again();
    });

  const narrowed = ["find", "kind", "verdict", "home"].some((key) => params.has(key));
  return (
    <Stack gap="4">
      <Flex align="center" gap="3" wrap="wrap">
        <Heading as="h1" size="2xl" fontFamily="heading">
          Shelf
        </Heading>
        <Text color="quiet">
          {standing} {standing === 1 ? "thing" : "things"} · {at_home} in stock
        </Text>
        <HStack ml="auto" gap="2" wrap="wrap">
          <GoButton to="/shelf/files" variant="quiet">
            Import and export
          </GoButton>
          <ActButton variant="act" onClick={readALabel} aria-expanded={reading}>
            Read a label
          </ActButton>
        </HStack>
      </Flex>
      <Flex gap="4" align="flex-start" direction={{ base: "column-reverse", lg: "row" }}>
        <Panel flex="1" w="full">
          {standing === 0 ? (
            <Empty
              title="Nothing on the shelf yet"
              text="Take the first carton: paste its label, photograph it, or copy the sugars per 100 ml and what it cost."
              step={!reading && <ActButton onClick={readALabel}>Read the first label</ActButton>}
            />
          ) : (
            <>
              <Flex gap="3" align="flex-end" wrap="wrap" pb="3" role="search">
                <chakra.div flex="1 1 12rem">
                  <TextField
                    label="Find"
                    hideLabel
                    type="search"
                    placeholder="Find by name, fruit or barcode"
                    defaultValue={params.get("find") ?? ""}
                    onChange={(event) => look("find", event.target.value || null)}
                  />
                </chakra.div>
                <chakra.div flex="0 1 13rem">
                  <ChoiceField
                    label="Sort by"
                    hideLabel
                    value={query.sort ?? "newest"}
                    onChange={(sort) => look("sort", sort)}
                  >
                    {sorts.map(([key, name]) => (
                      <option key={key} value={key}>
                        by {name}
                      </option>
                    ))}
                  </ChoiceField>
                </chakra.div>
                <QuietButton
                  aria-expanded={filtering || narrowed}
                  onClick={() => setFiltering(!filtering)}
                >
                  Filter
                </QuietButton>
              </Flex>
              {(filtering || narrowed) && (
                <Flex gap="3" align="flex-end" wrap="wrap" pb="3">
                  <chakra.div flex="1 1 11rem">
                    <ChoiceField
                      label="Kind"
                      value={params.get("kind") ?? ""}
                      onChange={(kind) => look("kind", kind || null)}
                    >
                      <option value="">every kind</option>
                      {reference.data.kinds
                        .filter((kind) => kind.key !== "water")
                        .map((kind) => (
                          <option key={kind.key} value={kind.key}>
                            {kind.name}
                          </option>
                        ))}
                    </ChoiceField>
                  </chakra.div>
                  <chakra.div flex="1 1 11rem">
                    <ChoiceField
                      label="Verdict"
                      value={params.get("verdict") ?? ""}
                      onChange={(verdict) => look("verdict", verdict || null)}
                    >
                      <option value="">any verdict</option>
                      {reference.data.verdicts.map((verdict) => (
                        <option key={verdict.key} value={verdict.key}>
                          {verdict.name}
                        </option>
                      ))}
                    </ChoiceField>
                  </chakra.div>
                  <QuietButton
                    aria-pressed={params.has("home")}
                    onClick={() => look("home", params.has("home") ? null : "")}
                  >
                    {params.has("home") ? "✓ " : ""}In stock
                  </QuietButton>
                </Flex>
              )}
              {items.length === 0 ? (
                <Empty
                  title="Nothing found"
                  text="Try part of the name, or any kind."
                  step={
                    <QuietButton onClick={() => setParams({})}>Show the whole shelf</QuietButton>
                  }
                />
              ) : (
                <chakra.ul listStyleType="none" aria-label="On the shelf">
                  {items.map((product) => (
                    <OneOf key={product.id} name={product.name}>
                      <ProductRow
                        product={product}
                        currency={currency}
                        kindName={
                          reference.data.kinds.find((kind) => kind.key === product.kind)?.name ?? ""
                        }
                        compact={reading}
                        compared={compared.some((one) => one.id === product.id)}
                        canCompare={compared.length < 4}
                        onCompare={(on) =>
                          setCompared(
                            on
                              ? [...compared, product]
                              : compared.filter((one) => one.id !== product.id),
                          )
                        }
                        onAtHome={(packs) => atHome(product, packs)}
                        onRemove={() => remove(product)}
                      />
                    </OneOf>
                  ))}
                </chakra.ul>
              )}
              {items.length < total && limit < 200 && (
                <QuietButton mt="3" onClick={() => setLimit(limit + STRETCH)}>
                  Show more: {items.length} of {total}
                </QuietButton>
              )}
              {items.length < total && limit >= 200 && (
                <Text color="quiet" pt="3">
                  The first 200 of {total}: find the rest by name.
                </Text>
              )}
            </>
          )}
          {compared.length > 0 && (
            <HStack
              position="sticky"
              bottom="2"
              bg="enamel"
              borderWidth="2px"
              borderColor="amber"
              rounded="xl"
              px="3"
              py="2"
              mt="3"
              gap="3"
              wrap="wrap"
            >
              <Text>{compared.map((one) => one.name).join(" · ")}</Text>
              <HStack ml="auto">
                <QuietButton onClick={() => setCompared([])}>None</QuietButton>
                {compared.length > 1 ? (
                  <GoButton to={`/shelf/compare?ids=${compared.map((one) => one.id).join(",")}`}>
                    Compare {compared.length}
                  </GoButton>
                ) : (
                  <Text color="quiet">and one more to compare</Text>
                )}
              </HStack>
            </HStack>
          )}
        </Panel>
        {reading && (
          <Panel w={{ base: "full", lg: "27rem" }} flexShrink="0">
            <LabelReader
              product={null}
              reference={reference.data}
              currency={currency}
              onClose={() => look("read", null)}
              onKept={
                wantedBy ? (kept) => navigate(`/jugs/${wantedBy}/plan?add=${kept.id}`) : undefined
              }
            />
          </Panel>
        )}
      </Flex>
    </Stack>
  );
}
