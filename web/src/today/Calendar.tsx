import { HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api } from "../api/client";
import { useAct } from "../frame/act";
import { useSay } from "../frame/notices";
import { QuietButton } from "../frame/states";
import { ByHand, useCopy } from "../frame/useCopy";

/** The private address that a calendar program can follow. */
export function Calendar() {
  const queries = useQueryClient();
  const { copy, byHand } = useCopy();
  const say = useSay();
  const { act, busy } = useAct();
  const feed = useQuery({
    queryKey: ["calendar"],
    queryFn: () => answer(api.GET("/api/today/calendar")),
  });
  const path = feed.data?.path;
  const address = path ? `${window.location.origin}${path}` : null;
  const open = () =>
    act(async () => {
      queries.setQueryData(["calendar"], await answer(api.POST("/api/today/calendar")));
    });
  const close = () =>
    act(async () => {
      queries.setQueryData(["calendar"], await answer(api.DELETE("/api/today/calendar")));
      const undo = async () =>
        queries.setQueryData(["calendar"], await answer(api.POST("/api/today/calendar/restore")));
      say("The calendar's address shows nothing any more.", { undo });
    });
  return (
    <Stack gap="2" pt="3">
      {address ? (
        <>
          <Text fontSize="sm" color="quiet">
            Whoever has this address sees what is due here. Give it to your calendar only:
          </Text>
          <Text overflowWrap="anywhere" fontSize="sm" data-testid="calendar">
            {address}
          </Text>
          <HStack wrap="wrap">
            <QuietButton
              variant="soft"
              onClick={() => copy(address, "The calendar's address is copied.")}
            >
              Copy the address
            </QuietButton>
            <QuietButton variant="soft" busy={busy} onClick={close}>
              Stop the calendar
            </QuietButton>
          </HStack>
          {byHand && <ByHand text={byHand} />}
        </>
      ) : (
        <QuietButton alignSelf="flex-start" variant="soft" busy={busy} onClick={open}>
          Show it in my calendar
        </QuietButton>
      )}
    </Stack>
  );
}
