import { Textarea } from "@chakra-ui/react";
import { useState } from "react";
import { useSay } from "./notices";

/** Copies a text; where the browser will not, `byHand` is the text to mark and copy. */
export function useCopy() {
  const say = useSay();
  const [byHand, setByHand] = useState<string | null>(null);
  async function copy(text: string, done: string) {
    try {
      await navigator.clipboard.writeText(text);
      setByHand(null);
      say(done);
    } catch {
      setByHand(text);
    }
  }
  return { copy, byHand };
}

/** A text to be marked and copied by hand. */
export function ByHand({ text }: { text: string }) {
  return (
    <Textarea
      aria-label="Copy this"
      readOnly
      value={text}
      rows={Math.min(text.split("\n").length + 1, 12)}
      onFocus={(event) => event.target.select()}
    />
  );
}
