import { HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { answer, api, type Schemas } from "../api/client";
import { useAct } from "../frame/act";
import { useSay } from "../frame/notices";
import { QuietButton } from "../frame/states";
import { Tick } from "../frame/Tick";
import { ByHand, useCopy } from "../frame/useCopy";

/** A link by which guests say how a lot tastes, blind or not. */
export function Guests({ lot }: { lot: Schemas["CellarLotOut"] }) {
  const [blind, setBlind] = useState(false);
  const [token, setToken] = useState<string | null>(null);
  const { act, busy } = useAct();
  const { copy, byHand } = useCopy();
  const say = useSay();
  const params = { path: { jug_id: lot.jug } };
  const ask = () =>
    act(async () => {
      const made = await answer(
        api.POST("/api/jugs/{jug_id}/guests", { params, body: { lot: lot.id, blind } }),
      );
      setToken(made.token);
      await copy(`${window.location.origin}/taste/${made.token}`, "Link copied.");
    });
  const close = () =>
    act(async () => {
      await answer(
        api.DELETE("/api/jugs/{jug_id}/guests/{lot}", {
          params: { path: { jug_id: lot.jug, lot: lot.id } },
        }),
      );
      setToken(null);
      say("The link asks nobody any more.");
    });
  return (
    <Stack gap="2" as="section" aria-label="Guests">
      <HStack wrap="wrap">
        <QuietButton busy={busy} onClick={ask}>
          Copy a link for guests
        </QuietButton>
        <Tick checked={blind} onChange={setBlind}>
          Blind
        </Tick>
      </HStack>
      {token && (
        <HStack wrap="wrap">
          <Text fontSize="sm" overflowWrap="anywhere">
            {`${window.location.origin}/taste/${token}`}
          </Text>
          <QuietButton size="slim" variant="soft" busy={busy} onClick={close}>
            Close the link
          </QuietButton>
        </HStack>
      )}
      {byHand !== null && <ByHand text={byHand} />}
    </Stack>
  );
}
