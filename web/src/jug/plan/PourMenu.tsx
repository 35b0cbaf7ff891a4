import { Menu, Portal } from "@chakra-ui/react";
import { useShelf } from "../../api/queries";
import { everything } from "./AddPour";
import type { DraftPour } from "./draft";
import { insteadOf } from "./edits";
import type { RowActs } from "./PourRow";

// More would be searched, and is: beside "Add an ingredient".
const MOST_INSTEAD = 6;

/** What can be done to an ingredient besides pouring it. */
export default function PourMenu({
  row,
  anchor,
  acts,
  onClose,
}: {
  row: DraftPour;
  anchor: HTMLElement;
  acts: RowActs;
  onClose: () => void;
}) {
  const { id, role, locked, pour } = row;
  const does: Record<string, () => void> = {
    lock: () => acts.onLock(id),
    share: () => acts.onRole(id, role === "share" ? "fixed" : "share"),
    up: () => acts.onMove(id, -1),
    down: () => acts.onMove(id, 1),
    remove: () => acts.onRemove(id),
  };
  const instead = insteadOf(pour, useShelf(everything).data?.items ?? []).slice(0, MOST_INSTEAD);
  for (const product of instead) does[`instead-${product.id}`] = () => acts.onReplace(id, product);
  const items = [
    ["lock", locked ? "Unlock the amount" : "Lock the amount"],
    ["share", role === "share" ? "Fix the amount" : "Keep it at a % of the batch"],
    ...instead.map(({ id, name }) => [`instead-${id}`, `Use ${name} instead`] as const),
    ["up", "Move up"],
    ["down", "Move down"],
    ["remove", `Remove ${pour.name}`],
  ] as const;
  return (
    <Menu.Root
      open
      onOpenChange={({ open }) => {
        if (open) return;
        onClose();
        anchor.focus();
      }}
      onSelect={({ value }) => does[value]?.()}
      positioning={{
        placement: "bottom-start",
        getAnchorRect: () => anchor.getBoundingClientRect(),
      }}
    >
      <Portal>
        <Menu.Positioner>
          <Menu.Content aria-label={pour.name}>
            {items.map(([value, text]) => (
              <Menu.Item key={value} value={value}>
                {text}
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
