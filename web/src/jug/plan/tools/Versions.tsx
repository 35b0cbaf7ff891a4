import { Box, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../../../api/client";
import { useSession } from "../../../api/queries";
import { dayAndTime } from "../../../format";
import { useAct } from "../../../frame/act";
import { useSay } from "../../../frame/notices";
import { QuietButton, Trouble, Waiting } from "../../../frame/states";
import type { Plan } from "../draft";

const SHOWN = 20;

/** The plans as they were kept, to return to; returning is a change like any other. */
export function Versions({
  jug,
  onTakePlan,
  onDone,
}: {
  jug: Schemas["JugOut"];
  onTakePlan: (plan: Plan) => void;
  onDone: () => void;
}) {
  const timeZone = useSession().data?.time_zone ?? "UTC";
  const say = useSay();
  const { act } = useAct();
  const path = { jug_id: jug.id };
  const versions = useQuery({
    queryKey: ["versions", jug.id],
    queryFn: () => answer(api.GET("/api/jugs/{jug_id}/versions", { params: { path } })),
    staleTime: 0,
  });
  if (versions.isPending) return <Waiting what="Fetching earlier plans" />;
  if (versions.isLoadingError)
    return <Trouble error={versions.error} again={() => versions.refetch()} />;

  const returnTo = (version: number) =>
    act(async () => {
      const params = { path: { ...path, version } };
      const past = await answer(api.GET("/api/jugs/{jug_id}/versions/{version}", { params }));
      onTakePlan(past.plan);
      say("The earlier plan is back. Undo brings yours back.");
      onDone();
    });

  return (
    <Stack as="ul" gap="2" aria-label="Earlier plans">
      {versions.data.slice(0, SHOWN).map((row, place) => (
        <HStack as="li" key={row.version} gap="3" align="flex-start">
          <Box flex="1">
            <Text>{row.said}</Text>
            {row.changed.length > 0 && (
              <Text fontSize="sm">Changed: {row.changed.join("; ")}.</Text>
            )}
            <Text color="quiet" fontSize="sm">
              saved {dayAndTime(row.kept_at, timeZone)}
            </Text>
          </Box>
          {place === 0 ? (
            <Text color="quiet">the newest</Text>
          ) : (
            <QuietButton
              size="slim"
              aria-label={`Restore: ${row.said}, saved ${dayAndTime(row.kept_at, timeZone)}`}
              onClick={() => returnTo(row.version)}
            >
              Restore
            </QuietButton>
          )}
        </HStack>
      ))}
    </Stack>
  );
}
