import { Box, chakra, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { listed, money } from "../../format";
import { Explained } from "../../frame/Explained";
import { TextField } from "../../frame/fields";
import { GoButton } from "../../frame/states";
import { readNumber } from "../../units";
import { useJugContext } from "../jugContext";

/** Where the money of a batch went, and what a bottle saves against one from a shop. */
export function Costs({ each }: { each: string | null }) {
  const { jug, session } = useJugContext();
  const [shop, setShop] = useState("");
  const against = readNumber(shop);
  const asked = against === null ? "" : String(against);
  const found = useQuery({
    queryKey: ["jug", jug.id, "costs", jug.journal.length, asked],
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/jugs/{jug_id}/costs", {
          signal,
          params: { path: { jug_id: jug.id }, query: { shop: asked } },
        }),
      ),
    placeholderData: (before) => before,
  });
  const costs = found.data;
  if (!costs?.used) return null;
  const { currency } = session;
  const priceless = costs.supplies
    .filter((line) => line.used === null)
    .map((line) => line.name.toLowerCase());
  return (
    <Stack gap="2" as="section" aria-label="What it cost">
      <Heading as="h2" size="md" fontFamily="heading">
        {money(costs.used, currency)} of ingredients
      </Heading>
      <chakra.ul listStyleType="none">
        {costs.lines.map((line) => (
          <chakra.li key={line.name} py="1">
            <Text fontSize="sm">
              {line.name}: <b>{money(line.used, currency)}</b>
            </Text>
            <Box h="9px" bg="glass" rounded="full" overflow="hidden" aria-hidden="true">
              <Box h="full" bg="rim" w={`${100 * line.share}%`} />
            </Box>
          </chakra.li>
        ))}
      </chakra.ul>
      {costs.supplies_used !== null && (
        <Text fontSize="sm">
          Beside it <b>{money(costs.supplies_used, currency)}</b> of{" "}
          {listed(
            costs.supplies
              .filter((line) => line.used !== null)
              .map((line) => `${line.name.toLowerCase()} ${money(line.used ?? "0", currency)}`),
          )}
          , by the part that was used.
        </Text>
      )}
      {priceless.length > 0 && (
        <HStack wrap="wrap" gap="2">
          <Text fontSize="sm" flex="1 1 12rem">
            Not counted: {listed(priceless)}. Put on the shelf with a price once, and every batch
            counts it.
          </Text>
          <GoButton to="/shelf" variant="quiet">
            To the shelf
          </GoButton>
        </HStack>
      )}
      <Text fontSize="sm" color="quiet">
        {costs.packs && `${money(costs.packs, currency)} at the till. `}
        {costs.per_litre && `${money(costs.per_litre, currency)} a litre in bottles. `}
        {costs.per_unit && (
          <Explained text={`${money(costs.per_unit, currency)} a unit of 10 ml alcohol. `} />
        )}
        {costs.next_litre &&
          `By today's prices one more litre costs ${money(costs.next_litre, currency)}. `}
        {costs.unpriced.length > 0 && `Without ${listed(costs.unpriced)}.`}
      </Text>
      {each !== null && (
        <>
          <TextField
            label={`One like it in a shop, ${currency}`}
            inputMode="decimal"
            placeholder="7.50"
            value={shop}
            error={shop && against === null ? "Write a price, like 7.50." : undefined}
            onChange={(event) => setShop(event.target.value)}
          />
          {costs.saves !== null && (
            <Text role="status">
              {Number(costs.saves) > 0
                ? `A bottle of yours saves ${money(costs.saves, currency)}.`
                : "A bottle of yours costs no less."}
            </Text>
          )}
        </>
      )}
    </Stack>
  );
}
