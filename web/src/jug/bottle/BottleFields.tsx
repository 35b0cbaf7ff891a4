import { ChoiceField } from "../../frame/fields";
import { useJugContext } from "../jugContext";

type Field = { label: string; value: string; onChange: (value: string) => void };

/** A size that bottles come in, by its ml. */
export function SizeField(field: Field) {
  const { reference } = useJugContext();
  return (
    <ChoiceField {...field}>
      {reference.bottles.map((row) => (
        <option key={row.key} value={row.volume_ml}>
          {row.name}
        </option>
      ))}
    </ChoiceField>
  );
}

/** A kind of bottle with what closes it, like wine_bottle/cork. */
export function KindField(field: Field) {
  const { reference } = useJugContext();
  return (
    <ChoiceField {...field}>
      {reference.closures.map((row) => (
        <option key={`${row.bottle}/${row.closure}`} value={`${row.bottle}/${row.closure}`}>
          {row.bottle_name}, {row.closure_name}
        </option>
      ))}
    </ChoiceField>
  );
}
