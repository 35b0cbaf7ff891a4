import css from "./targets.module.css";

/** A target to type, standing where it does on the drawing; what is there now shows until then. */
export function TargetField({
  label,
  value,
  now,
  unit,
  wrong,
  wide = false,
  onType,
}: {
  label: string;
  value: string;
  /** What it is at present, without its unit. */
  now: string;
  unit: string;
  wrong: string | undefined;
  /** Written large. */
  wide?: boolean;
  onType: (text: string) => void;
}) {
  return (
    <span className={wide ? `${css.field} ${css.wide}` : css.field}>
      <input
        aria-label={label}
        aria-invalid={!!wrong}
        aria-describedby={wrong ? "targets-wrong" : undefined}
        inputMode="decimal"
        autoComplete="off"
        placeholder={now}
        value={value}
        onChange={(event) => onType(event.target.value)}
      />
      {unit && <span>{unit}</span>}
    </span>
  );
}
