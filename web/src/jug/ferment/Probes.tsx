import { chakra, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { useProbes } from "../../api/queries";
import { dayAndTime, gravity, temperature } from "../../format";
import { useAct } from "../../frame/act";
import { TextField } from "../../frame/fields";
import { useSay } from "../../frame/notices";
import { ActButton, Mark, QuietButton } from "../../frame/states";
import { useJugContext } from "../jugContext";

/** What floats in the jug or stands beside it and sends by itself. */
export function Probes() {
  const { jug } = useJugContext();
  const probes = useProbes(jug.id).data ?? [];
  const queries = useQueryClient();
  const [name, setName] = useState<string | null>(null);
  const [made, setMade] = useState<Schemas["ProbeMadeOut"] | null>(null);
  const { act, busy, problem } = useAct(true);
  const again = () => queries.invalidateQueries({ queryKey: ["jug", jug.id, "probes"] });

  function add(event: FormEvent) {
    event.preventDefault();
    act(async () => {
      const params = { path: { jug_id: jug.id } };
      const body = { name: name ?? "", low_c: null, high_c: null };
      setMade(await answer(api.POST("/api/jugs/{jug_id}/probes", { params, body })));
      setName(null);
      await again();
    });
  }

  return (
    <Stack gap="2">
      <HStack>
        <Heading as="h2" size="md" fontFamily="heading" mr="auto">
          Probes
        </Heading>
        {name === null && (
          <QuietButton variant="soft" onClick={() => setName("")}>
            Add a probe
          </QuietButton>
        )}
      </HStack>
      {probes.length === 0 && name === null && !made && (
        <Text color="quiet" fontSize="sm">
          A floating gravity probe or a thermometer can send what it measures here.
        </Text>
      )}
      {name !== null && (
        <form onSubmit={add} aria-label="Add a probe">
          <HStack align="flex-end" wrap="wrap">
            <TextField
              label="What you call it"
              placeholder="Float"
              value={name}
              autoFocus
              error={problem?.message}
              onChange={(event) => setName(event.target.value)}
            />
            <ActButton type="submit" busy={busy}>
              Save
            </ActButton>
            <QuietButton onClick={() => setName(null)}>Cancel</QuietButton>
          </HStack>
        </form>
      )}
      {made && <Made made={made} onDone={() => setMade(null)} />}
      <chakra.ul listStyleType="none" aria-label="Probes of this jug">
        {probes.map((probe) => (
          <ProbeRow key={probe.id} probe={probe} onChanged={again} />
        ))}
      </chakra.ul>
    </Stack>
  );
}

/** What the probe is set up with: shown this once. */
function Made({ made, onDone }: { made: Schemas["ProbeMadeOut"]; onDone: () => void }) {
  return (
    <Stack gap="1" bg="amberWash" rounded="lg" p="3" role="status">
      <Text>Set the probe up with this address and token. The token is shown only now:</Text>
      <Text fontSize="sm" overflowWrap="anywhere">
        {window.location.origin}
        {made.path}
      </Text>
      <Text fontWeight="600" overflowWrap="anywhere" data-testid="token">
        {made.token}
      </Text>
      <QuietButton alignSelf="flex-start" onClick={onDone}>
        I have it
      </QuietButton>
    </Stack>
  );
}

function ProbeRow({
  probe,
  onChanged,
}: {
  probe: Schemas["ProbeOut"];
  onChanged: () => Promise<void>;
}) {
  const { session } = useJugContext();
  const say = useSay();
  const { act, busy } = useAct();
  const path = { probe_id: probe.id };
  const remove = () =>
    act(async () => {
      await answer(api.DELETE("/api/probes/{probe_id}", { params: { path } }));
      await onChanged();
      const undo = async () => {
        await answer(api.POST("/api/probes/{probe_id}/restore", { params: { path } }));
        await onChanged();
      };
      say(`${probe.name} is taken away: its token is good for nothing.`, { undo });
    });
  const shown = [
    probe.last_sg !== null && gravity(probe.last_sg),
    probe.last_c !== null && temperature(probe.last_c),
    probe.battery !== null && `battery ${Math.round(probe.battery * 100)} %`,
    probe.last_at && dayAndTime(probe.last_at, session.time_zone),
  ].filter(Boolean);
  return (
    <chakra.li py="2" borderTopWidth="1px" borderColor="line">
      <HStack>
        <Text mr="auto">
          <b>{probe.name}</b>{" "}
          <chakra.span color="quiet">
            {shown.length > 0 ? shown.join(" · ") : "nothing has come yet"}
          </chakra.span>
        </Text>
        <QuietButton
          variant="soft"
          busy={busy}
          onClick={remove}
          aria-label={`Remove ${probe.name}`}
        >
          ✕
        </QuietButton>
      </HStack>
      {probe.offset !== null && (
        <Text color="quiet" fontSize="sm">
          It shows {Math.abs(probe.offset * 1000).toFixed(1)} points too{" "}
          {probe.offset > 0 ? "much" : "little"} beside your readings; the curve is put right by
          that.
        </Text>
      )}
      {probe.told.map((text) => (
        <Mark key={text} tone="mind">
          {text}
        </Mark>
      ))}
    </chakra.li>
  );
}
