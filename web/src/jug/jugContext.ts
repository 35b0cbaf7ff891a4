import { useOutletContext } from "react-router";
import type { Schemas } from "../api/client";

export type JugContext = {
  jug: Schemas["JugOut"];
  reference: Schemas["ReferenceOut"];
  session: Schemas["SessionOut"];
  /** Where a stage shows what it leads to (see StageAct). */
  place: HTMLElement | null;
};

/** The jug that the page around this one has fetched. */
export function useJugContext() {
  return useOutletContext<JugContext>();
}
