import type { ReactNode } from "react";
import css from "./Tick.module.css";

/** A box to tick, or one of several to choose, the whole of whose label can be pressed. */
export function Tick({
  type = "checkbox",
  name,
  label,
  checked,
  disabled,
  onChange,
  children,
}: {
  type?: "checkbox" | "radio";
  name?: string;
  /** Said instead of the words shown, where those do not stand by themselves. */
  label?: string;
  checked: boolean;
  disabled?: boolean;
  onChange: (checked: boolean) => void;
  children: ReactNode;
}) {
  return (
    <label className={css.tick}>
      <input
        type={type}
        name={name}
        aria-label={label}
        checked={checked}
        disabled={disabled}
        onChange={(event) => onChange(event.target.checked)}
      />
      <span className={css.box} aria-hidden="true">
        {type === "radio" ? "•" : "✓"}
      </span>
      {children}
    </label>
  );
}
