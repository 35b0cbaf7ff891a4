import { chakra, RadioGroup } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
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
    <RadioGroup.Root value={value} onValueChange={(chosen) => onChange(chosen.value ?? "")}>
      <RadioGroup.Label fontWeight="600">Colour in the jug</RadioGroup.Label>
      <chakra.div display="flex" flexWrap="wrap" gap="2">
        {choices.map((choice) => (
          <RadioGroup.Item key={choice.key} value={choice.key}>
            <RadioGroup.ItemHiddenInput />
            <RadioGroup.ItemControl>•</RadioGroup.ItemControl>
            <RadioGroup.ItemText>
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
            </RadioGroup.ItemText>
          </RadioGroup.Item>
        ))}
      </chakra.div>
    </RadioGroup.Root>
  );
}
