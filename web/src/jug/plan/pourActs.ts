import { useMemo } from "react";
import type { Schemas } from "../../api/client";
import {
  addPour,
  amountOf,
  changePour,
  movePour,
  replacePour,
  settled,
  withoutPour,
} from "./edits";
import type { RowActs } from "./PourRow";
import type { Answered, Change } from "./targets/acts";

/** What a row can do. The same functions for good, so that only the row being pulled is drawn. */
export function usePourActs(
  change: Change,
  answered: Answered,
): RowActs & { onAdd: (pour: Schemas["PourIn"], amount: number) => void } {
  return useMemo(
    () => ({
      onAmount: (id, amount) => change((before) => amountOf(before, id, amount), `amount-${id}`),
      onRole: (id, role) =>
        change((before) => {
          // What was worked out is what stays when it is fixed.
          const kept = settled(before, answered.current, (row) => row.id === id);
          const share = before.pours.find((row) => row.id === id)?.share || "50";
          return changePour(kept, id, { role, share: role === "share" ? share : "" });
        }),
      onShare: (id, share) => change((before) => changePour(before, id, { share }), `share-${id}`),
      onLock: (id) =>
        change((before) => {
          const kept = settled(before, answered.current, (row) => row.id === id);
          const row = before.pours.find((known) => known.id === id);
          return changePour(kept, id, {
            locked: !row?.locked,
            ...(!row?.locked && { role: "fixed" as const }),
          });
        }),
      onMove: (id, by) => change((before) => movePour(before, id, by)),
      onReplace: (id, product) => change((before) => replacePour(before, id, product)),
      onRemove: (id) => change((before) => withoutPour(before, id)),
      onAdd: (pour, amount) => change((before) => addPour(before, pour, amount)),
    }),
    [change, answered],
  );
}
