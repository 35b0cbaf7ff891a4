import { Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useForecast, useProbes, type WhatIf } from "../../api/queries";
import { Curve } from "../../drawing/Curve";
import { day, dayAndTime, grams, gravity, wholeDays } from "../../format";
import { Explained } from "../../frame/Explained";
import { SegmentField } from "../../frame/fields";
import { warmth } from "../../units";
import { useJugContext } from "../jugContext";

const WARMER_C = 2;
// A chance that rounds to at least one in ten.
const WORTH_SAYING = 0.05;
type Change = "none" | "warmer" | "nutrient" | "sugar";
// So long after it is likely dry there is nothing to look at.
const BEYOND_MS = 3 * 86_400_000;

/** The readings and where they are likely to go; and what would change that. */
export function Ahead({ ends }: { ends: Schemas["IntervalOut"] }) {
  const { jug, session } = useJugContext();
  const [change, setChange] = useState<Change>("none");
  const held = jug.journal.filter((event) => !event.struck);
  const asOf = held.map((event) => event.id).join();
  const usual = useForecast(jug.id, {}, asOf).data;
  const nutrient = usual?.nutrient_g ?? null;
  const sugar = usual?.sugar_g ?? null;
  const asked: Record<Change, WhatIf> = {
    none: {},
    warmer: { warmer: WARMER_C },
    nutrient: { nutrient: nutrient ?? 0 },
    sugar: { sugar: sugar ?? 0 },
  };
  const changed = useForecast(jug.id, asked[change], asOf).data;
  const found = change === "none" ? usual : changed;
  const options: [Change, string][] = [
    ["none", "As it is"],
    ["warmer", `${warmth(WARMER_C)} warmer`],
    ...(nutrient ? ([["nutrient", `${grams(nutrient)} nutrient`]] as [Change, string][]) : []),
    ...(sugar ? ([["sugar", `${grams(sugar)} sugar fed`]] as [Change, string][]) : []),
  ];
  const probes = useProbes(jug.id).data ?? [];
  const from = Date.parse(jug.readings[0]?.at ?? "");
  const sent = probes.map((probe) =>
    probe.seen.flatMap(({ at, low, high }) =>
      low !== null && high !== null && Date.parse(at) >= from
        ? [{ at: Date.parse(at), low, high }]
        : [],
    ),
  );
  const until = found?.dry_until ? Date.parse(found.dry_until) + BEYOND_MS : 0;
  const first = jug.readings[0];
  const last = jug.readings.at(-1);
  return (
    <Stack gap="2">
      {found?.dry_from && found.dry_until && (
        <Stack gap="2">
          <Text>
            <b>
              Likely <Explained text="dry" /> {day(found.dry_from, session.time_zone)} to{" "}
              {found.open_ended ? "some time later" : day(found.dry_until, session.time_zone)}
            </b>
            {change !== "none" && ", if so from now on"}. Eight jugs in ten like this one stay
            within the band
            {found.learned_from > 0 &&
              `; it goes by ${found.learned_from} finished ${found.learned_from === 1 ? "jug" : "jugs"} of yours too`}
            .{" "}
            {found.may_not_get_there >= WORTH_SAYING &&
              `${Math.round(found.may_not_get_there * 10)} in 10 like it stick before. `}
            {found.proof_days !== null &&
              `Then the same reading ${wholeDays(found.proof_days)} apart proves it.`}
          </Text>
          <SegmentField
            label="What if"
            options={options}
            value={change}
            onChange={(next) => setChange(next as Change)}
          />
        </Stack>
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
        sent={sent}
        ends={ends}
        now={Date.now()}
        label={`Gravity from ${gravity(first?.sg_at_20 ?? 1)} to ${gravity(last?.sg_at_20 ?? 1)} over ${jug.readings.length} readings`}
      />
    </Stack>
  );
}
