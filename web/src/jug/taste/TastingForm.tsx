import { chakra, Stack } from "@chakra-ui/react";
import { type FormEvent, type ReactNode, useState } from "react";
import type { Schemas } from "../../api/client";
import { ChoiceField, TextField } from "../../frame/fields";
import { ActButton } from "../../frame/states";
import { Scale } from "./Scale";

export type Tasted = { by: string; words: string; scores: Record<string, number> };

const GOOD = "4";

/** How it tastes: one line and a mark, and every side of it for who wants to. */
export function TastingForm({
  marks,
  sides,
  name,
  busy,
  error,
  open = false,
  onMark,
  onSave,
  children,
}: {
  marks: Schemas["NamedOut"][];
  sides: Schemas["SideOut"][];
  /** Who is thought to taste. */
  name: string;
  busy: boolean;
  error?: string | undefined;
  /** Every side is there from the start. */
  open?: boolean;
  onMark?: (scores: Record<string, number>) => void;
  onSave: (tasted: Tasted) => void;
  /** What else is saved with it. */
  children?: ReactNode;
}) {
  const [mark, setMark] = useState(GOOD);
  const [words, setWords] = useState("");
  const [by, setBy] = useState(name);
  const [scores, setScores] = useState<Record<string, number>>({});
  function submit(event: FormEvent) {
    event.preventDefault();
    onSave({ by, words, scores: { overall: Number(mark), ...scores } });
  }
  function markSide(key: string, value: number) {
    const next = { ...scores, [key]: value };
    setScores(next);
    onMark?.(next);
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
        <chakra.details open={open}>
          <chakra.summary minH="44px" pt="2" cursor="pointer">
            Every side of it
          </chakra.summary>
          <Stack gap="2">
            {sides.map((side) => (
              <Scale
                key={side.key}
                side={side}
                value={scores[side.key]}
                onChange={(value) => markSide(side.key, value)}
              />
            ))}
          </Stack>
        </chakra.details>
        {children}
        <ActButton type="submit" busy={busy} alignSelf="flex-start">
          Save
        </ActButton>
      </Stack>
    </form>
  );
}
