import { HStack, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../../../api/client";
import { QuietButton } from "../../../frame/states";
import { ByHand, useCopy } from "../../../frame/useCopy";
import { useLink } from "../../useLink";

/** The plan out of here: a recipe file, a sheet to print, a link for somebody else. */
export function Send({ jug }: { jug: Schemas["JugOut"] }) {
  const { copy, byHand } = useCopy();
  const { token, pending, busy, make, takeBack } = useLink(jug.id);
  const address = token ? `${window.location.origin}/plans/${token}` : null;

  return (
    <Stack gap="4">
      <HStack wrap="wrap">
        <QuietButton asChild>
          <a href={`/api/jugs/${jug.id}/sheet.pdf`} target="_blank" rel="noreferrer">
            Batch sheet to print (PDF)
          </a>
        </QuietButton>
        <QuietButton asChild>
          <a href={`/api/jugs/${jug.id}/recipe`} download={`${jug.name}.json`}>
            Save the recipe file
          </a>
        </QuietButton>
      </HStack>
      <Stack gap="2" align="flex-start">
        {address ? (
          <>
            <Text>Anyone signed in here who has this link can view the plan and copy it:</Text>
            <Text fontWeight="600" wordBreak="break-all" data-testid="link">
              {address}
            </Text>
            <HStack wrap="wrap">
              <QuietButton onClick={() => copy(address, "The link is copied.")}>
                Copy the link
              </QuietButton>
              <QuietButton onClick={takeBack}>Remove the link</QuietButton>
            </HStack>
            {byHand && <ByHand text={byHand} />}
          </>
        ) : (
          <QuietButton onClick={make} busy={busy} disabled={pending}>
            Share by link
          </QuietButton>
        )}
      </Stack>
    </Stack>
  );
}
