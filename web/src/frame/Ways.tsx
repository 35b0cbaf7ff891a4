import { HStack, RadioGroup, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { useAct } from "./act";
import { Explained } from "./Explained";
import { useSay } from "./notices";
import { Mark, QuietButton } from "./states";
import css from "./Ways.module.css";

/** A name in the middle of a sentence. */
function within(name: string): string {
  return name.charAt(0).toLowerCase() + name.slice(1);
}

/** One thing brewers do in several ways: each with its reason, to be chosen here and for good. */
export function Ways({
  school,
  onChoose,
}: {
  school: Schemas["SchoolOut"];
  /** `habit`: for every batch to come as well. */
  onChoose: (choice: Schemas["ChoiceIn"]) => Promise<void>;
}) {
  const { act, busy } = useAct();
  const say = useSay();
  const taken = school.options.find((option) => option.key === school.chosen);
  const never = school.options.filter((option) => !option.offered);
  const choose = (option: string, habit = false) =>
    act(async () => {
      await onChoose({ school: school.key, option, habit });
      if (habit) say(`${school.question}: ${within(taken?.name ?? "")}, from now on.`);
    });
  return (
    <details className={css.ways}>
      <summary>
        {school.question}
        {school.question.endsWith("?") ? " " : ": "}
        {within(taken?.name ?? "")}
      </summary>
      <Stack gap="2" pb="2">
        <RadioGroup.Root
          aria-label={school.question}
          value={school.chosen}
          onValueChange={(chosen) => choose(chosen.value ?? school.chosen)}
        >
          {school.options
            .filter((option) => option.offered)
            .map((option) => (
              <div key={option.key}>
                <RadioGroup.Item value={option.key}>
                  <RadioGroup.ItemHiddenInput />
                  <RadioGroup.ItemControl>•</RadioGroup.ItemControl>
                  <RadioGroup.ItemText>{option.name}</RadioGroup.ItemText>
                </RadioGroup.Item>
                <Text color="quiet" ps="2.3rem">
                  <Explained text={[option.why, option.follows].filter(Boolean).join(" ")} />
                </Text>
              </div>
            ))}
        </RadioGroup.Root>
        {never.map((option) => (
          <Mark key={option.key} tone="bad">{`${option.name}: not done. ${option.follows}`}</Mark>
        ))}
        {!school.habit && (
          <HStack>
            <QuietButton
              size="slim"
              variant="soft"
              busy={busy}
              onClick={() => choose(school.chosen, true)}
            >
              Do it so from now on
            </QuietButton>
          </HStack>
        )}
      </Stack>
    </details>
  );
}
