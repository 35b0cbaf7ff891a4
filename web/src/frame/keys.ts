import { useEffect } from "react";

function typing(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return target.type !== "range";
  return target.isContentEditable || ["TEXTAREA", "SELECT"].includes(target.tagName);
}

/** Single keys that do something while this is on screen and nobody is typing. */
export function useKeys(keys: Record<string, () => void>) {
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
      const act = keys[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    }
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [keys]);
}

export const keyHelp: [string, string][] = [
  ["/", "find anything"],
  ["n", "new jug"],
  ["l", "read a label"],
  ["r", "new reading (in a jug)"],
  ["z", "undo (in a plan)"],
  ["shift + z", "redo (in a plan)"],
  ["k", "on an ingredient: lock or unlock it"],
  ["alt + arrows", "on an ingredient: move it up or down"],
  ["arrows", "on an ingredient: a spoon more or less"],
  ["shift + arrows", "on an ingredient: a carton more or less"],
  ["escape", "close what is open"],
  ["?", "this list"],
];
