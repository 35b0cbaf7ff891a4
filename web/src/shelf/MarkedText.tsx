import { Field } from "@chakra-ui/react";
import { type UIEvent, useMemo, useRef } from "react";
import type { Schemas } from "../api/client";
import css from "./MarkedText.module.css";

type Reading = Schemas["LabelReadingOut"];

export type Stretch = { start: number; end: number; style: string };

/** The stretches to mark, in order and without overlaps: figures first, then what is in it. */
export function stretches(reading: Reading | undefined): Stretch[] {
  if (!reading) return [];
  const shown = [
    "sugars",
    "basis",
    "dilution",
    "makes",
    "pack",
    "serving",
    "polyols",
    "carbohydrate",
  ];
  const all = [
    ...reading.fields
      .filter((field) => shown.includes(field.key))
      .map((field) => ({ ...field, style: field.doubt ? "doubt" : "figure" })),
    ...reading.findings.map((finding) => ({ ...finding, style: finding.effects[0] ?? "harmless" })),
  ].sort((a, b) => a.start - b.start || b.end - a.end);
  const kept: Stretch[] = [];
  for (const { start, end, style } of all) {
    const last = kept[kept.length - 1];
    if (end > start && (!last || start >= last.end)) kept.push({ start, end, style });
  }
  return kept;
}

/** A label's text to type or paste, marked up in place as it is read. */
export function MarkedText({
  value,
  read,
  reading,
  onChange,
}: {
  value: string;
  /** The text that `reading` is of: marks of an older text would stand in the wrong place. */
  read: string;
  reading: Reading | undefined;
  onChange: (text: string) => void;
}) {
  const under = useRef<HTMLDivElement>(null);
  const marks = useMemo(() => (read === value ? stretches(reading) : []), [read, value, reading]);
  // Places are counted in whole characters, as the server counts them.
  const letters = useMemo(() => Array.from(value), [value]);
  const parts = [];
  let at = 0;
  for (const { start, end, style } of marks) {
    parts.push(letters.slice(at, start).join(""));
    parts.push(
      <mark key={start} className={css[style] ?? css.harmless}>
        {letters.slice(start, end).join("")}
      </mark>,
    );
    at = end;
  }
  parts.push(letters.slice(at).join(""));
  function scrolled(event: UIEvent<HTMLTextAreaElement>) {
    if (under.current) under.current.scrollTop = event.currentTarget.scrollTop;
  }
  return (
    <Field.Root gap="1">
      <Field.Label fontWeight="600">The label, typed or pasted</Field.Label>
      <div className={css.page} style={{ width: "100%" }}>
        <div className={css.under} ref={under} aria-hidden="true">
          {parts}
          {"\n"}
        </div>
        <Field.Context>
          {(field) => (
            <textarea
              id={field.ids.control}
              className={css.over}
              value={value}
              spellCheck={false}
              // biome-ignore lint/a11y/noAutofocus: opened by the person, to paste into
              autoFocus
              placeholder={"Pear juice from concentrate 1 L\nPer 100 ml: of which sugars 10.8 g …"}
              onChange={(event) => onChange(event.target.value)}
              onScroll={scrolled}
            />
          )}
        </Field.Context>
      </div>
      <Field.HelperText color="quiet">
        Figures and ingredients, in any layout: English, German, French or Spanish.
      </Field.HelperText>
    </Field.Root>
  );
}
