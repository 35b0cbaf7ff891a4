import { HStack, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { Explained } from "../../frame/Explained";
import { Mark, QuietButton } from "../../frame/states";
import { useJugContext } from "../jugContext";

const SENSES = [
  ["look", "Looks"],
  ["smell", "Smells"],
] as const;

/** What is seen and smelt, a press each; what was pressed says what it tends to mean. */
export function Signs({
  chosen,
  onChoose,
}: {
  chosen: string[];
  onChoose: (chosen: string[]) => void;
}) {
  const { reference } = useJugContext();
  return (
    <Stack gap="2">
      {SENSES.map(([sense, name]) => (
        <Stack key={sense} gap="1" role="group" aria-label={name}>
          <Text fontWeight="600" aria-hidden="true">
            {name}
          </Text>
          <SignPresses
            signs={reference.signs.filter((sign) => sign.sense === sense)}
            chosen={chosen}
            onChoose={onChoose}
          />
        </Stack>
      ))}
      {reference.signs
        .filter((sign) => chosen.includes(sign.key))
        .map((sign) => (
          <Mark key={sign.key} tone={sign.tone as "good" | "mind" | "bad"}>
            <b>{sign.name}.</b> <Explained text={`${sign.means} ${sign.do}`} />
          </Mark>
        ))}
    </Stack>
  );
}

/** Signs to be pressed, as many as apply. */
export function SignPresses({
  signs,
  chosen,
  onChoose,
}: {
  signs: Schemas["ReferenceOut"]["signs"];
  chosen: string[];
  onChoose: (chosen: string[]) => void;
}) {
  const turn = (key: string) =>
    onChoose(chosen.includes(key) ? chosen.filter((each) => each !== key) : [...chosen, key]);
  return (
    <HStack wrap="wrap" gap="1">
      {signs.map((sign) => (
        <QuietButton
          key={sign.key}
          size="slim"
          variant="soft"
          aria-pressed={chosen.includes(sign.key)}
          onClick={() => turn(sign.key)}
        >
          {sign.name}
        </QuietButton>
      ))}
    </HStack>
  );
}
