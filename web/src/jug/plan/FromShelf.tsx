import { useShelf } from "../../api/queries";
import { QuietButton } from "../../frame/states";
import { everything } from "./AddPour";
import type { DraftPour } from "./draft";
import { insteadOf } from "./edits";
import type { RowActs } from "./PourRow";
import css from "./plan.module.css";

/** What has no price while the shelf holds the like of it: that product takes its place. */
export function FromShelf({
  rows,
  unpriced,
  onReplace,
}: {
  rows: DraftPour[];
  unpriced: string[];
  onReplace: RowActs["onReplace"];
}) {
  const shelf = useShelf(everything).data?.items ?? [];
  const offers = rows
    .filter((row) => unpriced.includes(row.pour.name))
    .flatMap((row) => {
      const product = insteadOf(row.pour, shelf).find((one) => one.price !== null);
      return product ? [{ row, product }] : [];
    });
  if (offers.length === 0) return null;
  return (
    <div className={css.offers}>
      {offers.map(({ row, product }) => (
        <QuietButton key={row.id} onClick={() => onReplace(row.id, product)}>
          {row.pour.name === product.name
            ? `Use ${product.name} from your shelf`
            : `Use ${product.name} for ${row.pour.name}`}
        </QuietButton>
      ))}
    </div>
  );
}
