import { Box, chakra, Flex, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { show, useSession, useToday } from "../api/queries";
import { Tape } from "../drawing/Tape";
import { Vessel } from "../drawing/Vessel";
import { day, dayAndTime, grams } from "../format";
import { useAct } from "../frame/act";
import { Countdown } from "../frame/Countdown";
import { Explained } from "../frame/Explained";
import { TextField } from "../frame/fields";
import { useTitle } from "../frame/focus";
import { useSay } from "../frame/notices";
import { OneOf } from "../frame/OneOf";
import { ActButton, Empty, Mark, Panel, QuietButton, Trouble, Waiting } from "../frame/states";
import { placeOf } from "../jug/stages";
import { drinkToken, stirred } from "../theme/drinks";
import { retold } from "../units";
import { Calendar } from "./Calendar";
import { TheLine } from "./TheLine";

type Task = Schemas["TaskOut"];

const DRAWN_PX = 92;
const DAY_MS = 86_400_000;
const LATER = [
  [1, "Tomorrow"],
  [3, "In 3 days"],
  [7, "In a week"],
] as const;

/** Everything that is due across the jugs, what presses most first. */
export default function TodayPage() {
  useTitle("Today");
  const today = useToday();
  const session = useSession().data;
  if (today.isPending) return <Waiting page what="Looking what is due" />;
  if (today.isLoadingError)
    return <Trouble page error={today.error} again={() => today.refetch()} />;
  const { tasks, changes, working, watch, spans, timers, said, now } = today.data;
  const zone = session?.time_zone ?? "UTC";
  const pressing = tasks.filter((task) => task.state !== "coming");
  const next = tasks.find((task) => task.state === "coming");
  return (
    <Stack gap="4">
      <Flex align="baseline" gap="4" wrap="wrap">
        <Heading as="h1" size="2xl" fontFamily="heading">
          {said}
        </Heading>
        <Text color="quiet" ml="auto">
          {new Intl.DateTimeFormat("en-GB", {
            weekday: "long",
            day: "numeric",
            month: "long",
            timeZone: zone,
          }).format(new Date(now))}
        </Text>
      </Flex>
      {working > 0 && (
        <Text role="status" color="quiet">
          {working === 1 ? "One jug is" : `${working} jugs are`} being worked out anew; what{" "}
          {working === 1 ? "it wants" : "they want"} comes in a moment.
        </Text>
      )}
      {changes.length > 0 && <Changes changes={changes} />}
      <Panel>
        {pressing.length > 0 ? (
          <chakra.ul listStyleType="none" aria-label="To do">
            {pressing.map((task, i) => (
              <OneOf key={keyOf(task)} name={task.name}>
                <TaskRow task={task} first={i === 0} timeZone={zone} />
              </OneOf>
            ))}
          </chakra.ul>
        ) : (
          <Empty
            title={next ? `Next: ${next.words.toLowerCase()}` : "Nothing is due"}
            text={
              next
                ? `Jug ${next.number}, ${next.name}, from ${day(next.since, zone)}.`
                : "Jugs with yeast in them say here what they want, and when."
            }
            step={
              <QuietButton asChild>
                <Link to={next ? `/jugs/${next.jug}/${placeOf(next.stage)}` : "/jugs"}>
                  {next ? "Look at it" : "To the jugs"}
                </Link>
              </QuietButton>
            }
          />
        )}
      </Panel>
      {timers.length > 0 && (
        <Panel>
          <Heading as="h2" size="md" fontFamily="heading">
            Running
          </Heading>
          <chakra.ul listStyleType="none" aria-label="Running waits">
            {timers.map((timer) => (
              <chakra.li key={`${timer.jug}-${timer.title}`} pt="2">
                <Flex gap="4" align="center" wrap="wrap">
                  <Countdown until={Date.parse(timer.until)} what={timer.title} />
                  <Link to={`/jugs/${timer.jug}/pitch`}>
                    <Tape>
                      {timer.number} · {timer.name}
                    </Tape>
                  </Link>
                  <Text>{retold(timer.title)}</Text>
                </Flex>
              </chakra.li>
            ))}
          </chakra.ul>
        </Panel>
      )}
      {watch.length > 0 && (
        <Panel>
          <Heading as="h2" size="md" fontFamily="heading">
            To watch
          </Heading>
          <chakra.ul listStyleType="none" aria-label="To watch">
            {watch.map((line) => (
              <chakra.li key={`${line.jug}-${line.text}`} pt="2">
                <Link to={`/jugs/${line.jug}/ferment`}>
                  <Tape>
                    {line.number} · {line.name}
                  </Tape>
                </Link>
                <Mark tone="mind">{line.text}</Mark>
              </chakra.li>
            ))}
          </chakra.ul>
        </Panel>
      )}
      <Panel>
        <TheLine tasks={tasks} spans={spans} now={now} timeZone={zone} />
        <Calendar />
      </Panel>
    </Stack>
  );
}

/** What a new version no longer says of some jugs, told until it was seen. */
function Changes({ changes }: { changes: Schemas["ChangeOut"][] }) {
  const queries = useQueryClient();
  const say = useSay();
  const { act, busy } = useAct();
  const tell = async (jug: number, seen: boolean) => {
    const params = { path: { jug_id: jug } };
    await show(
      ["jugs", "today"],
      await answer(api.PUT("/api/today/changes/{jug_id}", { params, body: { seen } })),
    );
    await queries.invalidateQueries({ queryKey: ["jugs", "today"] });
  };
  return (
    <Panel>
      <Heading as="h2" size="md" fontFamily="heading">
        No longer sure
      </Heading>
      <chakra.ul listStyleType="none" aria-label="No longer sure">
        {changes.map((change) => (
          <chakra.li
            key={change.jug}
            display="flex"
            flexWrap={{ base: "wrap", md: "nowrap" }}
            gap="3"
            alignItems="center"
            pt="2"
          >
            <chakra.div flex="1" minW="0">
              <Link to={`/jugs/${change.jug}/ferment`}>
                <Tape>
                  {change.number} · {change.name}
                </Tape>
              </Link>
              <Mark tone="mind">
                <Explained text={change.text} />
              </Mark>
            </chakra.div>
            <QuietButton
              busy={busy}
              aria-label={`Seen, ${change.name}`}
              onClick={() =>
                act(async () => {
                  await tell(change.jug, true);
                  say("It is not told again.", { undo: () => tell(change.jug, false) });
                })
              }
            >
              Seen
            </QuietButton>
          </chakra.li>
        ))}
      </chakra.ul>
    </Panel>
  );
}

function keyOf(task: Task): string {
  return `${task.jug}-${task.what}-${task.asked}`;
}

const GO: Record<string, string> = { read: "Read it", rack_or_bottle: "Bottle it" };

/** One thing to do: which jug, what, why; done, later, or left out with the reason. */
function TaskRow({ task, first, timeZone }: { task: Task; first: boolean; timeZone: string }) {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState("");
  const queries = useQueryClient();
  const say = useSay();
  const { act, busy } = useAct();
  const leaving = useAct(true);
  const again = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: ["jugs"] }),
      queries.invalidateQueries({ queryKey: ["jug", task.jug] }),
    ]);
  const amount = task.grams === null ? "" : `, ${grams(task.grams)}`;
  const { done } = task;

  const write = () =>
    act(async (insist) => {
      if (!done) return;
      const id = crypto.randomUUID();
      const path = { jug_id: task.jug };
      await answer(
        api.POST("/api/jugs/{jug_id}/events", {
          params: { path },
          body: { ...done, id, note: "", insist },
        }),
      );
      await again();
      const undo = async () => {
        await answer(
          api.POST("/api/jugs/{jug_id}/events/{event_id}/strike", {
            params: { path: { ...path, event_id: id } },
          }),
        );
        await again();
      };
      say(`${task.words}${amount}: done.`, { undo });
    });

  const putOff = (days: number | null) =>
    (days === null ? leaving.act : act)(async () => {
      const body = { jug: task.jug, what: task.what, asked: task.asked, days, reason };
      const { id } = await answer(api.POST("/api/today/put-off", { body }));
      await again();
      const undo = async () => {
        await answer(
          api.DELETE("/api/today/put-off/{answer_id}", { params: { path: { answer_id: id } } }),
        );
        await again();
      };
      say(days === null ? `${task.words}: left out.` : `${task.words}: later.`, { undo });
    });

  // What is due within a day is due at its hour.
  const by = (at: string) =>
    Math.abs(Date.parse(at) - Date.now()) < DAY_MS ? dayAndTime(at, timeZone) : day(at, timeZone);
  const variant = first ? "act" : "quiet";
  const layers = task.drinks.map((drink, i) => ({
    name: String(i),
    colour: drinkToken(drink),
    ml: drink.ml,
  }));
  return (
    <chakra.li py="3" borderBottomWidth="1px" borderColor="line" _last={{ borderBottomWidth: 0 }}>
      <Flex gap="4" align="center" wrap="wrap">
        <chakra.div hideBelow="md">
          <Vessel
            shape={task.shape}
            capacityMl={1}
            layers={[{ name: "", colour: "drink.juice", ml: 0.85 }]}
            mixed={stirred(layers)}
            height={DRAWN_PX}
            marked={false}
            label=""
          />
        </chakra.div>
        <Stack gap="1" flex="1 1 16rem" minW="0">
          <Link to={`/jugs/${task.jug}/${placeOf(task.stage)}`}>
            <Tape>
              {task.number} · {task.name}
            </Tape>
          </Link>
          <Text fontFamily="heading" fontWeight="700" fontSize="lg">
            {task.words}
            {amount}
          </Text>
          <Text color="quiet">
            <Explained text={task.why} />
          </Text>
          <Mark tone={task.state === "late" ? "bad" : "mind"}>
            {task.state === "late"
              ? `Was due by ${by(task.until)}`
              : `Now, or by ${by(task.until)}`}
          </Mark>
        </Stack>
        <HStack>
          {done ? (
            <ActButton variant={variant} busy={busy} onClick={write}>
              Done
            </ActButton>
          ) : (
            <ActButton variant={variant} asChild>
              <Link to={`/jugs/${task.jug}/${placeOf(task.stage)}`}>
                {GO[task.what] ?? "Look at it"}
              </Link>
            </ActButton>
          )}
          <QuietButton
            variant="soft"
            aria-expanded={asking}
            aria-label={`Later: ${task.words}, ${task.name}`}
            onClick={() => setAsking(!asking)}
          >
            Later
          </QuietButton>
        </HStack>
      </Flex>
      {asking && (
        <Flex gap="3" pt="3" wrap="wrap" align="flex-end">
          {LATER.map(([days, name]) => (
            <QuietButton key={days} onClick={() => putOff(days)}>
              {name}
            </QuietButton>
          ))}
          <Box flex="1 1 12rem">
            <TextField
              label="Or leave it out, because"
              placeholder="it was read by hand"
              value={reason}
              error={leaving.problem?.message}
              onChange={(event) => setReason(event.target.value)}
            />
          </Box>
          <QuietButton onClick={() => putOff(null)}>Leave it out</QuietButton>
        </Flex>
      )}
    </chakra.li>
  );
}
