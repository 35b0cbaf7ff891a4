import { HStack, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { QuietButton } from "../../frame/states";
import { ByHand, useCopy } from "../../frame/useCopy";
import { useLink } from "../useLink";

/** Whether anybody who reads the code on a bottle sees the batch, or its own kitchen alone. */
export function Shared({ jug }: { jug: Schemas["JugOut"] }) {
  const { token, pending, busy, make, takeBack } = useLink(jug.id);
  const { copy, byHand } = useCopy();
  const address = `${window.location.origin}/batches/${token}`;
  if (pending) return null;
  return (
    <Stack gap="1" pt="2">
      {token === null ? (
        <HStack wrap="wrap">
          <Text fontSize="sm">The code on a label opens this batch for you alone.</Text>
          <QuietButton size="slim" busy={busy} onClick={make}>
            Share the batch
          </QuietButton>
        </HStack>
      ) : (
        <HStack wrap="wrap">
          <Text fontSize="sm" overflowWrap="anywhere">
            Anyone with a bottle may look: {address}
          </Text>
          <QuietButton size="slim" onClick={() => copy(address, "The link is copied.")}>
            Copy the link
          </QuietButton>
          <QuietButton size="slim" variant="soft" busy={busy} onClick={takeBack}>
            Stop sharing
          </QuietButton>
        </HStack>
      )}
      {byHand !== null && <ByHand text={byHand} />}
    </Stack>
  );
}
