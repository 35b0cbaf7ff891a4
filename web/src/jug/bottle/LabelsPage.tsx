import { Box, Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import { bottleSize, percent } from "../../format";
import { ActButton, Empty, GoButton, Panel, QuietButton } from "../../frame/states";
import { useJugContext } from "../jugContext";
import { mainColour } from "../jugLayers";

const SAYS: Record<string, string> = {
  contains_sulphites: "Contains sulphites",
  under_pressure: "Under pressure. Open with care",
};

/** One label for every bottle, ready for the printer. */
export default function LabelsPage() {
  const { jug, session } = useJugContext();
  if (!jug.bottling) {
    return (
      <Panel>
        <Empty
          title="No bottles to label yet"
          text="Labels follow what was really bottled."
          step={<GoButton to="../bottle">Next: bottling</GoButton>}
        />
      </Panel>
    );
  }
  const { bottling } = jug;
  const date = bottling.at
    ? new Intl.DateTimeFormat("en-GB", { dateStyle: "long", timeZone: session.time_zone }).format(
        new Date(bottling.at),
      )
    : "";
  const labels = bottling.bottles.flatMap((line) =>
    Array.from({ length: line.count }, (_, i) => ({
      key: `${line.size_ml}-${line.bottle}-${line.closure}-${i}`,
      size: line.size_ml,
      says: line.label_says,
    })),
  );
  return (
    <Stack gap="4">
      <HStack css={{ "@media print": { display: "none" } }} wrap="wrap">
        <ActButton onClick={() => window.print()}>Print {labels.length} labels</ActButton>
        <QuietButton asChild>
          <Link to="../bottle" relative="path">
            Back
          </Link>
        </QuietButton>
      </HStack>
      <Grid
        templateColumns="repeat(auto-fill, minmax(15rem, 1fr))"
        gap="3"
        aria-label="Labels"
        role="list"
      >
        {labels.map((label) => (
          <Box
            key={label.key}
            role="listitem"
            bg="paper"
            color="tapeInk"
            borderWidth="2px"
            borderColor="navy"
            rounded="lg"
            p="4"
            breakInside="avoid"
          >
            <Box
              h="10px"
              bg={mainColour(jug)}
              mb="3"
              rounded="sm"
              borderWidth="1px"
              borderColor="navy"
            />
            <Text fontFamily="heading" fontWeight="700" fontSize="2xl" lineHeight="1.1">
              {jug.name}
            </Text>
            <Text mt="2">
              {bottling.abv && <b>{percent(bottling.abv.value)} vol</b>} · {bottleSize(label.size)}
            </Text>
            <Text>Bottled {date}</Text>
            <Text>Batch {jug.number}</Text>
            {label.says.map((key) => (
              <Text key={key} fontWeight="600">
                {key === "against_advice"
                  ? `Closed against advice: ${bottling.against_advice}`
                  : SAYS[key]}
              </Text>
            ))}
            <Text fontSize="xs" mt="2">
              Home-made, not for sale. Keep from children.
            </Text>
          </Box>
        ))}
      </Grid>
    </Stack>
  );
}
