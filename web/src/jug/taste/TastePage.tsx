import { chakra, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { answer, api, type Schemas } from "../../api/client";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import {
  ActButton,
  Empty,
  GoButton,
  Mark,
  Panel,
  QuietButton,
  Trouble,
  Waiting,
} from "../../frame/states";
import { emptied } from "../../frame/useKept";
import { SignPresses } from "../ferment/Signs";
import { useJugContext } from "../jugContext";
import { useLog } from "../useLog";
import { MouthLines } from "./MouthLines";
import { sideName } from "./Scale";
import { TastingForm } from "./TastingForm";
import { Tastings } from "./Tastings";

/** How a batch tastes: marked, against its figures, over time; what was wrong; once more, but. */
export default function TastePage() {
  const { jug, reference, session } = useJugContext();
  const log = useLog();
  const { act, busy, problem } = useAct(true);
  const [drawn, setDrawn] = useState<Record<string, number>>({});
  const [smells, setSmells] = useState<string[]>([]);
  const [saved, setSaved] = useState(0);
  const params = { path: { jug_id: jug.id } };
  const found = useQuery({
    queryKey: ["jug", jug.id, "taste", jug.journal.length],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/jugs/{jug_id}/taste", { signal, params: { ...params, query: {} } })),
    placeholderData: (before) => before,
  });
  if (!jug.bottling)
    return (
      <Panel>
        <Empty
          title="Nothing to taste yet"
          text="What is in bottles is tasted here: at two weeks, three months, a year. What people find is set beside what its figures have, and says what to change."
          step={<GoButton to="../bottle">To the bottles</GoButton>}
        />
      </Panel>
    );
  if (found.isPending) return <Waiting what="Pouring" />;
  if (found.isLoadingError) return <Trouble error={found.error} again={() => found.refetch()} />;
  const told = found.data;
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 23rem" }}
      gap="4"
      alignItems="start"
    >
      <Stack gap="4" minW="0">
        <Panel as="section" aria-label="From the first sip on">
          <Heading as="h2" size="lg" fontFamily="heading">
            {heading(told)}
          </Heading>
          <MouthLines tastings={told.tastings} sides={told.sides} drawn={drawn} />
          <chakra.ul listStyleType="none">
            {told.sides
              .filter((side) => side.text)
              .map((side) => (
                <chakra.li key={side.key} py="1">
                  <b>{sideName(side.key)}.</b> <Explained text={side.text} />
                </chakra.li>
              ))}
          </chakra.ul>
        </Panel>
        <Panel>
          <Tastings
            told={told.tastings}
            marks={reference.marks}
            timeZone={session.settings.time_zone}
          />
        </Panel>
      </Stack>
      <Stack gap="4">
        {told.again.length > 0 && <Again jug={jug} changes={told.again} />}
        {told.faults.length > 0 && <Faults faults={told.faults} />}
        <Panel as="section" aria-label="Taste it">
          <Heading as="h2" size="lg" fontFamily="heading">
            How does it taste?
          </Heading>
          {problem && <Mark tone="bad">{problem.message}</Mark>}
          <TastingForm
            // An empty form once what was in it is saved.
            key={saved}
            open
            marks={reference.marks}
            sides={told.sides}
            name={session.name}
            busy={busy}
            onMark={setDrawn}
            onSave={(tasted) =>
              act(async () => {
                const entries = [{ kind: "tasted", what: { ...tasted } }];
                const noticed = {
                  kind: "noticed",
                  what: { chips: smells, words: "", pictures: [] },
                };
                await log(
                  smells.length > 0 ? [...entries, noticed] : entries,
                  "Saved how it tasted.",
                );
                setDrawn(emptied(drawn, {}));
                setSmells(emptied(smells, []));
                setSaved(saved + 1);
              })
            }
          >
            <Smells chosen={smells} onChoose={setSmells} />
          </TastingForm>
        </Panel>
      </Stack>
    </Grid>
  );
}

function heading({ tastings, overall }: Schemas["TasteOut"]): string {
  if (tastings.length === 0) return "Mark it, and the line bends";
  const times = tastings.length === 1 ? "Tasted once" : `Tasted ${tastings.length} times`;
  return overall === null ? times : `${times}, ${overall.toFixed(1)} of 5`;
}

/** Once more with one thing changed. */
function Again({ jug, changes }: { jug: Schemas["JugOut"]; changes: Schemas["AgainOut"][] }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const plan = (key: string) =>
    act(async () => {
      const params = { path: { jug_id: jug.id } };
      const made = await answer(api.POST("/api/jugs/{jug_id}/again", { params, body: { key } }));
      await queries.invalidateQueries({ queryKey: ["jugs"] });
      navigate(`/jugs/${made.id}/plan`);
    });
  return (
    <Panel as="section" aria-label="Once more">
      <Stack gap="3">
        {changes.map((change, place) => (
          <Stack key={change.key} gap="1" align="flex-start">
            <Heading as="h2" size={place === 0 ? "lg" : "md"} fontFamily="heading">
              {change.text}
            </Heading>
            <Text>
              <Explained text={`${change.why} ${change.sure}`} />
            </Text>
            {place === 0 ? (
              <ActButton variant="act" busy={busy} onClick={() => plan(change.key)}>
                Plan it with this change
              </ActButton>
            ) : (
              <QuietButton busy={busy} onClick={() => plan(change.key)}>
                Plan it with this one
              </QuietButton>
            )}
          </Stack>
        ))}
        <Text color="quiet" fontSize="sm">
          One change at a time, so that the glass says what it did.
        </Text>
      </Stack>
    </Panel>
  );
}

/** What was wrong with it, and what in its own log may have made it so. */
function Faults({ faults }: { faults: Schemas["FaultOut"][] }) {
  return (
    <Panel as="section" aria-label="What was wrong">
      <Heading as="h2" size="lg" fontFamily="heading">
        What was wrong
      </Heading>
      {faults.map((fault) => (
        <Stack key={fault.key} gap="1" py="2" borderTopWidth="1px" borderColor="line">
          <Text>
            <b>{fault.name}.</b> <Explained text={fault.means} />
          </Text>
          {fault.causes.map((cause) => (
            <Mark key={cause} tone="mind">
              {cause}
            </Mark>
          ))}
          <Text color="quiet">
            <Explained text={fault.do} />
          </Text>
        </Stack>
      ))}
    </Panel>
  );
}

/** What it smells of that it should not. */
function Smells({ chosen, onChoose }: { chosen: string[]; onChoose: (keys: string[]) => void }) {
  const { reference } = useJugContext();
  return (
    <Stack gap="1" role="group" aria-label="Smells of" pt="2">
      <Text fontWeight="600" aria-hidden="true">
        Anything off on the nose?
      </Text>
      <SignPresses
        signs={reference.signs.filter((sign) => sign.sense === "smell" && sign.tone !== "good")}
        chosen={chosen}
        onChoose={onChoose}
      />
    </Stack>
  );
}
