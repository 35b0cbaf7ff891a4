import { chakra } from "@chakra-ui/react";
import { useId } from "react";
import type { Schemas } from "../../api/client";
import css from "./Taste.module.css";

const STEPS = [1, 2, 3, 4, 5];

const NAMES: Record<string, string> = { share: "Which fruit", nose: "Nose", clarity: "Clear" };

/** A side by its name as people say it. */
export function sideName(key: string): string {
  return NAMES[key] ?? key.charAt(0).toUpperCase() + key.slice(1);
}

/** A side of the taste, marked from one end to the other. */
export function Scale({
  side,
  value,
  onChange,
}: {
  side: Schemas["SideOut"];
  value: number | undefined;
  onChange: (value: number) => void;
}) {
  const group = useId();
  return (
    <fieldset className={css.scale}>
      <legend>{sideName(side.key)}</legend>
      <span className={css.steps}>
        {STEPS.map((step) => (
          <label key={step} className={css.step}>
            <input
              type="radio"
              name={group}
              value={step}
              checked={value === step}
              onChange={() => onChange(step)}
            />
            <span aria-hidden="true">{step}</span>
            <chakra.span srOnly>{spoken(step, side)}</chakra.span>
          </label>
        ))}
      </span>
      <span className={css.ends} aria-hidden="true">
        <span>{side.low}</span>
        <span>{side.high}</span>
      </span>
    </fieldset>
  );
}

function spoken(step: number, side: Schemas["SideOut"]): string {
  if (step === 1) return `1, ${side.low}`;
  if (step === STEPS.length) return `5, ${side.high}`;
  return `${step} of 5`;
}
