import { HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useForecast } from "../../api/queries";
import { Curve } from "../../drawing/Curve";
import { day, dayAndTime, gravity } from "../../format";
import { Explained } from "../../frame/Explained";
import { QuietButton } from "../../frame/states";
import { useJugContext } from "../JugPage";

const WARMER_C = 2;
// So long after it is likely dry there is nothing to look at.
const BEYOND_MS = 3 * 86_400_000;

/** The readings and where they are likely to go; and what two degrees more would do. */
export function Ahead({ ends }: { ends: Schemas["IntervalOut"] }) {
  const { jug, session } = useJugContext();
  const [warmer, setWarmer] = useState(false);
  const held = jug.journal.filter((event) => !event.struck);
  const asOf = held.map((event) => event.id).join();
  const found = useForecast(jug.id, warmer ? WARMER_C : 0, asOf).data;
  const until = found?.dry_until ? Date.parse(found.dry_until) + BEYOND_MS : 0;
  const first = jug.readings[0];
  const last = jug.readings.at(-1);
  return (
    <Stack gap="2">
      {found?.dry_from && found.dry_until && (
        <HStack wrap="wrap" gap="3">
          <Text flex="1" minW="14rem">
            <b>
              Likely <Explained text="dry" /> {day(found.dry_from, session.time_zone)} to{" "}
              {found.open_ended ? "some time later" : day(found.dry_until, session.time_zone)}
            </b>
            {warmer && `, ${WARMER_C} °C warmer from now on`}. Eight jugs in ten like this one stay
            within the band.
          </Text>
          <QuietButton
            size="slim"
            variant="soft"
            aria-pressed={warmer}
            onClick={() => setWarmer(!warmer)}
          >
            {warmer ? "As it stands" : `What if ${WARMER_C} °C warmer?`}
          </QuietButton>
        </HStack>
      )}
      {found?.why_not && !jug.bottling && (
        <Text color="quiet" fontSize="sm">
          <Explained text={found.why_not} />
        </Text>
      )}
      <Curve
        points={jug.readings.map((reading) => ({
          at: Date.parse(reading.at),
          sg: reading.sg_at_20,
          label: `${dayAndTime(reading.at, session.time_zone)}: ${gravity(reading.sg_at_20)}`,
        }))}
        ahead={(found?.points ?? [])
          .map((point) => ({ ...point, at: Date.parse(point.at) }))
          .filter((point) => point.at <= until)}
        ends={ends}
        now={Date.now()}
        label={`Gravity from ${gravity(first?.sg_at_20 ?? 1)} to ${gravity(last?.sg_at_20 ?? 1)} over ${jug.readings.length} readings`}
      />
    </Stack>
  );
}
