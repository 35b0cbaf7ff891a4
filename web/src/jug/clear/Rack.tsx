import { Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { volume } from "../../format";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { TextField } from "../../frame/fields";
import { ActButton, Mark } from "../../frame/states";
import { emptied } from "../../frame/useKept";
import { unanswered } from "../../offline/writes";
import { readAmount } from "../../units";
import { useJugContext } from "../jugContext";
import { useLog } from "../useLog";
import { standsIn, useVesselChoice, VesselField } from "../VesselField";

/** Off the lees: into which vessel, what stays behind, and the air that is then over it. */
export function Rack({ finishing }: { finishing: Schemas["FinishingOut"] }) {
  const { jug } = useJugContext();
  const log = useLog();
  const { act, busy, problem } = useAct(true);
  const [into, setInto] = useState<string>();
  const [left, setLeft] = useState("");
  const { known } = useVesselChoice();
  const stands = standsIn(jug, known);
  const vessel = into ?? stands;
  // Once it is racked, nothing is told of racking it again before somebody begins to.
  const begun = !finishing.racked || into !== undefined || left !== "";
  const vessel_ml = known[vessel]?.volume_ml ?? 5000;
  const same = vessel === stands;
  const typed = left.trim() ? readAmount(left, "ml") : null;
  const left_ml = typeof typed === "number" ? typed : null;
  const usual = finishing.usual_left_ml;
  const asked = useQuery({
    queryKey: ["jug", jug.id, "racking", vessel_ml, left_ml, same, usual.value],
    enabled: begun && typeof typed !== "string",
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/jugs/{jug_id}/racking", {
          signal,
          params: { path: { jug_id: jug.id }, query: { vessel_ml, left_ml, same } },
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
  });

  // Without a network it is written all the same, and sent later.
  const refused = unanswered(asked.error) ? null : asked.error;

  function submit(event: FormEvent) {
    event.preventDefault();
    const what = { vessel_ml, ...(left_ml === null ? {} : { left_behind_ml: left_ml }) };
    act(async () => {
      await log([{ kind: "racked", what }], "Racked.");
      setLeft(emptied(left, ""));
      setInto(emptied(into, undefined));
    });
  }

  return (
    <form onSubmit={submit} aria-label="Rack it">
      <Stack gap="3">
        <Grid templateColumns={{ base: "1fr", sm: "1fr 1fr" }} gap="3" alignItems="start">
          <VesselField label="Into" value={vessel} onChange={setInto} />
          <TextField
            label="Stays behind"
            placeholder={`usually ${volume(usual.low)} to ${volume(usual.high)}`}
            value={left}
            error={typeof typed === "string" ? typed : undefined}
            onChange={(event) => setLeft(event.target.value)}
          />
        </Grid>
        <Stack gap="1" role="status" minH="3rem">
          {refused ? (
            <Mark tone="bad">{refused.message}</Mark>
          ) : (
            begun && asked.data && <Over rack={asked.data} />
          )}
        </Stack>
        {problem && <Mark tone="bad">{problem.message}</Mark>}
        <HStack>
          <ActButton
            type="submit"
            busy={busy}
            variant={finishing.racked ? "main" : "act"}
            disabled={!!refused || typeof typed === "string"}
          >
            Save racking
          </ActButton>
        </HStack>
      </Stack>
    </form>
  );
}

function Over({ rack }: { rack: Schemas["RackOut"] }) {
  return (
    <>
      <Text>
        <b>{volume(rack.goes_over_ml)}</b> go over, {volume(rack.left_ml)} stay with the{" "}
        <Explained text="lees" />, {volume(rack.air_ml)} of air over it.
      </Text>
      {rack.spare && (
        <Text color="quiet">
          <Explained text={rack.spare} />
        </Text>
      )}
      {rack.fill.length > 0 && (
        <Mark tone="mind">
          <Explained text={`That is too much air: it browns. ${rack.fill.join(" ")}`} />
        </Mark>
      )}
    </>
  );
}
