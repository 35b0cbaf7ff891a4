import { chakra, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { Tick } from "../frame/Tick";
import { drinkToken } from "../theme/drinks";

/** The colour of the juice, from a small palette of real ones; the fruit's own until chosen. */
export function Palette({
  reference,
  value,
  fruit,
  kind,
  onChange,
}: {
  reference: Schemas["ReferenceOut"];
  value: string;
  fruit: string;
  kind: string;
  onChange: (colour: string) => void;
}) {
  const own = fruit || kind;
  const choices = [
    { key: "", name: "as its fruit" },
    ...reference.fruits.filter((row) =>
      [
        "pear",
        "grape",
        "orange",
        "apricot",
        "rhubarb",
        "grapefruit",
        "pomegranate",
        "raspberry",
        "plum",
        "sour_cherry",
        "red_grape",
        "blackcurrant",
      ].includes(row.key),
    ),
    { key: "syrup", name: "honey" },
    { key: "concentrate", name: "brown" },
  ];
  return (
    <Stack as="fieldset" gap="1" border="none">
      <Text as="legend" fontWeight="600">
        Colour in the jug
      </Text>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {choices.map((choice) => (
          <Tick
            key={choice.key}
            type="radio"
            name="colour"
            checked={value === choice.key}
            onChange={() => onChange(choice.key)}
          >
            <chakra.span
              aria-hidden="true"
              w="22px"
              h="22px"
              rounded="md"
              borderWidth="1px"
              borderColor="rim"
              bg={drinkToken({ colour: choice.key || own, kind })}
            />
            {choice.name}
          </Tick>
        ))}
      </chakra.div>
    </Stack>
  );
}
