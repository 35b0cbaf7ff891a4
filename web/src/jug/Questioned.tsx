import { HStack, Stack, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { ProblemError } from "../api/client";
import { gravity } from "../format";
import { Explained } from "../frame/Explained";
import { ActButton, QuietButton } from "../frame/states";

/** An odd reading, what would explain it, and the figure that was probably meant. */
export function Questioned({
  problem,
  onTake,
  children,
}: {
  problem: ProblemError;
  onTake: (likely: string) => void;
  /** The way to stand by it. */
  children: ReactNode;
}) {
  return (
    <Stack
      role="alert"
      bg="amberWash"
      borderWidth="1.5px"
      borderColor="amber"
      rounded="lg"
      p="3"
      gap="2"
    >
      <Text fontWeight="600">{problem.message}</Text>
      {(problem.problem.causes ?? []).map((cause) => (
        <HStack key={cause.code} align="center" gap="3" wrap="wrap">
          <Text flex="1" minW="12rem">
            <Explained text={cause.text} />
          </Text>
          {cause.likely_sg != null && (
            <Slipped sure={cause.sure} likely={cause.likely_sg} onTake={onTake} />
          )}
        </HStack>
      ))}
      {children}
    </Stack>
  );
}

/** Offers the reading that was probably meant; as the first press only where nothing else fits. */
function Slipped({
  sure,
  likely,
  onTake,
}: {
  sure: boolean;
  likely: number;
  onTake: (likely: string) => void;
}) {
  const Press = sure ? ActButton : QuietButton;
  return <Press onClick={() => onTake(gravity(likely))}>Make it {gravity(likely)}</Press>;
}
