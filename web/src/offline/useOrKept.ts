import { answer } from "../api/client";
import { useSay } from "../frame/notices";
import { useOnline, useOutbox } from "./outbox";
import { unanswered, type Write } from "./writes";

type Params = { path: { jug_id: number } };
type Asked<T> = Promise<{ data?: T; error?: unknown; response: Response }>;

/** Sends a write, or keeps it where nobody answers: then there is no answer to go on with. */
export function useOrKept() {
  const online = useOnline();
  const { keep } = useOutbox();
  const say = useSay();
  return async function orKept<T>(
    write: Write,
    send: (params: Params) => Asked<T>,
  ): Promise<T | null> {
    try {
      if (online) return await answer(send({ path: { jug_id: write.jug } }));
    } catch (error) {
      if (!unanswered(error)) throw error;
    }
    if (await keep(write)) say(`${write.said}: kept here, and sent once there is a network.`);
    else
      say(
        `${write.said}: this browser keeps nothing. Leave this page open: it is sent once there is a network.`,
        { tone: "bad" },
      );
    return null;
  };
}
