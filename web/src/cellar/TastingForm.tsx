import { chakra, Grid, Stack, Text } from "@chakra-ui/react";
import { type FormEvent, useState } from "react";
import type { Schemas } from "../api/client";
import { ChoiceField, TextField } from "../frame/fields";
import { ActButton } from "../frame/states";

export type Tasted = { by: string; words: string; scores: Record<string, number> };

const GOOD = "4";
const STEPS = ["1", "2", "3", "4", "5"];

/** How it tastes: one line and a mark, and every side of it for who wants to. */
export function TastingForm({
  marks,
  sides,
  name,
  busy,
  error,
  onSave,
}: {
  marks: Schemas["NamedOut"][];
  sides: Schemas["SideOut"][];
  /** Who is thought to taste. */
  name: string;
  busy: boolean;
  error?: string | undefined;
  onSave: (tasted: Tasted) => void;
}) {
  const [mark, setMark] = useState(GOOD);
  const [words, setWords] = useState("");
  const [by, setBy] = useState(name);
  const [marked, setMarked] = useState<Record<string, string>>({});
  function submit(event: FormEvent) {
    event.preventDefault();
    const scores = Object.entries(marked).filter(([, value]) => value !== "");
    onSave({
      by,
      words,
      scores: {
        overall: Number(mark),
        ...Object.fromEntries(scores.map(([key, value]) => [key, Number(value)])),
      },
    });
  }
  return (
    <form aria-label="How it tastes" onSubmit={submit}>
      <Stack gap="2">
        <ChoiceField label="How is it?" value={mark} onChange={setMark}>
          {marks.map((row) => (
            <option key={row.key} value={row.key}>
              {row.name}
            </option>
          ))}
        </ChoiceField>
        <TextField
          label="In a line"
          placeholder="Round, plum skin, the bite is just right"
          maxLength={300}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <TextField
          label="Who tasted"
          value={by}
          error={error}
          onChange={(event) => setBy(event.target.value)}
        />
        <chakra.details>
          <chakra.summary minH="44px" pt="2" cursor="pointer">
            Every side of it
          </chakra.summary>
          <Grid templateColumns="1fr 1fr" gap="2">
            {sides.map((side) => (
              <ChoiceField
                key={side.key}
                label={side.key.charAt(0).toUpperCase() + side.key.slice(1)}
                value={marked[side.key] ?? ""}
                onChange={(value) => setMarked((before) => ({ ...before, [side.key]: value }))}
              >
                <option value="">not said</option>
                {STEPS.map((step) => (
                  <option key={step} value={step}>
                    {step}
                    {step === STEPS[0] && `, ${side.low}`}
                    {step === STEPS.at(-1) && `, ${side.high}`}
                  </option>
                ))}
              </ChoiceField>
            ))}
          </Grid>
        </chakra.details>
        <ActButton type="submit" busy={busy} alignSelf="flex-start">
          Save
        </ActButton>
        <Text srOnly>Marks run from 1 to 5.</Text>
      </Stack>
    </form>
  );
}
