import { useQueryClient } from "@tanstack/react-query";
import { answer, api, ProblemError, type Schemas } from "../api/client";
import { showJug } from "../api/queries";
import { asking } from "../frame/act";
import { useSay } from "../frame/notices";
import { useOrKept } from "../offline/useOrKept";
import { useJugContext } from "./jugContext";

export type Entry = { kind: string; what: Record<string, unknown>; at?: string };

/** Writes into the jug's log, one entry after another; a press takes all of them back. */
export function useLog() {
  const { jug } = useJugContext();
  const queries = useQueryClient();
  const say = useSay();
  const orKept = useOrKept();
  const path = { jug_id: jug.id };

  async function show(after: Schemas["JugOut"]) {
    await showJug(after);
    await queries.invalidateQueries({ queryKey: ["jug", jug.id, "finishing"] });
  }

  async function takenBack(ids: string[]) {
    for (const event_id of [...ids].reverse()) {
      const struck = api.POST("/api/jugs/{jug_id}/events/{event_id}/strike", {
        params: { path: { ...path, event_id } },
      });
      await show(await answer(struck));
    }
  }

  return async function log(entries: Entry[], said: string, insist = false) {
    const ids: string[] = [];
    let after: Schemas["JugOut"] | null = null;
    for (const entry of entries) {
      const body = { ...entry, id: crypto.randomUUID(), note: "", insist };
      const write = {
        kind: "event",
        jug: jug.id,
        said: `${said} Jug ${jug.number}`,
        body,
      } as const;
      try {
        after = await orKept(write, (params) =>
          api.POST("/api/jugs/{jug_id}/events", { params, body }),
        );
      } catch (error) {
        // What is odd is asked about; what really happened can always be written.
        if (error instanceof ProblemError && error.problem.insist_allowed) {
          const rest = entries.slice(entries.indexOf(entry));
          say(...asking(error, () => log(rest, said, true)));
        }
        throw error;
      }
      if (after) ids.push(body.id);
    }
    if (!after) return;
    await show(after);
    say(said, { undo: () => takenBack(ids) });
  };
}
