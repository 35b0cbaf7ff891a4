import { HStack, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { useReference } from "../../api/queries";
import { QuietButton } from "../../frame/states";
import type { Draft } from "./draft";

/** What is dosed beside the pours, each with its time, and a press that takes it out again. */
export function Doses({
  doses,
  change,
}: {
  doses: Schemas["DoseIn"][];
  /** Without it they are only shown. */
  change?: (edit: (before: Draft) => Draft) => void;
}) {
  const reference = useReference().data;
  const named = (dose: Schemas["DoseIn"]) =>
    reference?.planned.find((row) => row.key === dose.kind)?.name ?? dose.kind;
  const at = (dose: Schemas["DoseIn"]) =>
    reference?.times.find((row) => row.key === dose.when)?.name ?? dose.when;
  const without = (index: number) => (before: Draft) => ({
    ...before,
    doses: before.doses.filter((_, place) => place !== index),
  });
  return (
    <ul>
      {doses.map((dose, index) => (
        <HStack as="li" key={`${dose.kind} ${dose.when}`} justify="space-between">
          <Text>
            {dose.mass_g} g {named(dose).toLowerCase()}, {at(dose)}
          </Text>
          {change && (
            <QuietButton
              size="slim"
              variant="soft"
              aria-label={`No ${named(dose)}, ${at(dose)}`}
              onClick={() => change(without(index))}
            >
              ✕
            </QuietButton>
          )}
        </HStack>
      ))}
    </ul>
  );
}
