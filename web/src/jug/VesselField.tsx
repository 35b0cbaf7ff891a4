import type { Schemas } from "../api/client";
import { useReference, useVessels } from "../api/queries";
import { ChoiceField } from "../frame/fields";

type Vessel = Schemas["VesselIn"];

/** A vessel out of those sold and those measured at home, by its key. */
export function useVesselChoice() {
  const sold = useReference().data?.vessels ?? [];
  const own = useVessels().data ?? [];
  const known: Record<string, Vessel> = {};
  const names: [string, string][] = [];
  for (const row of own) {
    known[`own-${row.id}`] = { own_id: row.id, volume_ml: row.volume_ml, name: row.name };
    names.push([`own-${row.id}`, row.name]);
  }
  for (const row of sold) {
    known[row.key] = { key: row.key, volume_ml: row.volume_ml, name: row.name };
    names.push([row.key, row.name]);
  }
  return { known, names };
}

/** The key that a planned vessel is chosen by. */
export function keyOf(vessel: Vessel | null | undefined): string {
  return vessel?.own_id ? `own-${vessel.own_id}` : (vessel?.key ?? "demijohn_5");
}

export function VesselField({
  label,
  value,
  onChange,
  error,
  asPlanned,
}: {
  label: string;
  value: string;
  onChange: (key: string) => void;
  error?: string | undefined;
  /** Whether a plan may stay in the vessel it was made for: the key is empty then. */
  asPlanned?: boolean;
}) {
  const { names } = useVesselChoice();
  return (
    <ChoiceField label={label} value={value} onChange={onChange} error={error}>
      {asPlanned && <option value="">a vessel as planned</option>}
      {names.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </ChoiceField>
  );
}
