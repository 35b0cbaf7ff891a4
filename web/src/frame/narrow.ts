import { useSyncExternalStore } from "react";

const phone = window.matchMedia("(max-width: 47.99rem)");

function listen(changed: () => void) {
  phone.addEventListener("change", changed);
  return () => phone.removeEventListener("change", changed);
}

/** Whether the screen is about as wide as a phone. */
export function useNarrow(): boolean {
  return useSyncExternalStore(listen, () => phone.matches);
}
