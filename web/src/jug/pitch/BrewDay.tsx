import { Box, chakra, Heading, HStack, Stack, Text, VisuallyHidden } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { useInTurn } from "../../api/inTurn";
import { show } from "../../api/queries";
import { useAct } from "../../frame/act";
import { Countdown } from "../../frame/Countdown";
import { Explained } from "../../frame/Explained";
import { Mark, QuietButton, Trouble, Waiting } from "../../frame/states";
import { Tick } from "../../frame/Tick";
import { Ways } from "../../frame/Ways";
import { useOrKept } from "../../offline/useOrKept";
import css from "./BrewDay.module.css";
import { Mixed } from "./Mixed";
import { Really } from "./Really";
import { Trial } from "./Trial";

type Step = Schemas["StepOut"];
type How = Schemas["StepIn"]["mark"];

const MINUTE_MS = 60_000;
const HOUR_MIN = 60;

/** The plan as things to do, ticked as one goes; waits run on whatever is switched off meanwhile. */
export function BrewDay({ jugId }: { jugId: number }) {
  const queries = useQueryClient();
  const orKept = useOrKept();
  const key = ["jug", jugId, "brew-day"];
  const inTurn = useInTurn(key);
  const path = { jug_id: jugId };
  const found = useQuery({
    queryKey: key,
    queryFn: () => answer(api.GET("/api/jugs/{jug_id}/brew-day", { params: { path } })),
    staleTime: 0,
  });
  if (found.isPending) return <Waiting what="Laying out the day" />;
  if (found.isLoadingError) return <Trouble error={found.error} again={() => found.refetch()} />;
  const { steps } = found.data;
  const titleOf = (step: string) => steps.find((each) => each.key === step)?.title ?? step;
  async function mark(step: string, how: How) {
    const body = { step, mark: how };
    const after = await orKept({ kind: "step", jug: jugId, said: titleOf(step), body }, (params) =>
      api.POST("/api/jugs/{jug_id}/brew-day", { params, body }),
    );
    await show<Schemas["BrewDayOut"]>(key, (now) => after ?? marked(now, body));
  }
  async function choose(body: Schemas["ChoiceIn"]) {
    const ways = await answer(api.PUT("/api/jugs/{jug_id}/choices", { params: { path }, body }));
    await show(["jug", jugId, "ways"], ways);
    await queries.invalidateQueries({ queryKey: key });
  }
  async function poured(body: Schemas["PouredIn"]) {
    await show(
      key,
      await answer(api.POST("/api/jugs/{jug_id}/brew-day/poured", { params: { path }, body })),
    );
    // Everything after follows it: what it should read, what it comes to, what it costs.
    await queries.invalidateQueries({ queryKey: ["jug", jugId], exact: true });
  }
  const left = steps.filter((step) => step.done_at === null).length;
  return (
    <Stack gap="2">
      <HStack align="baseline">
        <Heading as="h2" size="lg" fontFamily="heading">
          Brew day
        </Heading>
        <Text color="quiet" role="status">
          {left === 0 ? "all done" : `${left} of ${steps.length} to go`}
        </Text>
      </HStack>
      <chakra.ol listStyleType="none" aria-label="Steps">
        {steps.map((step) => (
          <StepRow
            key={step.key}
            jugId={jugId}
            step={step}
            onMark={(how) => inTurn(() => mark(step.key, how))}
            onChoose={(choice) => inTurn(() => choose(choice))}
            onPoured={(body) => inTurn(() => poured(body))}
          />
        ))}
      </chakra.ol>
      <Mixed jugId={jugId} />
    </Stack>
  );
}

/** The day with a step marked, for as long as nobody answers. */
function marked(
  now: Schemas["BrewDayOut"] | undefined,
  { step, mark }: Schemas["StepIn"],
): Schemas["BrewDayOut"] | undefined {
  const at = new Date().toISOString();
  const steps = now?.steps.map((each) =>
    each.key === step
      ? {
          ...each,
          started_at: mark === "start" ? at : mark === "undo" ? null : each.started_at,
          done_at: mark === "done" ? at : null,
        }
      : each,
  );
  return steps && { steps };
}

function StepRow({
  jugId,
  step,
  onMark,
  onChoose,
  onPoured,
}: {
  jugId: number;
  step: Step;
  onMark: (how: How) => Promise<void>;
  onChoose: (choice: Schemas["ChoiceIn"]) => Promise<void>;
  onPoured: (poured: Schemas["PouredIn"]) => Promise<void>;
}) {
  // Each step by itself: two are ticked quicker than one is answered.
  const { act } = useAct();
  const [ticked, setTicked] = useState<boolean | null>(null);
  const done = ticked ?? step.done_at !== null;
  async function tick(on: boolean) {
    setTicked(on);
    await act(() => onMark(on ? "done" : "undo"));
    setTicked(null);
  }
  return (
    <chakra.li py="2" borderBottomWidth="1px" borderColor="line" _last={{ borderBottomWidth: 0 }}>
      <HStack align="flex-start" gap="3" wrap="wrap">
        <Box flex="1 1 14rem" minW="0">
          <Tick checked={done} onChange={tick}>
            <span className={done ? css.done : css.title}>{step.title}</span>
          </Tick>
          {!done && (
            <Text color="quiet" fontSize="sm" ps="2.3rem">
              <Explained text={step.text} />
            </Text>
          )}
          {step.cost && <Mark tone="mind">{step.cost}</Mark>}
        </Box>
        {step.minutes !== null && !done && (
          <Wait
            minutes={step.minutes}
            startedAt={step.started_at}
            what={step.title}
            onStart={() => act(() => onMark("start"))}
          />
        )}
      </HStack>
      {!done && (
        <Box ps="2.3rem">
          {step.pour !== null && step.amount !== null && (
            <Really
              name={step.pour}
              amount={step.amount}
              byMass={step.by_mass}
              really={step.really}
              onWrite={onPoured}
            />
          )}
          {step.tried && <Trial jugId={jugId} what={step.title} />}
          {step.schools.map((school) => (
            <Ways key={school.key} school={school} onChoose={onChoose} />
          ))}
        </Box>
      )}
    </chakra.li>
  );
}

/** A wait that is counted from when it began, on this device or another. */
function Wait({
  minutes,
  startedAt,
  what,
  onStart,
}: {
  minutes: number;
  startedAt: string | null;
  what: string;
  onStart: () => void;
}) {
  if (!startedAt) {
    const long = minutes >= HOUR_MIN;
    return (
      <QuietButton size="slim" variant="soft" onClick={onStart}>
        Time {long ? `${minutes / HOUR_MIN} hours` : `${minutes} minutes`}
        <VisuallyHidden>: {what}</VisuallyHidden>
      </QuietButton>
    );
  }
  return <Countdown until={Date.parse(startedAt) + minutes * MINUTE_MS} what={what} />;
}
