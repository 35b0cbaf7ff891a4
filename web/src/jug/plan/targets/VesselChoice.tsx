import { Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, memo, useState } from "react";
import { answer, api, type Schemas } from "../../../api/client";
import { volume } from "../../../format";
import { useAct } from "../../../frame/act";
import { ChoiceField, TextField } from "../../../frame/fields";
import { useEscape } from "../../../frame/focus";
import { useSay } from "../../../frame/notices";
import { ActButton, Mark, QuietButton } from "../../../frame/states";
import { readVessel, vesselUnit } from "../../../units";
import type { Plan } from "../draft";
import type { Change } from "./acts";

type Own = Schemas["OwnVesselOut"];

const SHAPES = [
  ["demijohn", "Demijohn"],
  ["jug", "Jug with a handle"],
  ["carboy", "Carboy"],
  ["bucket", "Bucket"],
  ["bottle", "Bottle"],
] as const;

function inPlan(own: Own): Schemas["VesselIn"] {
  return { own_id: own.id, name: own.name, volume_ml: own.volume_ml };
}

/** Which vessel and which yeast; a vessel of one's own is measured to its brim. */
export const VesselChoice = memo(function VesselChoice({
  vessel,
  yeast,
  reference,
  own,
  plan,
  change,
  onTakePlan,
}: {
  vessel: Schemas["VesselIn"] | null;
  yeast: Schemas["YeastIn"] | null;
  reference: Schemas["ReferenceOut"];
  own: Own[];
  /** The plan as it stands; null while something in it is mistyped. */
  plan: Plan | null;
  change: Change;
  onTakePlan: (plan: Plan) => void;
}) {
  // The vessel that the amounts were for, until they are scaled or more is changed.
  const [before, setBefore] = useState<Schemas["VesselIn"] | null>(null);
  const [adding, setAdding] = useState(false);
  const queries = useQueryClient();
  const say = useSay();
  const { act } = useAct();
  const chosen = vessel?.own_id ? `own-${vessel.own_id}` : (vessel?.key ?? "other");
  const known = own.find((row) => row.id === vessel?.own_id);

  function choose(value: string) {
    if (value === "new") {
      setAdding(true);
      return;
    }
    const mine = own.find((row) => `own-${row.id}` === value);
    const sold = reference.vessels.find((row) => row.key === value);
    if (mine) take(inPlan(mine));
    else if (sold) take({ key: sold.key, volume_ml: sold.volume_ml });
  }

  function take(next: Schemas["VesselIn"]) {
    if (vessel && !before) setBefore(vessel);
    change((draft) => ({ ...draft, vessel: next }));
  }

  /** The same drink, more or less of it. */
  const scale = () =>
    act(async () => {
      if (!plan || !before || !vessel) return;
      const body = { plan: { ...plan, vessel: before }, vessel };
      onTakePlan(await answer(api.POST("/api/plans/scale", { body })));
      setBefore(null);
    });

  const putAway = (row: Own) =>
    act(async () => {
      const path = { params: { path: { vessel_id: row.id } } };
      await answer(api.DELETE("/api/vessels/{vessel_id}", path));
      await queries.invalidateQueries({ queryKey: ["vessels"] });
      const undo = async () => {
        await answer(api.POST("/api/vessels/{vessel_id}/restore", path));
        await queries.invalidateQueries({ queryKey: ["vessels"] });
      };
      say(`${row.name} is put away; the plan keeps its size.`, { undo });
    });

  return (
    <Stack gap="3">
      <ChoiceField label="Vessel" value={chosen} onChange={choose}>
        {chosen === "other" && vessel && (
          <option value="other">{vessel.name ?? `${vessel.volume_ml} ml`}</option>
        )}
        {vessel?.own_id && !known && <option value={chosen}>{vessel.name}</option>}
        {own.map((row) => (
          <option key={row.id} value={`own-${row.id}`}>
            {row.name}
          </option>
        ))}
        {reference.vessels.map((row) => (
          <option key={row.key} value={row.key}>
            {row.name}
          </option>
        ))}
        <option value="new">One of my own …</option>
      </ChoiceField>
      {before &&
        vessel &&
        before.volume_ml !== vessel.volume_ml &&
        plan &&
        plan.pours.length > 0 && (
          <Stack gap="2" borderWidth="1.5px" borderColor="line" rounded="lg" p="3">
            <Text>
              The amounts are still those for {volume(before.volume_ml)}. Scale them to{" "}
              {volume(vessel.volume_ml)}, and it is the same drink.
            </Text>
            <QuietButton alignSelf="flex-start" onClick={scale}>
              Scale the recipe
            </QuietButton>
          </Stack>
        )}
      <Text color="quiet" fontSize="sm">
        Its litre marks follow the shape of the glass: close together where it is wide, far apart in
        the neck.
      </Text>
      {known && (
        <QuietButton size="slim" alignSelf="flex-start" onClick={() => putAway(known)}>
          Put this vessel away
        </QuietButton>
      )}
      {adding && (
        <OwnVessel
          onClose={() => setAdding(false)}
          onKept={(kept) => {
            setAdding(false);
            take(inPlan(kept));
          }}
        />
      )}
      <ChoiceField
        label="Yeast"
        value={yeast?.key ?? ""}
        onChange={(key) => {
          const found = reference.yeasts.find((row) => row.key === key);
          if (found) {
            const chosen = { key: found.key, tolerance_abv: found.tolerance_abv };
            change((before) => ({ ...before, yeast: chosen }));
          }
        }}
      >
        {!yeast?.key && <option value="">Not said</option>}
        {reference.yeasts.map((row) => (
          <option key={row.key} value={row.key}>
            {row.name} ({row.tolerance_low}–{row.tolerance_high} %)
          </option>
        ))}
      </ChoiceField>
    </Stack>
  );
});

