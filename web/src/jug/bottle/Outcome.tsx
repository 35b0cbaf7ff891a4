import { chakra, HStack, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { bottleSize, listed, moneyKnown, percent, percentRange, volume } from "../../format";
import { Explained } from "../../frame/Explained";
import { Mark, Tag } from "../../frame/states";
import { GasByDay } from "./GasByDay";
import { Verdict } from "./Verdict";

/** What stands in these bottles: strength, whether each may be closed, what each cost. */
export function Outcome({
  outcome,
  currency,
}: {
  outcome: Schemas["BottlingOut"];
  currency: string;
}) {
  const says = [...new Set(outcome.bottles.flatMap((lot) => lot.label_lines))].filter(
    // Said by itself below.
    (text) => !outcome.against_advice || !text.endsWith(outcome.against_advice),
  );
  return (
    <Stack gap="3">
      {outcome.abv && (
        <Text fontSize="lg">
          <b>{percent(outcome.abv.value)}</b> in the bottle ({percentRange(outcome.abv)})
        </Text>
      )}
      <chakra.ul listStyleType="none" aria-label="Lots, and whether each may be closed">
        {outcome.bottles.map((lot) => (
          <chakra.li
            key={`${lot.size_ml}-${lot.bottle}-${lot.closure}`}
            py="2"
            borderTopWidth="1px"
            borderColor="line"
          >
            <Text>
              <b>
                {lot.count} × {bottleSize(lot.size_ml)}
              </b>
              {lot.name && ` ${lot.name.toLowerCase()}`}
              {lot.cost_each !== null &&
                ` · ${moneyKnown(lot.cost_each, currency, outcome.unpriced)} each`}
            </Text>
            {lot.closing ? (
              <Verdict closing={lot.closing} />
            ) : (
              <Text color="quiet">The kind of bottle was not asked then.</Text>
            )}
            <GasByDay lot={lot} />
          </chakra.li>
        ))}
      </chakra.ul>
      {outcome.against_advice && (
        <Mark tone="bad">Closed against advice: “{outcome.against_advice}”</Mark>
      )}
      {says.length > 0 && (
        <HStack wrap="wrap" gap="2">
          <Text>Its label says:</Text>
          {says.map((key) => (
            <Tag key={key}>{key}</Tag>
          ))}
        </HStack>
      )}
      <Text color="quiet">
        <Explained
          text={`${volume(outcome.bottled_ml)} in bottles, ${volume(outcome.left_ml)} ${outcome.left_says}`}
        />
        {outcome.cost_per_litre !== null &&
          ` ${moneyKnown(outcome.cost_per_litre, currency, outcome.unpriced)} a litre${outcome.unpriced.length ? `, without ${listed(outcome.unpriced)}` : ""}`}
      </Text>
    </Stack>
  );
}
