import type { ReactNode } from "react";
import { createPortal } from "react-dom";
import { useJugContext } from "./jugContext";

/** What a stage leads to, in the page's first line on a screen and under the thumb on a phone. */
export function StageAct({ children }: { children: ReactNode }) {
  const { place } = useJugContext();
  return place ? createPortal(children, place) : null;
}
