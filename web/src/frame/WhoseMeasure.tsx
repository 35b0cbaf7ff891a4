import { HStack } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { answer, api } from "../api/client";
import { useSession } from "../api/queries";
import { type Whose, whoseMeasure } from "../units";
import { useAct } from "./act";
import { QuietButton } from "./states";

/** Asks once whose gallon, pint or cup is meant; what is answered is remembered. */
export function WhoseMeasure({ text, onSettled }: { text: string; onSettled: () => void }) {
  const session = useSession().data;
  const queries = useQueryClient();
  const { act } = useAct();
  const asked = whoseMeasure(text);
  if (!asked || !session) return null;
  const settle = (choice: Whose["choices"][number]) =>
    act(async () => {
      const body = { ...session.settings, [asked.setting]: choice.system };
      queries.setQueryData(["session"], await answer(api.PUT("/api/session/settings", { body })));
      // Read anew once the kitchen knows.
      setTimeout(onSettled);
    });
  return (
    <HStack wrap="wrap" pt="1" color="ink">
      {asked.choices.map((choice) => (
        <QuietButton key={choice.system} size="slim" onClick={() => settle(choice)}>
          {choice.name}
        </QuietButton>
      ))}
    </HStack>
  );
}
