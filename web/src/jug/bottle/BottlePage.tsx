import { Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { answer, api, type Schemas } from "../../api/client";
import { showJug } from "../../api/queries";
import { day, volume } from "../../format";
import { useAct } from "../../frame/act";
import { useSay } from "../../frame/notices";
import { Empty, GoButton, Panel, QuietButton } from "../../frame/states";
import { useJugContext } from "../jugContext";
import { StrengthTable } from "../Strengths";
import { Costs } from "./Costs";
import { Filling } from "./Filling";
import { LotLife } from "./LotLife";
import { Outcome } from "./Outcome";

export default function BottlePage() {
  const { jug } = useJugContext();
  if (jug.bottling) {
    return (
      <Stack gap="4">
        <Bottled jug={jug} bottled={jug.bottling} />
        {jug.now && jug.progress && (
          <>
            <Heading as="h2" size="lg" fontFamily="heading">
              {volume(jug.now.volume_ml.value)} is still in the jug
            </Heading>
            <Filling jug={jug} progress={jug.progress} evaluation={jug.evaluation} />
          </>
        )}
      </Stack>
    );
  }
  if (!jug.progress) {
    return (
      <Panel>
        <Empty
          title="Nothing to bottle yet"
          text="A jug is bottled when its readings prove it dry, or when what is left in it is held."
          step={<GoButton to="../pitch">Save the first reading</GoButton>}
        />
      </Panel>
    );
  }
  return <Filling jug={jug} progress={jug.progress} evaluation={jug.evaluation} />;
}

function Bottled({ jug, bottled }: { jug: Schemas["JugOut"]; bottled: Schemas["BottlingOut"] }) {
  const { session } = useJugContext();
  const say = useSay();
  const { act, busy } = useAct();
  const params = { params: { path: { jug_id: jug.id } } };
  const takeBack = () =>
    act(async () => {
      await showJug(await answer(api.DELETE("/api/jugs/{jug_id}/bottling", params)));
      const undo = async () =>
        showJug(await answer(api.POST("/api/jugs/{jug_id}/bottling/restore", params)));
      say("Bottling undone.", { undo });
    });
  return (
    <Grid templateColumns={{ base: "1fr", md: "minmax(0, 1fr) 21rem" }} gap="4" alignItems="start">
      <Panel>
        <Stack gap="4">
          <Heading as="h2" size="xl" fontFamily="heading">
            Bottled {bottled.at && day(bottled.at, session.time_zone)}
          </Heading>
          <Outcome outcome={bottled} currency={session.currency} />
          <LotLife bottled={bottled} />
          <HStack wrap="wrap">
            <GoButton to="../labels">Print labels</GoButton>
            <QuietButton busy={busy} onClick={takeBack}>
              Undo bottling
            </QuietButton>
          </HStack>
        </Stack>
      </Panel>
      <Stack gap="4">
        {bottled.base && (
          <Panel>
            <Stack gap="2">
              <Heading as="h2" size="md" fontFamily="heading">
                How we got this strength
              </Heading>
              <Text>{bottled.how}</Text>
              <Text color="quiet" fontSize="sm">
                Before anything was added at the end:
              </Text>
              <StrengthTable strength={bottled.base} />
            </Stack>
          </Panel>
        )}
        <Panel>
          <Costs each={bottled.bottles[0]?.cost_each ?? null} />
        </Panel>
      </Stack>
    </Grid>
  );
}
