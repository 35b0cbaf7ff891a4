import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** The strip of tape a brewer sticks on the jug. */
export function Tape({ children }: { children: ReactNode }) {
  return (
    <Box
      as="span"
      display="inline-flex"
      alignItems="center"
      minH="44px"
      bg="tapePaper"
      color="tapeInk"
      px="5"
      py="1"
      fontFamily="heading"
      fontWeight="700"
      clipPath="polygon(0 6%, 2% 0, 100% 3%, 98.5% 50%, 100% 97%, 1% 100%, 1.5% 55%)"
    >
      {children}
    </Box>
  );
}
