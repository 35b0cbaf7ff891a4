import { Box, chakra, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { Mark, QuietButton } from "../frame/states";

/** The figures that fill the form; what it is and of which fruit are words, and fill it at once. */
const names: Record<string, string> = {
  sugars: "of which sugars, g",
  basis: "in",
  prepared: "figures for the drink made up",
  dilution: "parts of water to one",
  makes: "makes, ml",
  pack: "pack holds",
};

/** Every figure read from a photograph beside the piece of it that it came from, to be confirmed. */
export function PhotoCheck({
  photo,
  onRight,
}: {
  photo: Schemas["PhotoOut"];
  onRight: (field: Schemas["FieldOut"]) => void;
}) {
  const [right, setRight] = useState<string[]>([]);
  const crops = new Map(photo.crops.map((crop) => [crop.key, crop.image]));
  return (
    <Stack gap="2" as="section" aria-label="Check each against the picture">
      <Heading as="h3" size="md" fontFamily="heading">
        Check each against the picture
      </Heading>
      <chakra.ul listStyleType="none" display="grid" gap="2">
        {photo.reading.fields
          .filter((field) => field.key in names)
          .map((field) => (
            <chakra.li
              key={field.key}
              display="grid"
              gridTemplateColumns="minmax(0, 1fr) auto"
              gap="2"
              alignItems="center"
              borderWidth="1px"
              borderColor="line"
              rounded="lg"
              p="2"
            >
              <Stack gap="1" minW="0">
                <Box bg="paper" rounded="sm" p="1">
                  <chakra.img
                    src={crops.get(field.key)}
                    alt={`As printed: ${names[field.key]}`}
                    maxH="48px"
                    maxW="100%"
                  />
                </Box>
                <Text>
                  {names[field.key]}: <b>{field.value}</b>
                </Text>
                {field.doubt && <Mark tone="mind">{field.doubt}</Mark>}
              </Stack>
              <HStack>
                {right.includes(field.key) ? (
                  <Mark tone="good">right</Mark>
                ) : (
                  <QuietButton
                    aria-label={`${names[field.key]} ${field.value} is right`}
                    onClick={() => {
                      setRight([...right, field.key]);
                      onRight({ ...field, doubt: "" });
                    }}
                  >
                    Right
                  </QuietButton>
                )}
              </HStack>
            </chakra.li>
          ))}
      </chakra.ul>
      <Text color="quiet" fontSize="sm">
        What is not right, type below: what you type counts.
      </Text>
    </Stack>
  );
}
