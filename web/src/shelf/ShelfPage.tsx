import { Box, chakra, Flex, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { useProducts, useReference, useSession } from "../api/queries";
import { gravity, money, pack, percent, range } from "../format";
import { useSay } from "../frame/notices";
import { ActButton, Empty, Panel, QuietButton, Trouble, Waiting } from "../frame/states";
import { drinkToken } from "../theme/drinks";
import { LabelForm } from "./LabelForm";

type Product = Schemas["ProductOut"];

export default function ShelfPage() {
  const products = useProducts();
  const reference = useReference();
  const session = useSession();
  const queries = useQueryClient();
  const say = useSay();
  const [search, setSearch] = useSearchParams();
  const reading = search.has("read");
  const [editing, setEditing] = useState<Product | null>(null);
  if (products.isPending || reference.isPending) return <Waiting what="Looking along the shelf" />;
  if (products.isError) return <Trouble error={products.error} again={() => products.refetch()} />;
  if (reference.isError)
    return <Trouble error={reference.error} again={() => reference.refetch()} />;
  const currency = session.data?.currency ?? "GBP";

  const readALabel = () => {
    setEditing(null);
    setSearch({ read: "" });
  };
  const close = () => {
    setEditing(null);
    setSearch({});
  };

  async function remove(product: Product) {
    const path = { params: { path: { product_id: product.id } } };
    await answer(api.DELETE("/api/shelf/products/{product_id}", path));
    await queries.invalidateQueries({ queryKey: ["products"] });
    say(`${product.name} is off the shelf.`, async () => {
      await answer(api.POST("/api/shelf/products/{product_id}/restore", path));
      await queries.invalidateQueries({ queryKey: ["products"] });
    });
  }

  const open = reading || editing !== null;
  return (
    <Stack gap="4">
      <Flex align="center" gap="4" wrap="wrap">
        <Heading as="h1" size="2xl" fontFamily="heading">
          Shelf
        </Heading>
        <Text color="quiet">{products.data.length} things</Text>
        <ActButton ml="auto" onClick={readALabel} aria-expanded={open}>
          Read a label
        </ActButton>
      </Flex>
      <Flex gap="4" align="flex-start" direction={{ base: "column-reverse", lg: "row" }}>
        <Panel flex="1" w="full">
          {products.data.length === 0 ? (
            <Empty
              title="Nothing on the shelf yet"
              text="Take the first carton and copy two things off it: the sugars per 100 ml, and what it cost."
              step={!open && <ActButton onClick={readALabel}>Read the first label</ActButton>}
            />
          ) : (
            <chakra.ul listStyleType="none" aria-label="On the shelf">
              {products.data.map((product) => (
                <ProductRow
                  key={product.id}
                  product={product}
                  currency={currency}
                  onCorrect={() => {
                    setSearch({});
                    setEditing(product);
                  }}
                  onRemove={() => remove(product)}
                />
              ))}
            </chakra.ul>
          )}
        </Panel>
        {open && (
          <Panel w={{ base: "full", lg: "25rem" }} position={{ lg: "sticky" }} top={{ lg: "4" }}>
            <LabelForm
              key={editing?.id ?? "new"}
              product={editing}
              reference={reference.data}
              currency={currency}
              onClose={close}
            />
          </Panel>
        )}
      </Flex>
    </Stack>
  );
}

function ProductRow({
  product,
  currency,
  onCorrect,
  onRemove,
}: {
  product: Product;
  currency: string;
  onCorrect: () => void;
  onRemove: () => void;
}) {
  const { facts } = product;
  return (
    <chakra.li
      display="grid"
      gridTemplateColumns={{
        base: "14px 1fr auto",
        md: "14px minmax(0,1.3fr) minmax(0,1.2fr) 10.5rem auto",
      }}
      gap="3"
      alignItems="center"
      py="2.5"
      borderBottomWidth="1px"
      borderColor="line"
      _last={{ borderBottomWidth: 0 }}
    >
      <Box bg={drinkToken(product)} borderWidth="1px" borderColor="rim" rounded="md" h="44px" />
      <Box minW="0">
        <Text fontWeight="600" lineHeight="1.25">
          {product.name}
        </Text>
        <Text color="quiet" fontSize="sm">
          {product.pack_ml ? pack(product.pack_ml, "ml") : pack(product.pack_g ?? 0, "g")} ·{" "}
          {money(product.price, currency)}
        </Text>
      </Box>
      <Box
        gridColumn={{ base: "2 / -1", md: "auto" }}
        gridRow={{ base: 2, md: "auto" }}
        fontSize="sm"
      >
        {facts.sugar_g_per_l !== null ? (
          <Text>{Math.round(facts.sugar_g_per_l)} g/L sugar</Text>
        ) : (
          <Text>{Math.round(facts.sugar_g_per_100_g)} g sugar in 100 g</Text>
        )}
        {facts.reads && (
          <Text color="quiet">
            reads {range(facts.reads, gravity)}
            {facts.strength_alone && ` · alone ${percent(facts.strength_alone.value)}`}
          </Text>
        )}
      </Box>
      <Text
        fontSize="sm"
        textAlign={{ md: "right" }}
        gridColumn={{ base: "2 / -1", md: "auto" }}
        gridRow={{ base: 3, md: "auto" }}
      >
        {facts.price_per_100_g_sugar ? (
          <>
            <Box as="span" fontWeight="600">
              {money(facts.price_per_100_g_sugar, currency)}
            </Box>{" "}
            <Box as="span" color="quiet">
              per 100 g sugar
            </Box>
          </>
        ) : (
          "no sugar"
        )}
      </Text>
      <HStack gap="1" gridRow={{ base: 1, md: "auto" }} gridColumn={{ base: 3, md: "auto" }}>
        <QuietButton
          px="3"
          borderColor="line"
          onClick={onCorrect}
          aria-label={`Correct ${product.name}`}
        >
          Correct
        </QuietButton>
        <QuietButton
          px="3"
          borderColor="line"
          onClick={onRemove}
          aria-label={`Take ${product.name} off the shelf`}
        >
          ✕
        </QuietButton>
      </HStack>
    </chakra.li>
  );
}
