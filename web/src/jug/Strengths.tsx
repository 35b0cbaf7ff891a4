import { Box, chakra } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { percent, percentRange } from "../format";

/** The three schools of strength side by side. */
export function Strengths({ strength }: { strength: Schemas["StrengthOut"] }) {
  return (
    <chakra.table w="full" fontSize="sm" aria-label="Strength, three ways">
      <tbody>
        <tr>
          <chakra.th scope="row" textAlign="left" fontWeight="600" py="0.5">
            Mass balance
          </chakra.th>
          <chakra.td textAlign="right">
            <Box as="span" fontWeight="700" fontSize="lg">
              {percent(strength.mass_balance.value)}
            </Box>{" "}
            ({percentRange(strength.mass_balance)})
          </chakra.td>
        </tr>
        <chakra.tr color="quiet">
          <chakra.th scope="row" textAlign="left" fontWeight="400" py="0.5">
            Quick sum on paper
          </chakra.th>
          <chakra.td textAlign="right">{percent(strength.quick_sum)}</chakra.td>
        </chakra.tr>
        <chakra.tr color="quiet">
          <chakra.th scope="row" textAlign="left" fontWeight="400" py="0.5">
            Potential scale
          </chakra.th>
          <chakra.td textAlign="right">{percent(strength.potential_scale)}</chakra.td>
        </chakra.tr>
      </tbody>
    </chakra.table>
  );
}
