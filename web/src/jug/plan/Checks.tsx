import { memo } from "react";
import type { Schemas } from "../../api/client";
import { listed } from "../../format";
import { Mark } from "../../frame/states";
import { retold } from "../../units";
import css from "./plan.module.css";

type Warning = Schemas["WarningOut"];

/** What to mind, the most harmful first, each with its way out. */
export const Checks = memo(function Checks({
  warnings,
  low,
  onRemedy,
}: {
  warnings: Warning[];
  /** Sides of its balance that are low, by name. */
  low: string[];
  /** Absent where the plan can no longer be changed. */
  onRemedy: ((remedy: Schemas["RemedyOut"]) => void) | undefined;
}) {
  const lacks = low.length > 0 && (
    <Mark tone="mind">{`Low: ${listed(low).toLowerCase()}. Balance says what would help.`}</Mark>
  );
  if (warnings.length === 0) {
    return (
      <>
        <Mark tone="good">Nothing on the labels stops yeast, it fits, and it can finish.</Mark>
        {lacks}
      </>
    );
  }
  return (
    <ul className={css.checks} aria-label="What to mind">
      {warnings.map((warning) => (
        <Check key={warning.code + warning.text} warning={warning} onRemedy={onRemedy} />
      ))}
    </ul>
  );
});

const Check = memo(
  function Check({
    warning,
    onRemedy,
  }: {
    warning: Warning;
    onRemedy: ((remedy: Schemas["RemedyOut"]) => void) | undefined;
  }) {
    return (
      <li>
        <Mark tone={warning.bad ? "bad" : "mind"}>{warning.text}</Mark>
        {onRemedy && warning.remedies.length > 0 && (
          <div className={css.remedies}>
            {warning.remedies.map((remedy) => (
              <button
                key={remedy.text}
                type="button"
                className={css.remedy}
                onClick={() => onRemedy(remedy)}
              >
                {retold(remedy.text)}
              </button>
            ))}
          </div>
        )}
      </li>
    );
  },
  (before, now) => before.warning.text === now.warning.text && before.onRemedy === now.onRemedy,
);
