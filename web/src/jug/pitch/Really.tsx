import { HStack, Text } from "@chakra-ui/react";
import { type FormEvent, useState } from "react";
import type { Schemas } from "../../api/client";
import { grams, volume } from "../../format";
import { useAct } from "../../frame/act";
import { TextField } from "../../frame/fields";
import { ActButton, QuietButton } from "../../frame/states";
import { readAmount } from "../../units";

/** What really went in, where that was not what the plan said. */
export function Really({
  name,
  amount,
  byMass,
  really,
  onWrite,
}: {
  name: string;
  amount: number;
  byMass: boolean;
  /** Whether this amount was written down here. */
  really: boolean;
  onWrite: (poured: Schemas["PouredIn"]) => Promise<void>;
}) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState<string>();
  const { act, busy, problem } = useAct(true);
  const back = useAct();
  const said = byMass ? grams(amount) : volume(amount);

  function write(event: FormEvent) {
    event.preventDefault();
    const read = readAmount(text, byMass ? "g" : "ml");
    if (typeof read === "string") {
      setWrong(read);
      return;
    }
    act(async () => {
      await onWrite({ pour: name, amount: read });
      setOpen(false);
    });
  }

  if (!open) {
    return (
      <HStack wrap="wrap">
        {really && <Text fontSize="sm">{said} went in, not what was planned.</Text>}
        <QuietButton size="slim" variant="soft" onClick={() => setOpen(true)}>
          It was another amount
        </QuietButton>
        {really && (
          <QuietButton
            size="slim"
            variant="soft"
            busy={back.busy}
            onClick={() => back.act(() => onWrite({ pour: name, amount: null }))}
          >
            As planned after all
          </QuietButton>
        )}
      </HStack>
    );
  }
  return (
    <form onSubmit={write} aria-label={`What really went in: ${name}`}>
      <HStack align="flex-end" wrap="wrap">
        <TextField
          label={`${name}, really`}
          placeholder={said}
          value={text}
          autoFocus
          error={wrong ?? problem?.message}
          onChange={(event) => {
            setText(event.target.value);
            setWrong(undefined);
          }}
        />
        <ActButton type="submit" busy={busy}>
          Save
        </ActButton>
        <QuietButton onClick={() => setOpen(false)}>Cancel</QuietButton>
      </HStack>
    </form>
  );
}
