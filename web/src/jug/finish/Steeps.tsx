import { Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { grams } from "../../format";
import { Explained } from "../../frame/Explained";
import { ChoiceField, TextField } from "../../frame/fields";
import { Mark, QuietButton } from "../../frame/states";
import { readNumber } from "../../units";
import { useJugContext } from "../jugContext";
import { useTimer } from "../Timers";
import { useLog } from "../useLog";

const HOUR_MIN = 60;
const DAY_H = 24;
const BOTTLE_ML = 750;

/** Flavour by steeping, tasted at set hours, or by drops tried in a glass. */
export function Steeps({ finishing }: { finishing: Schemas["FinishingOut"] }) {
  const { jug } = useJugContext();
  const log = useLog();
  const timer = useTimer(jug.id);
  const [key, setKey] = useState(finishing.steeps[0]?.key ?? "");
  const steep = finishing.steeps.find((row) => row.key === key);
  async function begin() {
    if (!steep) return;
    const [first] = steep.tasted_after_min;
    await log(
      [{ kind: "noticed", what: { words: `${steep.name} steeping` } }],
      `${steep.name} steeping.`,
    );
    if (first) await timer.begin(`Taste: ${steep.name.toLowerCase()}`, first);
  }
  return (
    <Stack gap="4">
      <Stack gap="2" as="section" aria-label="Steep">
        <ChoiceField label="Steep" value={key} onChange={setKey}>
          {finishing.steeps.map((row) => (
            <option key={row.key} value={row.key}>
              {row.name}
            </option>
          ))}
        </ChoiceField>
        {steep && (
          <>
            <Text fontSize="lg">
              <b>
                {grams(steep.low_g)} to {grams(steep.high_g)}
              </b>{" "}
              in a clean bag, tasted after {steep.tasted_after_min.map(long).join(", ")}.
            </Text>
            <Mark tone="mind">{steep.mind}</Mark>
            <HStack>
              <QuietButton busy={timer.busy} onClick={begin}>
                It is in: time the first taste
              </QuietButton>
            </HStack>
          </>
        )}
      </Stack>
      <Drops />
    </Stack>
  );
}

function long(minutes: number): string {
  const hours = minutes / HOUR_MIN;
  if (hours < 1) return `${minutes} minutes`;
  if (hours % DAY_H || hours < 2 * DAY_H) return `${hours} hours`;
  return `${hours / DAY_H} days`;
}

/** Drops that were right in a glass of 100 ml, for a bottle and the jug. */
function Drops() {
  const { jug } = useJugContext();
  const [drops, setDrops] = useState("");
  const read = readNumber(drops, "drops");
  const found = useQuery({
    queryKey: ["jug", jug.id, "drops", read, jug.journal.length],
    enabled: read !== null && read > 0,
    retry: false,
    queryFn: () =>
      answer(
        api.POST("/api/jugs/{jug_id}/drops", {
          params: { path: { jug_id: jug.id } },
          body: { drops: read ?? 0, bottle_ml: BOTTLE_ML },
        }),
      ),
  });
  return (
    <Stack gap="2" as="section" aria-label="By drops">
      <Heading as="h3" size="md" fontFamily="heading">
        By drops
      </Heading>
      <Grid templateColumns={{ base: "1fr", sm: "12rem 1fr" }} gap="3" alignItems="end">
        <TextField
          label="Drops in a glass of 100 ml"
          inputMode="decimal"
          placeholder="3"
          value={drops}
          error={drops && read === null ? "Count drops, like 3." : undefined}
          onChange={(event) => setDrops(event.target.value)}
        />
        <Text role="status" pb="2">
          {found.error ? (
            found.error.message
          ) : found.data ? (
            <>
              <b>{+found.data.bottle_drops.toFixed(1)} drops</b> in a 75 cl bottle, or{" "}
              <b>{+found.data.jug_ml.toFixed(1)} ml</b> in the whole jug
            </>
          ) : (
            <Explained text="One drop, stir, taste; then the next. Twenty drops are a millilitre." />
          )}
        </Text>
      </Grid>
    </Stack>
  );
}
