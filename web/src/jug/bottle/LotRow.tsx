import { Box, Grid, HStack, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { Bottles } from "../../drawing/Bottles";
import { moneyKnown, percent } from "../../format";
import { TextField } from "../../frame/fields";
import { QuietButton } from "../../frame/states";
import { useJugContext } from "../jugContext";
import { mainColour } from "../jugLayers";
import type { Source } from "../sources";
import { KindField, SizeField } from "./BottleFields";
import { counted, forAnotherSize, type Lot, notPrimed } from "./lots";
import { PrimedBy } from "./PrimedBy";
import { Verdict } from "./Verdict";

/** One kind of bottle: which, how many, how it is primed, and whether it may be closed so. */
export function LotRow({
  lot,
  place,
  only,
  told,
  unpriced,
  sources,
  together,
  onChange,
  onRemove,
}: {
  lot: Lot;
  place: number;
  only: boolean;
  told: Schemas["BottleOutcome"] | undefined;
  /** What of the plan has no price. */
  unpriced: string[];
  sources: Source[];
  /** Primed in the jug, so not by itself. */
  together: boolean;
  onChange: (patch: Partial<Lot>) => void;
  onRemove: () => void;
}) {
  const { jug, session } = useJugContext();
  const of = place === 0 ? "" : `, lot ${place + 1}`;
  const [bottle = "", closure = ""] = lot.closed.split("/");
  const count = counted(lot.count);
  const step = (by: number) => onChange({ count: String(Math.max((count ?? 0) + by, 0)) });
  const takeWay = (way: Schemas["WayOutOut"]) =>
    onChange({
      closed: `${way.bottle}/${way.closure}`,
      primed:
        way.g_per_l === told?.priming?.g_per_l
          ? lot.primed
          : way.g_per_l > 0
            ? {
                ...notPrimed,
                by: "g_per_l",
                much: way.g_per_l.toFixed(1),
                from: lot.primed.from === "glucose_monohydrate" ? lot.primed.from : "sucrose",
              }
            : notPrimed,
    });
  return (
    <Grid
      as="li"
      templateColumns={{
        base: "minmax(0, 1fr)",
        sm: "minmax(0, 1fr) minmax(0, 1fr)",
        lg: "6rem 18.5rem 13rem minmax(0, 1fr)",
      }}
      gap="4"
      py="4"
      borderTopWidth="1px"
      borderColor="line"
      alignItems="start"
    >
      <HStack justify={{ base: "flex-start", lg: "center" }} hideBelow="lg" minH="92px">
        <Bottles bottle={bottle} closure={closure} count={count ?? 0} drink={mainColour(jug)} />
      </HStack>
      <Stack gap="2">
        <SizeField
          label={`Size${of}`}
          value={lot.size}
          onChange={(size) => onChange({ size, primed: forAnotherSize(lot.primed) })}
        />
        <KindField
          label={`Kind and closure${of}`}
          value={lot.closed}
          onChange={(closed) => onChange({ closed })}
        />
        <HStack align="flex-end" gap="1">
          <Box flex="1">
            <TextField
              label={`How many${of}`}
              inputMode="numeric"
              value={lot.count}
              error={count === null ? "Whole bottles, like 5." : undefined}
              onChange={(event) => onChange({ count: event.target.value })}
            />
          </Box>
          <QuietButton size="slim" aria-label={`One fewer${of}`} onClick={() => step(-1)}>
            −
          </QuietButton>
          <QuietButton size="slim" aria-label={`One more${of}`} onClick={() => step(1)}>
            +
          </QuietButton>
        </HStack>
      </Stack>
      {together ? (
        <Text color="quiet">Primed with the whole jug.</Text>
      ) : (
        <PrimedBy
          label={of}
          primed={lot.primed}
          sources={sources}
          made={told?.priming}
          onChange={(patch) => onChange({ primed: { ...lot.primed, ...patch } })}
        />
      )}
      <Box gridColumn={{ sm: "1 / -1", lg: "auto" }} minH="6rem" position="relative">
        {!only && (
          <QuietButton
            size="slim"
            variant="bare"
            position="absolute"
            top="-2"
            insetEnd="-2"
            aria-label={`Remove lot ${place + 1}`}
            onClick={onRemove}
          >
            ✕
          </QuietButton>
        )}
        {told && (
          <>
            <HStack gap="3" wrap="wrap" align="baseline" pe="12">
              <Text fontFamily="heading" fontWeight="700" fontSize="lg">
                {percent(told.abv.value)}
              </Text>
              {told.cost_each !== null && (
                <Text>{moneyKnown(told.cost_each, session.currency, unpriced)} each</Text>
              )}
              {told.priming && (
                <Text>
                  <b>{told.priming.words}</b> in each
                  {told.priming.spoons && `, ${told.priming.spoons}`}
                </Text>
              )}
            </HStack>
            {told.closing && <Verdict closing={told.closing} />}
            {told.ways_out.length > 0 && (
              <HStack wrap="wrap" pt="2" ps={{ lg: "38px" }}>
                {told.ways_out.map((way, at) => (
                  <QuietButton
                    key={way.text}
                    variant={at === 0 ? "main" : "quiet"}
                    onClick={() => takeWay(way)}
                  >
                    {way.text}
                  </QuietButton>
                ))}
              </HStack>
            )}
          </>
        )}
      </Box>
    </Grid>
  );
}
