import { Box, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { answer, api } from "../api/client";
import { useReference } from "../api/queries";
import { Tape } from "../drawing/Tape";
import { Vessel } from "../drawing/Vessel";
import { volume } from "../format";
import { useAct } from "../frame/act";
import { useTitle } from "../frame/focus";
import { useSay } from "../frame/notices";
import { ActButton, Mark, Panel, Trouble, Waiting } from "../frame/states";
import { Answer, Outcome } from "../jug/plan/Answer";
import { Checks } from "../jug/plan/Checks";
import css from "../jug/plan/plan.module.css";
import { useVesselChoice, VesselField } from "../jug/VesselField";
import { drinkToken } from "../theme/drinks";

/** A plan somebody shows by a link: to look at, and to copy. */
export default function SharedPlanPage() {
  const token = useParams().token ?? "";
  const path = { params: { path: { token } } };
  const reference = useReference().data;
  const navigate = useNavigate();
  const queries = useQueryClient();
  const say = useSay();
  const { act, busy } = useAct();
  const { known } = useVesselChoice();
  const [into, setInto] = useState("");
  useTitle("Shared plan");
  const shared = useQuery({
    queryKey: ["shared", token],
    queryFn: () => answer(api.GET("/api/shared/{token}", path)),
  });
  if (shared.isPending || !reference) return <Waiting page what="Opening the plan" />;
  if (shared.isLoadingError)
    return <Trouble page error={shared.error} again={() => shared.refetch()} />;
  const { name, by, plan, evaluation, problem } = shared.data;
  const vessel = reference.vessels.find((row) => row.key === plan.vessel?.key);

  const copy = () =>
    act(async () => {
      const body = { vessel: known[into] ?? null };
      const mine = await answer(api.POST("/api/shared/{token}/copy", { ...path, body }));
      queries.invalidateQueries({ queryKey: ["jugs"] });
      if (mine.said.length > 0) say(mine.said.join(" "));
      navigate(`/jugs/${mine.id}/plan`);
    });

  return (
    <Stack gap="4">
      <Heading as="h1" size="xl">
        <Tape>{name}</Tape>
      </Heading>
      <Text color="quiet">{by ? `Planned by ${by}. ` : ""}To change it, copy it.</Text>
      <div className={css.sides}>
        <Panel>
          <Vessel
            height={380}
            shape={vessel?.shape ?? "demijohn"}
            capacityMl={plan.vessel?.volume_ml ?? 5000}
            layers={plan.pours
              .map((pour, i) => ({
                name: pour.name,
                colour: drinkToken(pour),
                ml: evaluation?.pours[i]?.room_ml ?? 0,
              }))
              .filter((layer) => layer.ml > 0)}
            label={`The jug: ${volume(evaluation?.must.volume_ml ?? 0)}`}
          />
        </Panel>
        <Panel as="section" aria-label="What goes in">
          <Heading as="h2" size="lg" fontFamily="heading" pb="2">
            What goes in
          </Heading>
          <Stack as="ul" gap="1">
            {plan.pours.map((pour, i) => (
              <Text as="li" key={pour.name}>
                <b>{evaluation?.pours[i]?.words}</b> {pour.name}
                {evaluation?.pours[i]?.things && (
                  <Text as="span" color="quiet">
                    {" "}
                    · {evaluation.pours[i].things}
                  </Text>
                )}
              </Text>
            ))}
          </Stack>
        </Panel>
        <Panel>
          {evaluation ? (
            <Stack gap="4">
              <Answer result={evaluation} />
              <Outcome result={evaluation} />
              <Checks warnings={evaluation.warnings} low={evaluation.low} onRemedy={undefined} />
            </Stack>
          ) : (
            <Mark tone="bad">{problem}</Mark>
          )}
        </Panel>
      </div>
      <HStack wrap="wrap" align="end">
        <Box w="20rem" maxW="full">
          <VesselField label="Into" value={into} onChange={setInto} asPlanned />
        </Box>
        <ActButton onClick={copy} busy={busy}>
          Copy to my jugs
        </ActButton>
      </HStack>
    </Stack>
  );
}
