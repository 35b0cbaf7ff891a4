import { chakra, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { date } from "../../format";
import { temperature } from "../../units";

/** How gas comes in closed bottles, day by day, as warm as they stand. */
export function GasByDay({ lot }: { lot: Schemas["BottleOutcome"] }) {
  const limit = lot.closing?.limit_volumes;
  if (lot.gas.length === 0 || !limit) return null;
  return (
    <chakra.details>
      <chakra.summary minH="44px" pt="2" cursor="pointer" fontWeight="600">
        How its gas comes at {temperature(lot.gas_at_c)}
      </chakra.summary>
      <chakra.table
        w="100%"
        maxW="30rem"
        css={{ "& th, & td": { textAlign: "left", paddingBlock: "0.2rem" } }}
      >
        <thead>
          <tr>
            <th>On</th>
            <th>Expected</th>
            <th>At the worst</th>
          </tr>
        </thead>
        <tbody>
          {lot.gas.map((on) => (
            <tr key={on.on}>
              <td>{date(on.on)}</td>
              <td>{on.expected_volumes.toFixed(1)} volumes</td>
              <chakra.td fontWeight={on.worst_volumes > limit ? "700" : undefined}>
                {on.worst_volumes.toFixed(1)} volumes, {on.bar.toFixed(1)} bar
                {on.worst_volumes > limit && `: more than the ${limit} it bears`}
              </chakra.td>
            </tr>
          ))}
        </tbody>
      </chakra.table>
      <Text color="quiet" fontSize="sm">
        Warmth makes it quicker, the cold only waits: what has come stays. Common practice.
      </Text>
    </chakra.details>
  );
}
