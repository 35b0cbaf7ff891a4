import { Box, chakra, Flex, HStack, Input, Text } from "@chakra-ui/react";
import { memo } from "react";
import { grams, volume } from "../../format";
import { QuietButton } from "../../frame/states";
import { drinkToken } from "../../theme/drinks";
import { type DraftPour, readAmount, written } from "./draft";

// A spoon is one press of an arrow key: a tablespoon, or a teaspoon of sugar.
const SPOON = { ml: 15, g: 5 };
// How near a whole carton a dragged bar has to come to stop on it.
const SNAP = 0.04;

// A trough filled with the drink, and a thumb a wet finger finds.
const trough = {
  height: "14px",
  borderRadius: "7px",
  border: "1.5px solid var(--chakra-colors-rim)",
  background:
    "linear-gradient(to right, var(--drink) var(--poured), var(--chakra-colors-glass) var(--poured))",
};
const thumb = {
  appearance: "none",
  boxSizing: "border-box",
  width: "24px",
  height: "30px",
  marginTop: "-10px",
  borderRadius: "8px",
  border: "2.5px solid var(--chakra-colors-rim)",
  background: "var(--chakra-colors-enamel)",
};
const bar = {
  appearance: "none",
  background: "transparent",
  "&::-webkit-slider-runnable-track": trough,
  "&::-webkit-slider-thumb": thumb,
  "&::-moz-range-track": trough,
  "&::-moz-range-thumb": { ...thumb, marginTop: "0", height: "25px", width: "19px" },
};

/** One pour: a bar to pull, the amount to type, and whether it may give for the aim. */
export const PourRow = memo(function PourRow({
  row,
  sugarG,
  solvedAmount,
  most,
  aiming,
  problem,
  onAmount,
  onGives,
  onRemove,
}: {
  row: DraftPour;
  sugarG: number;
  solvedAmount: number | null;
  most: number;
  aiming: boolean;
  problem: string | undefined;
  onAmount: (id: number, amount: string) => void;
  onGives: (id: number, gives: boolean) => void;
  onRemove: (id: number) => void;
}) {
  const { pour, unit } = row;
  const solved = aiming && row.gives;
  const pack = (unit === "ml" ? pour.pack_ml : pour.pack_g) ?? null;
  const typed = readAmount(row.amount, unit);
  const amount = solved ? (solvedAmount ?? 0) : typeof typed === "number" ? typed : 0;
  const cartons =
    pack && most / pack <= 12
      ? Array.from({ length: Math.floor(most / pack) }, (_, i) => (i + 1) * pack)
      : [];
  const token = drinkToken(pour);

  function drag(value: number) {
    const near = cartons.find((whole) => pack && Math.abs(whole - value) < pack * SNAP);
    onAmount(row.id, written(near ?? value));
  }

  function nudge(by: number) {
    onAmount(row.id, written(Math.min(Math.max(amount + by, 0), most)));
  }

  return (
    <chakra.li
      display="grid"
      gridTemplateColumns="12px minmax(0, 1fr) auto"
      columnGap="3"
      alignItems="center"
      py="2"
      px="2"
      mx="-2"
      rounded="lg"
      bg={solved ? "amberWash" : undefined}
      borderBottomWidth="1px"
      borderColor="line"
    >
      <Box
        bg={token}
        borderWidth="1px"
        borderColor="rim"
        rounded="sm"
        alignSelf="stretch"
        gridRow="1 / 3"
      />
      <Box minW="0">
        <Text fontWeight="600" lineHeight="1.2">
          {pour.name}
        </Text>
        <Text color="quiet" fontSize="sm">
          {pour.label
            ? `${pour.label.sugars_g} g/${pour.label.per_ml ? "100 ml" : "100 g"}`
            : pour.kind === "water"
              ? "unchlorinated"
              : "pure"}
          {sugarG >= 0.5 && ` · ${grams(sugarG)} sugar`}
        </Text>
      </Box>
      <Box>
        {solved ? (
          <Text fontWeight="700" fontSize="lg" textAlign="right" py="1.5" aria-live="polite">
            {solvedAmount === null
              ? "–"
              : unit === "ml"
                ? volume(solvedAmount)
                : grams(solvedAmount)}
          </Text>
        ) : (
          <HStack gap="1" justify="flex-end">
            <Input
              aria-label={`Amount of ${pour.name}, ${unit}`}
              aria-invalid={!!problem}
              aria-describedby={problem ? `pour-${row.id}-problem` : undefined}
              inputMode="decimal"
              value={row.amount}
              minH="44px"
              w="5.5rem"
              px="2"
              textAlign="right"
              fontWeight="600"
              fontSize="md"
              bg="enamel"
              borderWidth="1.5px"
              borderColor={problem ? "bad" : "rim"}
              rounded="lg"
              onChange={(event) => onAmount(row.id, event.target.value)}
            />
            <Text w="2ch">{unit}</Text>
          </HStack>
        )}
      </Box>
      <Box position="relative">
        {cartons.map((whole) => (
          <Box
            key={whole}
            position="absolute"
            left={`calc(12px + (100% - 24px) * ${whole / most})`}
            top="15px"
            h="14px"
            zIndex="1"
            borderLeftWidth="2px"
            borderColor="rim"
            opacity="0.55"
            pointerEvents="none"
          />
        ))}
        <chakra.input
          type="range"
          aria-label={`How much ${pour.name}`}
          aria-valuetext={unit === "ml" ? volume(amount) : grams(amount)}
          min={0}
          max={most}
          step={1}
          value={Math.min(amount, most)}
          onChange={(event) => drag(Number(event.target.value))}
          onKeyDown={(event) => {
            const sign = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
            if (!sign) return;
            event.preventDefault();
            nudge(sign * (event.shiftKey && pack ? pack : SPOON[unit]));
          }}
          w="full"
          h="44px"
          cursor="pointer"
          style={{ "--poured": `${(Math.min(amount, most) / most) * 100}%` } as React.CSSProperties}
          css={{
            ...bar,
            "--drink": `var(--chakra-colors-${token.replace(".", "-")})`,
          }}
        />
      </Box>
      <Flex gap="1" justify="flex-end">
        {aiming && (
          <QuietButton
            px="2.5"
            fontSize="sm"
            borderColor={row.gives ? "amber" : "line"}
            aria-pressed={row.gives}
            aria-label={`${row.gives ? "gives" : "locked"}: ${pour.name}`}
            onClick={() => onGives(row.id, !row.gives)}
          >
            {row.gives ? "gives" : "locked"}
          </QuietButton>
        )}
        <QuietButton
          px="3"
          borderColor="line"
          aria-label={`Pour no ${pour.name}`}
          onClick={() => onRemove(row.id)}
        >
          ✕
        </QuietButton>
      </Flex>
      {problem && (
        <Text
          id={`pour-${row.id}-problem`}
          role="alert"
          color="bad"
          fontSize="sm"
          gridColumn="2 / -1"
        >
          {problem}
        </Text>
      )}
    </chakra.li>
  );
});
