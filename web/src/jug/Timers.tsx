import { chakra, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type Schemas } from "../api/client";
import { useAct } from "../frame/act";
import { Countdown } from "../frame/Countdown";
import { TextField } from "../frame/fields";
import { useSay } from "../frame/notices";
import { Mark, QuietButton } from "../frame/states";
import { emptied } from "../frame/useKept";
import { readNumber } from "../units";

/** Begins a wait for this jug; it stands on Today too, and runs on on any device. */
export function useTimer(jugId: number) {
  const queries = useQueryClient();
  const { act, busy, problem } = useAct(true);
  const begin = (title: string, minutes: number) =>
    act(async () => {
      const params = { path: { jug_id: jugId } };
      await answer(api.POST("/api/jugs/{jug_id}/timers", { params, body: { title, minutes } }));
      await lookAgain(queries, jugId);
    });
  return { begin, busy, problem };
}

async function lookAgain(queries: ReturnType<typeof useQueryClient>, jugId: number) {
  await Promise.all([
    queries.invalidateQueries({ queryKey: ["jug", jugId, "timers"] }),
    queries.invalidateQueries({ queryKey: ["jugs"] }),
  ]);
}

/** The waits that run for a jug, and one of one's own. */
export function Timers({ jugId }: { jugId: number }) {
  const found = useQuery({
    queryKey: ["jug", jugId, "timers"],
    queryFn: () =>
      answer(api.GET("/api/jugs/{jug_id}/timers", { params: { path: { jug_id: jugId } } })),
  });
  const running = found.data ?? [];
  const queries = useQueryClient();
  const say = useSay();
  const { act } = useAct();
  const { begin, busy, problem } = useTimer(jugId);
  const [title, setTitle] = useState("");
  const [minutes, setMinutes] = useState("");
  const read = readNumber(minutes, "min", "minutes");
  const mark = (timer_id: number, how: "done" | "undo") =>
    answer(
      api.POST("/api/jugs/{jug_id}/timers/{timer_id}/{mark}", {
        params: { path: { jug_id: jugId, timer_id, mark: how } },
      }),
    ).then(() => lookAgain(queries, jugId));
  const end = (timer: Schemas["TimerOfJugOut"]) =>
    act(async () => {
      await mark(timer.id, "done");
      say(`${timer.title}: done.`, { undo: () => mark(timer.id, "undo") });
    });

  async function submit(event: FormEvent) {
    event.preventDefault();
    if (read === null) return;
    if (await begin(title, read)) {
      setTitle(emptied(title, ""));
      setMinutes(emptied(minutes, ""));
    }
  }

  return (
    <Stack gap="2" as="section" aria-label="Timers">
      <chakra.ul listStyleType="none">
        {running.map((timer) => (
          <HStack as="li" key={timer.id} py="1" wrap="wrap">
            <Text flex="1" minW="8rem">
              {timer.title}
            </Text>
            <Countdown until={Date.parse(timer.until)} what={timer.title} />
            <QuietButton
              size="slim"
              variant="soft"
              aria-label={`Done: ${timer.title}`}
              onClick={() => end(timer)}
            >
              Done
            </QuietButton>
          </HStack>
        ))}
      </chakra.ul>
      <form onSubmit={submit} aria-label="A timer of your own">
        <HStack align="flex-start" wrap="wrap">
          <TextField
            label="Timer for"
            placeholder="Taste the peel"
            value={title}
            onChange={(event) => setTitle(event.target.value)}
          />
          <TextField
            label="Minutes"
            inputMode="decimal"
            placeholder="60"
            value={minutes}
            error={minutes && read === null ? "Write minutes, like 60." : undefined}
            onChange={(event) => setMinutes(event.target.value)}
          />
          <QuietButton type="submit" busy={busy} disabled={!title.trim() || read === null} mt="6">
            Start
          </QuietButton>
        </HStack>
      </form>
      {problem && <Mark tone="bad">{problem.message}</Mark>}
    </Stack>
  );
}