function OwnVessel({ onClose, onKept }: { onClose: () => void; onKept: (kept: Own) => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [shape, setShape] = useState("demijohn");
  const [brim, setBrim] = useState("");
  const { act, busy, problem } = useAct(true);
  useEscape(onClose);

  function keep(event: FormEvent) {
    event.preventDefault();
    act(async () => {
      const body = { name, shape, brim_ml: readVessel(brim) ?? 0 };
      const kept = await answer(api.POST("/api/vessels", { body }));
      await queries.invalidateQueries({ queryKey: ["vessels"] });
      onKept(kept);
    });
  }

  return (
    <form onSubmit={keep} aria-label="A vessel of my own">
      <Stack gap="3" borderWidth="1.5px" borderColor="line" rounded="lg" p="3">
        <TextField
          label="What you call it"
          placeholder="The jar from the market"
          value={name}
          autoFocus
          error={problem?.at("name")}
          onChange={(event) => setName(event.target.value)}
        />
        <Grid templateColumns="1fr 1fr" gap="3" alignItems="start">
          <ChoiceField label="Shaped like" value={shape} onChange={setShape}>
            {SHAPES.map(([key, called]) => (
              <option key={key} value={key}>
                {called}
              </option>
            ))}
          </ChoiceField>
          <TextField
            label={`Brim full, ${vesselUnit()}`}
            inputMode="decimal"
            value={brim}
            hint="Weigh it empty and full of water"
            error={problem?.at("brim_ml", "volume_ml")}
            onChange={(event) => setBrim(event.target.value)}
          />
        </Grid>
        {problem && !problem.at("name", "brim_ml", "volume_ml") && (
          <Mark tone="bad">{problem.message}</Mark>
        )}
        <HStack>
          <ActButton type="submit" busy={busy}>
            Save
          </ActButton>
          <QuietButton onClick={onClose}>Cancel</QuietButton>
        </HStack>
      </Stack>
    </form>
  );
}
