import { Box, chakra, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { useReference, useSession } from "../api/queries";
import { Bar } from "../drawing/Bar";
import {
  gravityRange,
  money,
  percent,
  productPack,
  range,
  sugarShare,
  volume,
  whole,
} from "../format";
import { Explained } from "../frame/Explained";
import { ChoiceField } from "../frame/fields";
import { useTitle } from "../frame/focus";
import { GoButton, Mark, Panel, Trouble, Waiting } from "../frame/states";
import { drinkToken } from "../theme/drinks";
import { VerdictMark } from "./Verdict";

type Product = Schemas["ProductOut"];
type Made = Schemas["ComparedOut"];
type Span = { low: number; high: number };
/** A figure that is drawn as well: the same bar for all of them, full at the largest. */
type Figure = (product: Product) => Span | null;

function exactly(amount: unknown): Span | null {
  return amount === null ? null : { low: Number(amount), high: Number(amount) };
}

function Drawn({ of, product, products }: { of: Figure; product: Product; products: Product[] }) {
  const here = of(product);
  const most = Math.max(...products.map((other) => of(other)?.high ?? 0));
  return here && most > 0 ? <Bar {...here} most={most} drink={drinkToken(product)} /> : null;
}

/** Two to four products side by side, and what so many packs of each would make. */
export default function ComparePage() {
  useTitle("Drinks side by side");
  const [params] = useSearchParams();
  const ids = (params.get("ids") ?? "").split(",").map(Number).filter(Boolean);
  const [packs, setPacks] = useState("3");
  const [vesselKey, setVesselKey] = useState("demijohn_5");
  const reference = useReference();
  const session = useSession();
  const vessel = reference.data?.vessels.find((row) => row.key === vesselKey);
  const compared = useQuery({
    queryKey: ["products", "compare", ids, packs, vessel?.volume_ml],
    enabled: vessel !== undefined,
    placeholderData: (before) => before,
    queryFn: () =>
      answer(
        api.POST("/api/shelf/compare", {
          body: { ids, packs: Number(packs), vessel_ml: vessel?.volume_ml ?? 5000 },
        }),
      ),
  });
  if (reference.isPending || compared.isPending) return <Waiting page what="Comparing" />;
  if (reference.isLoadingError)
    return <Trouble page error={reference.error} again={() => reference.refetch()} />;
  const currency = session.data?.currency ?? "GBP";
  const price = (amount: unknown) => (amount === null ? "—" : money(String(amount), currency));

  const rows: [string, (product: Product, made: Made) => ReactNode, Figure?][] = [
    ["Verdict", (p) => <VerdictMark verdict={p.facts.verdict} />],
    ["Pack", (p) => `${productPack(p)}${p.price ? ` · ${money(p.price, currency)}` : ""}`],
    [
      "Sugar",
      (p) =>
        p.facts.sugar_g_per_l === null
          ? `${sugarShare(p.facts.sugar_g_per_100_g)} g in 100 g`
          : `${range(p.facts.sugar_g_per_l, whole)} g/L`,
      (p) => p.facts.sugar_g_per_l,
    ],
    ["Gravity", (p) => (p.facts.reads ? gravityRange(p.facts.reads) : "—")],
    [
      "Strength alone",
      (p) => (p.facts.strength_alone ? percent(p.facts.strength_alone.value) : "—"),
    ],
    [
      "Sharpness, as tartaric",
      (p) => (p.facts.acid_g_per_l ? `${range(p.facts.acid_g_per_l, whole)} g/L` : "—"),
      (p) => p.facts.acid_g_per_l,
    ],
    [
      "A litre costs",
      (p) => price(p.facts.price_per_litre),
      (p) => exactly(p.facts.price_per_litre),
    ],
    [
      "100 g of its sugar",
      (p) => price(p.facts.price_per_100_g_sugar),
      (p) => exactly(p.facts.price_per_100_g_sugar),
    ],
    [
      "Preservatives",
      (p) =>
        p.facts.preservatives === null
          ? "list not seen"
          : p.facts.preservatives.join(", ") || "none named",
    ],
    [
      `${packs} of them fill`,
      (_, made) =>
        made.start === null ? (
          "no drink by itself"
        ) : (
          <>
            {volume(made.fills_ml)}
            {made.overflows && <Mark tone="bad">too much for this vessel</Mark>}
          </>
        ),
    ],
    ["and start at", (_, made) => (made.start ? gravityRange(made.start) : "—")],
    ["and come to", (_, made) => (made.strength ? percent(made.strength.value) : "—")],
    ["and cost", (_, made) => price(made.cost)],
  ];
  return (
    <Flex direction="column" gap="4">
      <Flex align="flex-end" gap="3" wrap="wrap">
        <Heading as="h1" size="2xl" fontFamily="heading" mr="auto">
          Side by side
        </Heading>
        <chakra.div w="6.5rem">
          <ChoiceField label="Packs of each" value={packs} onChange={setPacks}>
            {["1", "2", "3", "4", "5", "6", "8", "10"].map((count) => (
              <option key={count}>{count}</option>
            ))}
          </ChoiceField>
        </chakra.div>
        <chakra.div w="15rem">
          <ChoiceField label="In" value={vesselKey} onChange={setVesselKey}>
            {reference.data.vessels.map((row) => (
              <option key={row.key} value={row.key}>
                {row.name}
              </option>
            ))}
          </ChoiceField>
        </chakra.div>
        <GoButton to="/shelf" variant="quiet">
          Back to the shelf
        </GoButton>
      </Flex>
      <Panel>
        {compared.isLoadingError ? (
          <Box role="alert">
            <Mark tone="mind">{compared.error.message}</Mark>
          </Box>
        ) : (
          <chakra.div overflowX="auto" tabIndex={0} role="region" aria-label="Side by side">
            <chakra.table
              w="full"
              css={{
                tableLayout: { base: "auto", md: "fixed" },
                "& th, & td": {
                  textAlign: "left",
                  padding: "0.5rem 0.25rem",
                  overflowWrap: "anywhere",
                  md: { padding: "0.5rem" },
                },
              }}
            >
              <thead>
                <tr>
                  <td />
                  {compared.data.products.map((product) => (
                    <chakra.th
                      key={product.id}
                      scope="col"
                      verticalAlign="bottom"
                      minW={{ base: "5.5rem", md: "9rem" }}
                    >
                      <HStack align="stretch">
                        <Box
                          w="12px"
                          rounded="md"
                          borderWidth="1px"
                          borderColor="rim"
                          bg={drinkToken(product)}
                        />
                        <Text
                          fontFamily="heading"
                          fontSize={{ base: "md", md: "lg" }}
                          lineHeight="1.2"
                        >
                          {product.name}
                        </Text>
                      </HStack>
                    </chakra.th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map(([name, cell, drawn]) => (
                  <chakra.tr key={name} borderTopWidth="1px" borderColor="line">
                    <chakra.th
                      scope="row"
                      fontWeight="400"
                      fontSize={{ base: "sm", md: "md" }}
                      overflowWrap="normal"
                      color="quiet"
                    >
                      <Explained text={name} />
                    </chakra.th>
                    {compared.data.products.map((product, i) => {
                      const made = compared.data.made[i];
                      return (
                        <chakra.td key={product.id} fontWeight="600" verticalAlign="top">
                          {drawn && (
                            <Drawn of={drawn} product={product} products={compared.data.products} />
                          )}
                          {made && cell(product, made)}
                        </chakra.td>
                      );
                    })}
                  </chakra.tr>
                ))}
              </tbody>
            </chakra.table>
          </chakra.div>
        )}
      </Panel>
    </Flex>
  );
}
