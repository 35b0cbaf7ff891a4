import { HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { ProblemError, type Schemas } from "../api/client";
import { dayAndTime, gravity } from "../format";
import { Mark, QuietButton } from "../frame/states";
import { useOnline, useOutbox } from "./outbox";
import type { Write } from "./writes";

/** That there is no network, what waits for one, and what could not be saved when it was sent. */
export function Outbox({ timeZone }: { timeZone: string }) {
  const online = useOnline();
  const { keep, waiting, refused, drop } = useOutbox();
  const queries = useQueryClient();
  if (online && waiting.length === 0 && refused.length === 0) return null;
  const there = (jug: number) => {
    const last = queries.getQueryData<Schemas["JugOut"]>(["jug", jug])?.readings.at(-1);
    return last ? `There now: ${gravity(last.sg_at_20)}, ${dayAndTime(last.at, timeZone)}.` : "";
  };
  return (
    <Stack
      role="status"
      aria-label="Without a network"
      gap="1"
      bg="amberWash"
      px={{ base: "3", md: "5" }}
      py="2"
    >
      {!online && <Text>You are offline. What you see is as it was last fetched.</Text>}
      {waiting.length > 0 && (
        <Text>
          Kept here until there is a network:{" "}
          {waiting.map((each) => each.state.variables?.write.said).join(", ")}.
        </Text>
      )}
      {refused.map((each) => {
        const write = each.state.variables?.write;
        const { error } = each.state;
        if (!write) return null;
        const insist = error instanceof ProblemError && error.problem.insist_allowed;
        // The new one is put by before the old one goes: closed in between, nothing is lost.
        const again = async () => {
          await keep({ ...write, body: { ...write.body, insist: true } } as Write);
          await drop(each);
        };
        return (
          <Stack key={each.mutationId} gap="1">
            <Mark tone="bad">
              {`Not saved: ${write.said}. ${error?.message ?? ""} ${there(write.jug)}`}
            </Mark>
            <HStack wrap="wrap">
              {insist && <QuietButton onClick={again}>Save it all the same</QuietButton>}
              <QuietButton onClick={() => drop(each)}>Leave mine out</QuietButton>
            </HStack>
          </Stack>
        );
      })}
    </Stack>
  );
}
