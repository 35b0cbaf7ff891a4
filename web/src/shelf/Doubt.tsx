import { HStack } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { Mark, QuietButton } from "../frame/states";
import { filledBy } from "./typed";

/** What the reader is not sure of, and a press that takes the likely figure. */
export function Doubt({
  field,
  reference,
  onRight,
}: {
  field: Schemas["FieldOut"];
  reference: Schemas["ReferenceOut"];
  onRight: (field: Schemas["FieldOut"]) => void;
}) {
  if (!(field.key in filledBy)) return null;
  const named = [...reference.kinds, ...reference.fruits].find((row) => row.key === field.value);
  const value = named?.name ?? field.value;
  return (
    <HStack wrap="wrap" role="group" aria-label={`Not sure: ${field.key}`}>
      <Mark tone="mind">{field.doubt}</Mark>
      <QuietButton size="slim" onClick={() => onRight(field)}>
        It is {value}
      </QuietButton>
    </HStack>
  );
}
