import { Grid, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { ChoiceField, TextField } from "../../frame/fields";
import { useJugContext } from "../jugContext";
import type { Source } from "../sources";
import { byAnother, MEASURES, type Measure, measuredBy, PRIMING_SUGARS, type Primed } from "./lots";

/** How bottles are primed: by which measure, how much, and with what. */
export function PrimedBy({
  label,
  primed,
  sources,
  made,
  together = false,
  onChange,
}: {
  /** Set apart from other lots'. */
  label: string;
  primed: Primed;
  sources: Source[];
  /** What core makes of it. */
  made?: Schemas["LotPrimedOut"] | null | undefined;
  /** Stirred into the jug: there is nothing by the bottle then. */
  together?: boolean;
  onChange: (patch: Partial<Primed>) => void;
}) {
  const { reference } = useJugContext();
  const { by } = primed;
  const wrong = by !== "none" && measuredBy(by, primed.much) === null;
  const gas = by === "volumes" ? measuredBy(by, primed.much) : null;
  const kinds = (Object.keys(MEASURES) as Measure[]).filter(
    (key) => !together || ["none", "volumes", "g_per_l"].includes(key),
  );
  return (
    <Grid gap="2">
      <ChoiceField
        label={`Priming${label}`}
        value={by}
        onChange={(next) => onChange(byAnother(next as Measure, made))}
      >
        {kinds.map((key) => (
          <option key={key} value={key}>
            {MEASURES[key].name}
          </option>
        ))}
      </ChoiceField>
      {by !== "none" && (
        <Grid templateColumns="5.5rem minmax(0, 1fr)" gap="2" alignItems="start">
          <TextField
            label={by === "volumes" ? `Volumes${label}` : `How much${label}`}
            inputMode="decimal"
            placeholder={MEASURES[by].example}
            value={primed.much}
            error={wrong ? `Write how much, like ${MEASURES[by].example}.` : undefined}
            onChange={(event) => onChange({ much: event.target.value })}
          />
          {by === "drops" ? (
            <TextField
              label={`A drop weighs, g${label}`}
              inputMode="decimal"
              placeholder="3"
              hint="Not weighed: about 3, at most 4"
              value={primed.dropG}
              onChange={(event) => onChange({ dropG: event.target.value })}
            />
          ) : (
            <ChoiceField
              label={`Primed with${label}`}
              value={primed.from}
              onChange={(from) => onChange({ from })}
            >
              {reference.sugars
                .filter((row) => PRIMING_SUGARS.includes(row.key))
                .map((row) => (
                  <option key={row.key} value={row.key}>
                    {row.name}
                  </option>
                ))}
              {by === "volumes" &&
                sources
                  .filter((each) => each.key !== "sugar")
                  .map((each) => (
                    <option key={each.key} value={each.key}>
                      {each.name}
                    </option>
                  ))}
            </ChoiceField>
          )}
        </Grid>
      )}
      {gas !== null && (
        <Text color="quiet" fontSize="sm">
          {reference.gas_words.find((row) => gas <= row.most)?.words ??
            "more than any bottle here bears"}
        </Text>
      )}
    </Grid>
  );
}
