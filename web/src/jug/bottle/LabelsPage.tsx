import { Box, Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import { bottleSize, percent } from "../../format";
import { ChoiceField, TextField } from "../../frame/fields";
import { ActButton, Empty, GoButton, Panel, QuietButton } from "../../frame/states";
import { Tick } from "../../frame/Tick";
import { useJugContext } from "../jugContext";
import { mainColour } from "../jugLayers";
import { counted } from "./lots";
import { Shared } from "./Shared";

/** One label for every bottle, ready for the printer. */
export default function LabelsPage() {
  const { jug, reference, session } = useJugContext();
  const [perPage, setPerPage] = useState("8");
  const [beginAt, setBeginAt] = useState("1");
  const [outlined, setOutlined] = useState(true);
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
      says: line.label_lines,
      abv: line.abv.value,
    })),
  );
  const first = counted(beginAt);
  const wrong = !first || first > Number(perPage);
  const address = `/api/jugs/${jug.id}/labels.pdf?per_page=${perPage}&begin_at=${wrong ? 1 : first}&outlined=${outlined}`;
  return (
    <Stack gap="4">
      <Panel css={{ "@media print": { display: "none" } }}>
        <Grid
          templateColumns={{ base: "1fr 1fr", md: "12rem 12rem 1fr auto auto" }}
          gap="3"
          alignItems="end"
        >
          <ChoiceField label="Labels on a page" value={perPage} onChange={setPerPage}>
            {reference.label_sheets.map((many) => (
              <option key={many} value={many}>
                {many}
              </option>
            ))}
          </ChoiceField>
          <TextField
            label="First free label"
            inputMode="numeric"
            value={beginAt}
            error={wrong ? `1 to ${perPage}.` : undefined}
            onChange={(event) => setBeginAt(event.target.value)}
          />
          <Tick checked={outlined} onChange={setOutlined}>
            With lines to cut along
          </Tick>
          <QuietButton asChild>
            <Link to="../bottle" relative="path">
              Back
            </Link>
          </QuietButton>
          <ActButton variant="act" asChild>
            <a href={address} target="_blank" rel="noreferrer">
              PDF to print
            </a>
          </ActButton>
        </Grid>
        <Text color="quiet" fontSize="sm" pt="2">
          A4, at 100 %. Every bottle that is left gets one, with a code that opens this batch.
        </Text>
        <HStack wrap="wrap" pt="2">
          <Text fontSize="sm">One label by itself:</Text>
          <QuietButton size="slim" asChild>
            <a href={`/api/jugs/${jug.id}/label.png`} download={`${jug.name}.png`}>
              PNG
            </a>
          </QuietButton>
          <QuietButton size="slim" asChild>
            <a href={`/api/jugs/${jug.id}/label.svg`} download={`${jug.name}.svg`}>
              SVG
            </a>
          </QuietButton>
        </HStack>
        <Shared jug={jug} />
      </Panel>
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
              <b>{percent(label.abv)} vol</b> · {bottleSize(label.size)}
            </Text>
            <Text>Bottled {date}</Text>
            <Text>Batch {jug.number}</Text>
            {label.says.map((text) => (
              <Text key={text} fontWeight="600">
                {text}
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
