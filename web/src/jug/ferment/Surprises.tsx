import { Box, chakra, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../../api/client";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { QuietButton } from "../../frame/states";
import { useJugContext } from "../jugContext";
import { useLog } from "../useLog";

type Surprise = Schemas["SurpriseOut"];

/** A reading of the must that nobody expected: what it may come from, and a press for who knows. */
export function Surprises() {
  const { jug } = useJugContext();
  return jug.surprises.map((one) => <OneSurprise key={one.reading} surprise={one} />);
}

function OneSurprise({ surprise }: { surprise: Surprise }) {
  const log = useLog();
  const { act, busy } = useAct();
  const choose = (cause: Surprise["causes"][number]) =>
    act(() =>
      log(
        [
          {
            kind: "explained",
            what: {
              reading: surprise.reading,
              cause: cause.kind,
              ...(cause.pour && { pour: cause.pour }),
            },
          },
        ],
        "Written down: it counts as likely, not as certain.",
      ),
    );
  return (
    <Box borderWidth="1.5px" borderColor="line" rounded="lg" p="3" my="2">
      <Text fontWeight="600">{surprise.text} What was it?</Text>
      <chakra.ul listStyleType="none" ps="0">
        {surprise.causes.map((cause) => (
          <chakra.li key={cause.kind + cause.pour} py="1">
            <Stack
              direction={{ base: "column", sm: "row" }}
              justify="space-between"
              align={{ sm: "center" }}
              gap="2"
            >
              <Text>
                <Explained text={capital(cause.text)} />: {oddsOf(cause.chance)}
              </Text>
              <QuietButton
                busy={busy}
                onClick={() => choose(cause)}
                aria-label={`It was ${cause.text}`}
              >
                It was this
              </QuietButton>
            </Stack>
          </chakra.li>
        ))}
      </chakra.ul>
      <Text color="quiet" fontSize="sm">
        Nobody knows? Leave it: every figure here allows for all of them.
      </Text>
    </Box>
  );
}

const NAMES: Record<string, string> = {
  taste: "tasting it",
  sugar: "a test for sugar",
  forced: "a warm sample with fresh yeast",
};

/** What would settle whether it may be closed, the best first. */
export function WhatSettlesIt() {
  const { jug } = useJugContext();
  if (jug.helps.length === 0) return null;
  const each = jug.helps.map((help) => `${NAMES[help.kind]} (${oddsOf(help.settles)})`);
  return (
    <Text fontSize="sm" mb="2">
      <Explained text={`What would settle whether a cork may go in: ${each.join(", ")}.`} />
    </Text>
  );
}

function oddsOf(share: number): string {
  const tenths = Math.round(share * 10);
  if (tenths === 0) return "seldom";
  return tenths === 10 ? "nearly always" : `${tenths} in 10`;
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
