import { Stack, Text } from "@chakra-ui/react";
import { answer, api, type Schemas } from "../../api/client";
import { listed } from "../../format";
import { Explained } from "../../frame/Explained";
import { QuietButton } from "../../frame/states";
import type { Plan } from "./draft";
import { useAsked } from "./tools/useAsked";

/** When an aim cannot be met: the nearest that can, to take. */
export function Nearest({
  plan,
  onTake,
}: {
  plan: Plan;
  onTake: (nearest: Schemas["NearestOut"]) => void;
}) {
  const nearest = useAsked("nearest", plan, (body: Plan) =>
    answer(api.POST("/api/plans/nearest", { body })),
  );
  const found = nearest.data;
  if (!found?.text) return null;
  return (
    <Stack gap="2" align="flex-start" pt="3">
      <Text>
        <Explained text={found.text} />
      </Text>
      <QuietButton onClick={() => onTake(found)}>
        {found.adjusts.length > 0 ? `Let ${listed(found.adjusts)} adjust` : "Use this"}
      </QuietButton>
    </Stack>
  );
}
