import { Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { acidity, percent, volume } from "../../format";
import { Explained } from "../../frame/Explained";
import { SegmentField } from "../../frame/fields";
import { GoButton, Mark, Panel, QuietButton } from "../../frame/states";
import { useKept } from "../../frame/useKept";
import { JugPanel } from "../JugPanel";
import { useJugContext } from "../jugContext";
import { mixedLayer } from "../jugLayers";
import { StageAct } from "../StageAct";
import { Steeps } from "../Steeps";
import { Timers } from "../Timers";
import { useLog } from "../useLog";
import { WhenFermented } from "../WhenFermented";
import { Blend } from "./Blend";
import { Drops } from "./Drops";
import { Flavours } from "./Flavours";
import { Glasses } from "./Glasses";
import { Ways } from "./Ways";

const TOOLS = [
  ["sweeten", "Sweeten"],
  ["flavour", "Flavour"],
  ["split", "Split"],
  ["blend", "Blend"],
] as const;

/** What it is to be in the glass: stabilised, sweetened, flavoured, split or blended. */
export default function FinishPage() {
  return (
    <WhenFermented
      title="Nothing to finish yet"
      text="Sweetness, flavour and blending come once it has stopped."
    >
      {(finishing, now) => <Finishing finishing={finishing} now={now} />}
    </WhenFermented>
  );
}

function Finishing({
  finishing,
  now,
}: {
  finishing: Schemas["FinishingOut"];
  now: Schemas["NowOut"];
}) {
  const { jug } = useJugContext();
  const log = useLog();
  const [wish, setWish] = useKept(`wish-${jug.id}`, "");
  const [tool, setTool] = useState("sweeten");
  const wished = finishing.wishes.find((each) => each.key === (wish || finishing.wish));
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr)", lg: "15rem minmax(0, 1fr)" }}
      gap="4"
      alignItems="start"
    >
      <Stack gap="4">
        <JugPanel foaming={false} layers={mixedLayer(jug, now.volume_ml.value)} />
        <Panel>
          <Text fontFamily="heading" fontWeight="700" fontSize="lg">
            {percent(now.abv.value)}, {volume(now.volume_ml.value)}
          </Text>
          <Text color="quiet">
            {Math.round(now.sugar_g_per_l.value)} g/L of sugar
            {now.ph !== null && `, ${acidity(now)}`}
          </Text>
          <Mark tone={finishing.stopped ? "good" : "bad"}>
            {finishing.stopped ? "It has stopped." : "It still falls."}
          </Mark>
          <Mark tone={finishing.proven ? "good" : "mind"}>
            {finishing.proven ? "It is proven dry." : "It is not proven dry."}
          </Mark>
          {finishing.lapsed.map((each) => (
            <Stack key={each.what} gap="1" pt="2" align="flex-start">
              <Mark tone="mind">
                <Explained text={each.text} />
              </Mark>
              {each.what === "clear" && (
                <QuietButton
                  onClick={() =>
                    log(
                      [{ kind: "noticed", what: { words: "", chips: ["clear"], pictures: [] } }],
                      "Noted: clear.",
                    )
                  }
                >
                  It is clear now
                </QuietButton>
              )}
            </Stack>
          ))}
        </Panel>
      </Stack>
      <Stack gap="4">
        <Panel>
          <HStack wrap="wrap" gap="4" align="center">
            <Heading as="h2" size="xl" fontFamily="heading">
              How do you want it?
            </Heading>
            <SegmentField
              label="In the glass"
              hideLabel
              options={finishing.wishes.map((each) => [each.key, each.name] as const)}
              value={wished?.key ?? ""}
              onChange={setWish}
            />
          </HStack>
        </Panel>
        <Grid
          templateColumns={{ base: "minmax(0, 1fr)", xl: "minmax(0, 1fr) minmax(0, 1fr)" }}
          gap="4"
          alignItems="start"
        >
          <Panel>{wished && <Ways key={wished.key} wish={wished} />}</Panel>
          <Stack gap="4">
            <Panel>
              <Stack gap="3">
                <SegmentField label="Change it" options={TOOLS} value={tool} onChange={setTool} />
                {tool !== "blend" && !finishing.stopped && (
                  <Mark tone="mind">
                    <Explained text="It still ferments: what goes in now is eaten, and nothing stays sweet." />
                  </Mark>
                )}
                {tool === "sweeten" && <Glasses />}
                {tool === "flavour" && (
                  <>
                    <Steeps />
                    <Drops />
                  </>
                )}
                {tool === "split" && <Flavours />}
                {tool === "blend" && <Blend />}
              </Stack>
            </Panel>
            <Panel>
              <Timers jugId={jug.id} />
            </Panel>
          </Stack>
        </Grid>
      </Stack>
      <StageAct>{finishing.stopped && <GoButton to="../bottle">Next: bottling</GoButton>}</StageAct>
    </Grid>
  );
}
