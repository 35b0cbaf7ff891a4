import { HStack, Stack, Text } from "@chakra-ui/react";
import { memo } from "react";
import { ChoiceField } from "../../../frame/fields";
import { QuietButton } from "../../../frame/states";
import type { Draft, DraftPour } from "../draft";
import { addPour, changePour } from "../edits";
import type { Change } from "./acts";

/** What else may give: the share between two juices, or water boiled off. */
export const Giving = memo(function Giving({
  pours,
  blend,
  change,
}: {
  pours: DraftPour[];
  blend: Draft["blend"];
  change: Change;
}) {
  const juices = pours.filter((row) => row.pour.kind === "juice" && row.role !== "share");
  const boils = pours.find((row) => row.pour.kind === "boiled_off");
  const name = (id: number | undefined) => pours.find((row) => row.id === id)?.pour.name ?? "";

  function blended() {
    const [one, other] = juices;
    if (!one || !other) return;
    change((before) => ({
      ...[one.id, other.id].reduce((draft, id) => changePour(draft, id, { role: "fixed" }), before),
      blend: [one.id, other.id],
    }));
  }

  function boilDown() {
    change((before) => {
      const dry = before.pours.reduce(
        (draft, row) =>
          row.pour.kind === "water" ? changePour(draft, row.id, { role: "fixed" }) : draft,
        before,
      );
      return addPour(dry, { name: "Boiled off", kind: "boiled_off", volume_ml: 0 }, 0, true);
    });
  }

  return (
    <Stack gap="2">
      <Text color="quiet" fontSize="sm">
        Ingredients set to “Adjusts” are worked out to hit your targets: one for each target.
      </Text>
      <HStack wrap="wrap">
        {juices.length > 1 && !blend && (
          <QuietButton size="slim" variant="soft" onClick={blended}>
            Adjust the blend
          </QuietButton>
        )}
        {!boils && juices.length > 0 && (
          <QuietButton size="slim" variant="soft" onClick={boilDown}>
            Boil it down
          </QuietButton>
        )}
      </HStack>
      {blend && (
        <HStack align="flex-end">
          {([0, 1] as const).map((end) => (
            <ChoiceField
              key={end}
              label={end === 0 ? "Blend" : "with"}
              value={String(blend[end])}
              onChange={(id) =>
                change((before) => {
                  const other = before.blend?.[1 - end];
                  if (other === undefined || other === Number(id)) return before;
                  return {
                    ...before,
                    blend: end === 0 ? [Number(id), other] : [other, Number(id)],
                  };
                })
              }
            >
              {juices.map((row) => (
                <option key={row.id} value={row.id}>
                  {row.pour.name}
                </option>
              ))}
            </ChoiceField>
          ))}
          <QuietButton
            size="slim"
            variant="soft"
            aria-label={`Keep ${name(blend[0])} and ${name(blend[1])} as poured`}
            onClick={() => change((before) => ({ ...before, blend: null }))}
          >
            ✕
          </QuietButton>
        </HStack>
      )}
    </Stack>
  );
});
