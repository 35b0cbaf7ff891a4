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

/** The key of the vessel a jug stands in: the planned one, or as large a one as it was racked into. */
export function standsIn(jug: Schemas["JugOut"], known: Record<string, Vessel>): string {
  const planned = keyOf(jug.kept.plan.vessel);
  const ml = jug.now?.vessel_ml;
  if (!ml || known[planned]?.volume_ml === ml) return planned;
  return Object.keys(known).find((key) => known[key]?.volume_ml === ml) ?? planned;
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
