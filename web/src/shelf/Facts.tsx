import { Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { gravityRange, money, percent, percentRange, range, sugarShare, whole } from "../format";
import { Explained } from "../frame/Explained";
import { VerdictWords } from "./Verdict";

/** What core makes of a product: the verdict first, then the numbers. */
export function Facts({
  facts,
  currency,
  priced,
  level = "h3",
}: {
  facts: Schemas["FactsOut"];
  currency: string;
  priced: boolean;
  level?: "h2" | "h3";
}) {
  const drink = facts.reads !== null;
  return (
    <Stack gap="2">
      <VerdictWords verdict={facts.verdict} level={level} />
      {facts.verdict.code !== "supply" && (
        <Text fontWeight="700">
          {drink && facts.reads ? (
            <Explained text={`A hydrometer will read ${gravityRange(facts.reads)}`} />
          ) : (
            `${sugarShare(facts.sugar_g_per_100_g)} g of sugar in 100 g`
          )}
        </Text>
      )}
      {drink && (
        <Text>
          {facts.sugar_g_per_l && range(facts.sugar_g_per_l, whole)} g of sugar in a litre
          {facts.strength_alone &&
            `; fermented alone ${percent(facts.strength_alone.value)} (${percentRange(facts.strength_alone)})`}
        </Text>
      )}
      {facts.price_per_100_g_sugar !== null && (
        <Text>
          {money(String(facts.price_per_100_g_sugar), currency)} for 100 g of its sugar
          {facts.price_per_litre !== null &&
            `, ${money(String(facts.price_per_litre), currency)} a litre`}
        </Text>
      )}
      {facts.price_each !== null && <Text>{money(String(facts.price_each), currency)} each</Text>}
      {!priced && <Text color="quiet">No price yet: the sugar's price waits for one.</Text>}
    </Stack>
  );
}
