import { HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../api/client";
import { grams, listed } from "../format";
import { ChoiceField } from "../frame/fields";
import { Mark, QuietButton } from "../frame/states";
import { useJugContext } from "./jugContext";
import { useTimer } from "./Timers";
import { useLog } from "./useLog";

const HOUR_MIN = 60;
const DAY_H = 24;

/** Flavour by steeping, tasted at set times: `hot` in some of the water on brew day, else cold. */
export function Steeps({ hot = false }: { hot?: boolean }) {
  const { jug } = useJugContext();
  const log = useLog();
  const timer = useTimer(jug.id);
  const found = useQuery({
    queryKey: ["jug", jug.id, "steeps", hot, jug.journal.length, jug.kept.version],
    queryFn: () =>
      answer(
        api.GET("/api/jugs/{jug_id}/steeps", {
          params: { path: { jug_id: jug.id }, query: { hot } },
        }),
      ),
  });
  const steeps = found.data ?? [];
  const [key, setKey] = useState("");
  const steep = steeps.find((row) => row.key === key) ?? steeps[0];
  async function begin() {
    if (!steep) return;
    const said = `${steep.name} steeping`;
    if (!hot) await log([{ kind: "noticed", what: { words: said } }], `${said}.`);
    for (const minutes of steep.tasted_after_min)
      await timer.begin(`Taste: ${steep.name.toLowerCase()}`, minutes);
  }
  if (!steep) return null;
  return (
    <Stack gap="2" as="section" aria-label="Steep">
      <ChoiceField label={hot ? "Steep in hot water" : "Steep"} value={steep.key} onChange={setKey}>
        {steeps.map((row) => (
          <option key={row.key} value={row.key}>
            {row.name}
          </option>
        ))}
      </ChoiceField>
      <Text fontSize="lg">
        <b>
          {grams(steep.low_g)} to {grams(steep.high_g)}
        </b>{" "}
        in a clean bag, tasted after {listed(steep.tasted_after_min.map(long))}.
      </Text>
      <Mark tone="mind">{steep.mind}</Mark>
      {timer.problem && <Mark tone="bad">{timer.problem.message}</Mark>}
      <HStack>
        <QuietButton busy={timer.busy} onClick={begin}>
          It is in: time the tastes
        </QuietButton>
      </HStack>
    </Stack>
  );
}

function long(minutes: number): string {
  const hours = minutes / HOUR_MIN;
  if (hours < 1) return `${minutes} minutes`;
  if (hours % DAY_H || hours < 2 * DAY_H) return `${hours} hours`;
  return `${hours / DAY_H} days`;
}
