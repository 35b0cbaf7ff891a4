import { VisuallyHidden } from "@chakra-ui/react";
import { memo, useEffect, useState } from "react";
import type { Schemas } from "../../api/client";
import { gravity, listed, percent, volume } from "../../format";

const REST_MS = 900;

/** The answer for whoever hears the page: once, when the hand rests, and not at every move. */
export const Said = memo(function Said({ result }: { result: Schemas["EvaluationOut"] }) {
  const sentence = inWords(result);
  const [said, setSaid] = useState("");
  const held = useHeld();
  useEffect(() => {
    if (held) return;
    const timer = setTimeout(() => setSaid(sentence), REST_MS);
    return () => clearTimeout(timer);
  }, [sentence, held]);
  return (
    <VisuallyHidden role="status" data-testid="said">
      {said}
    </VisuallyHidden>
  );
});

/** Whether a finger or the mouse is down: on a slow device a hand is at it between two answers. */
function useHeld(): boolean {
  const [held, setHeld] = useState(false);
  useEffect(() => {
    const end = new AbortController();
    const heard = { capture: true, signal: end.signal };
    window.addEventListener("pointerdown", () => setHeld(true), heard);
    for (const lifted of ["pointerup", "pointercancel"])
      window.addEventListener(lifted, () => setHeld(false), heard);
    return () => end.abort();
  }, []);
  return held;
}

function inWords({ pours, must, finish, glass }: Schemas["EvaluationOut"]): string {
  const solved = pours.filter((pour) => pour.solved);
  const add = listed(solved.map((pour) => `${pour.words} ${pour.name.toLowerCase()}`));
  const ends = `${volume(must.volume_ml)} reads ${gravity(must.sg.value)}, ends near ${gravity(finish.sg.value)}, ${percent(glass.abv.value)} in the glass.`;
  return add ? `${add}. ${ends}` : ends;
}
