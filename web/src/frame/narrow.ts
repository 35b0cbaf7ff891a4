import { useSyncExternalStore } from "react";

const phone = window.matchMedia("(max-width: 47.99rem)");
const tight = window.matchMedia("(max-width: 359.99px)");
const slim = window.matchMedia("(max-width: 63.99rem)");

function useMatch(query: MediaQueryList): boolean {
  return useSyncExternalStore(
    (changed) => {
      query.addEventListener("change", changed);
      return () => query.removeEventListener("change", changed);
    },
    () => query.matches,
  );
}

/** Whether the screen is about as wide as a phone. */
export function useNarrow(): boolean {
  return useMatch(phone);
}

/** Whether it is one of the smallest phones. */
export function useTight(): boolean {
  return useMatch(tight);
}

/** Whether the screen is too slim for two things beside each other: a phone, a tablet upright. */
export function useSlim(): boolean {
  return useMatch(slim);
}
