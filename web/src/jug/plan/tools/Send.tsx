import { HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../../../api/client";
import { useAct } from "../../../frame/act";
import { useSay } from "../../../frame/notices";
import { QuietButton } from "../../../frame/states";
import { ByHand, useCopy } from "../../../frame/useCopy";

/** The plan out of here: a recipe file, a sheet to print, a link for somebody else. */
export function Send({ jug }: { jug: Schemas["JugOut"] }) {
  const queries = useQueryClient();
  const say = useSay();
  const { copy, byHand } = useCopy();
  const path = { params: { path: { jug_id: jug.id } } };
  const link = useQuery({
    queryKey: ["link", jug.id],
    queryFn: () => answer(api.GET("/api/jugs/{jug_id}/link", path)),
  });
  const token = link.data?.token;
  const address = token ? `${window.location.origin}/plans/${token}` : null;

  const { act, busy } = useAct();
  const show = (now: Schemas["LinkOut"]) => queries.setQueryData(["link", jug.id], now);
  const make = () => act(async () => show(await answer(api.POST("/api/jugs/{jug_id}/link", path))));
  const takeBack = () =>
    act(async () => {
      show(await answer(api.DELETE("/api/jugs/{jug_id}/link", path)));
      const undo = async () =>
        show(await answer(api.POST("/api/jugs/{jug_id}/link/restore", path)));
      say("The link no longer works.", { undo });
    });

  return (
    <Stack gap="4">
      <HStack wrap="wrap">
        <QuietButton asChild>
          <a href={`/api/jugs/${jug.id}/sheet.pdf`} target="_blank" rel="noreferrer">
            Plan sheet to print (PDF)
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
          <QuietButton onClick={make} busy={busy} disabled={link.isPending}>
            Share by link
          </QuietButton>
        )}
      </Stack>
    </Stack>
  );
}
