import { Menu, Portal } from "@chakra-ui/react";
import type { DraftPour } from "./draft";
import type { RowActs } from "./PourRow";

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
  const items = [
    ["lock", locked ? "Unlock the amount" : "Lock the amount"],
    ["share", role === "share" ? "Fix the amount" : "Keep it at a % of the batch"],
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
