import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { fills, stages } from "./stages";

/** One line from plan to bottle that fills as the jug goes. */
export function Tube({
  stage,
  share,
  name,
}: {
  stage: string;
  share: number;
  /** Each stage's name; without, only the present one's stands under it. */
  name?: (key: string) => ReactNode;
}) {
  const filled = fills(stage, share);
  return (
    <Box
      display={name ? "grid" : "flex"}
      gridTemplateColumns="repeat(7, minmax(0, 1fr))"
      gap={{ base: "1", sm: "1.5" }}
      // Seven names stand side by side on a phone.
      fontSize={{ base: "0.78rem", sm: "sm" }}
      // The narrowest phones take the names in two lines.
      css={name ? { "@media (max-width: 23rem)": { gridTemplateColumns: "repeat(4, 1fr)" } } : {}}
    >
      {stages.map(({ key, name: called }, i) => {
        const current = key === stage || (stage === "bottled" && key === "bottle");
        return (
          <Box key={key} flex="1" minW="0" whiteSpace="nowrap" fontWeight={current ? "700" : "400"}>
            <Box h="7px" bg="line" rounded="full" overflow="hidden" aria-hidden="true">
              <Box h="full" bg="amber" w={`${Math.round((filled[i] ?? 0) * 100)}%`} />
            </Box>
            {name ? name(key) : current && called}
          </Box>
        );
      })}
    </Box>
  );
}
