import { Box, chakra, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { useNavigate } from "react-router";
import { gravity, gravityRange, listed } from "../../format";
import { Empty, GoButton, Mark, Panel } from "../../frame/states";
import { putAside } from "../../frame/useKept";
import { JugPanel } from "../JugPanel";
import { useJugContext } from "../jugContext";
import { mainColour, pouredLayers } from "../jugLayers";
import type { Mistyped } from "../plan/draft";
import { mistypedKey } from "../plan/usePlan";
import { ReadingForm } from "../ReadingForm";
import { Steeps } from "../Steeps";
import { Timers } from "../Timers";
import { BrewDay } from "./BrewDay";

export default function PitchPage() {
  const { jug } = useJugContext();
  const navigate = useNavigate();
  const left = putAside<Mistyped>(mistypedKey(jug.id));
  if (jug.stage !== "plan") {
    return (
      <Panel>
        <Empty
          title="Pitched"
          text={`The first reading was ${gravity(jug.readings[0]?.sg_at_20 ?? 1)}.`}
          step={<GoButton to="../ferment">Next: fermenting</GoButton>}
        />
      </Panel>
    );
  }
  if (!jug.evaluation) {
    return (
      <Panel>
        <Empty
          title="Nothing to pitch yet"
          text={jug.problem ?? "Add an ingredient first."}
          step={<GoButton to="../plan">Back to the plan</GoButton>}
        />
      </Panel>
    );
  }
  const { must } = jug.evaluation;
  return (
    <Grid
      templateColumns={{
        base: "minmax(0, 1fr)",
        lg: "minmax(0, 1fr) 22rem",
        xl: "15rem minmax(0, 1fr) 22rem",
      }}
      gap="4"
      alignItems="start"
    >
      <Box display={{ lg: "none", xl: "block" }}>
        <JugPanel layers={pouredLayers(jug)} />
      </Box>
      <Panel>
        <BrewDay jugId={jug.id} />
        <chakra.details borderTopWidth="1px" borderColor="line">
          <chakra.summary minH="44px" pt="2" cursor="pointer" fontWeight="600">
            Flowers, peel or spice to steep
          </chakra.summary>
          <Steeps hot />
        </chakra.details>
        <Timers jugId={jug.id} />
      </Panel>
      <Panel>
        <Stack gap="2">
          <Heading as="h2" size="lg" fontFamily="heading">
            Read it before the yeast goes in
          </Heading>
          {left && (
            <Mark tone="bad">
              {`Not in the plan as you typed it: ${listed(left.names)}. Go back and put it right, or it is reckoned as it was.`}
            </Mark>
          )}
          <Text>
            By what went in it should read <b>{gravityRange(must.sg)}</b>.
          </Text>
          <ReadingForm
            jug={jug}
            from={must.sg.value}
            liquid={mainColour(jug)}
            action="Save reading and pitch"
            onWritten={() => navigate("../ferment", { relative: "path" })}
          />
          <Mark tone="mind">
            Cool to 20 °C before the yeast: hot syrup kills it, and burns you. It gives off carbon
            dioxide for weeks: air the room, and never close the jug tight.
          </Mark>
        </Stack>
      </Panel>
    </Grid>
  );
}
