import { Box, chakra, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { showJug } from "../../api/queries";
import { dayAndTime } from "../../format";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { useSay } from "../../frame/notices";
import { Panel, QuietButton } from "../../frame/states";
import { retold } from "../../units";
import { useJugContext } from "../jugContext";
import { EventForm } from "./EventForm";
import { typedFrom } from "./happening";
import { Photograph } from "./Photographs";

/** Everything that happened to the jug, the newest first: struck out, brought back, put right. */
export function Journal() {
  const { jug } = useJugContext();
  const [writing, setWriting] = useState(false);
  const [putRight, setPutRight] = useState<string | null>(null);
  return (
    <Panel>
      <HStack justify="space-between" wrap="wrap" mb="1">
        <Heading as="h2" size="lg" fontFamily="heading">
          Log
        </Heading>
        <QuietButton
          variant="soft"
          aria-expanded={writing}
          onClick={() => setWriting((open) => !open)}
        >
          {writing ? "Cancel" : "Add to the log"}
        </QuietButton>
      </HStack>
      {writing && (
        <Box borderTopWidth="1px" borderColor="line" py="3">
          <EventForm before={null} onDone={() => setWriting(false)} />
        </Box>
      )}
      <chakra.ol listStyleType="none" aria-label="What happened">
        {jug.journal.map((event) => (
          <chakra.li key={event.id} borderTopWidth="1px" borderColor="line" py="1">
            <Line
              event={event}
              open={putRight === event.id}
              onPutRight={() => setPutRight(event.id)}
            />
            {putRight === event.id && (
              <Box py="3">
                <EventForm before={event} onDone={() => setPutRight(null)} />
              </Box>
            )}
          </chakra.li>
        ))}
      </chakra.ol>
      <HStack pt="3">
        <QuietButton asChild>
          <a href={`/api/jugs/${jug.id}/file`} download={`${jug.name}.jug.json`}>
            Save the jug file
          </a>
        </QuietButton>
      </HStack>
    </Panel>
  );
}

function Line({
  event,
  open,
  onPutRight,
}: {
  event: Schemas["EventOut"];
  open: boolean;
  onPutRight: () => void;
}) {
  const { jug, session } = useJugContext();
  const say = useSay();
  const { act, busy } = useAct();
  const day = dayAndTime(event.at, session.time_zone);
  const pictures = (event.what.pictures ?? []) as string[];

  const turn = (how: "strike" | "restore") =>
    act(async () => {
      const params = { params: { path: { jug_id: jug.id, event_id: event.id } } };
      const strike = async () =>
        showJug(await answer(api.POST("/api/jugs/{jug_id}/events/{event_id}/strike", params)));
      const restore = async () =>
        showJug(await answer(api.POST("/api/jugs/{jug_id}/events/{event_id}/restore", params)));
      await (how === "strike" ? strike() : restore());
      if (how === "strike") say(`“${event.text}” is deleted.`, { undo: restore });
    });

  return (
    <HStack gap="3" align="center">
      <Text hideBelow="sm" w="6.8rem" color="quiet" fontSize="sm" flexShrink="0">
        {day}
      </Text>
      <Stack gap="0" flex="1" minW="0">
        <Text hideFrom="sm" color="quiet" fontSize="sm">
          {day}
        </Text>
        <Text
          fontWeight={event.kind === "read" ? "700" : "400"}
          textDecoration={event.struck ? "line-through" : "none"}
          color={event.struck ? "quiet" : "ink"}
        >
          {retold(event.text)}
        </Text>
        {event.about.map((text) => (
          <Text key={text} fontSize="sm" color="quiet">
            <Explained text={text} />
          </Text>
        ))}
        {pictures.length > 0 && (
          <HStack gap="1" py="1">
            {pictures.map((id) => (
              <Photograph key={id} jug={jug.id} id={id} />
            ))}
          </HStack>
        )}
        {(event.note || event.insisted) && (
          <Text fontSize="sm" color="quiet">
            {event.insisted && "Unusual, and confirmed. "}
            {event.note}
          </Text>
        )}
      </Stack>
      {event.struck ? (
        <QuietButton variant="soft" busy={busy} onClick={() => turn("restore")}>
          Restore
        </QuietButton>
      ) : (
        <HStack gap="1">
          {typedFrom(event) && !open && (
            <QuietButton
              size="slim"
              variant="soft"
              aria-label={`Correct: ${event.text} ${day}`}
              onClick={onPutRight}
            >
              ✎
            </QuietButton>
          )}
          {event.kind !== "bottled" && (
            <QuietButton
              size="slim"
              variant="soft"
              busy={busy}
              aria-label={`Delete: ${event.text} ${day}`}
              onClick={() => turn("strike")}
            >
              ✕
            </QuietButton>
          )}
        </HStack>
      )}
    </HStack>
  );
}
