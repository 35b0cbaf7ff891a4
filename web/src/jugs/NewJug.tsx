import { Box, Grid, Heading, HStack, Stack } from "@chakra-ui/react";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { showJug } from "../api/queries";
import { useAct } from "../frame/act";
import { ChoiceField, TextField } from "../frame/fields";
import { useEscape } from "../frame/focus";
import { ActButton, Mark, QuietButton } from "../frame/states";
import { useKept } from "../frame/useKept";

/** Names a jug, and says what it is in and which yeast will work in it. */
export function NewJug({
  reference,
  onClose,
}: {
  reference: Schemas["ReferenceOut"];
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const [name, setName, forget] = useKept("new-jug", "");
  const [vesselKey, setVesselKey] = useState("demijohn_5");
  const [yeastKey, setYeastKey] = useState("wine");
  const { act, busy, problem, setProblem } = useAct(true);
  useEscape(onClose);

  function begin(event: FormEvent) {
    event.preventDefault();
    const vessel = reference.vessels.find((row) => row.key === vesselKey);
    const yeast = reference.yeasts.find((row) => row.key === yeastKey);
    if (!vessel || !yeast) return;
    act(async () => {
      const jug = await answer(
        api.POST("/api/jugs", {
          body: {
            name,
            vessel: { key: vessel.key, volume_ml: vessel.volume_ml },
            yeast: { key: yeast.key, tolerance_abv: yeast.tolerance_abv },
          },
        }),
      );
      await showJug(jug);
      forget();
      navigate(`/jugs/${jug.id}/plan`);
    });
  }

  return (
    <form onSubmit={begin} aria-label="New jug">
      <Stack gap="4">
        <HStack>
          <Heading as="h2" size="lg" fontFamily="heading">
            New jug
          </Heading>
          <QuietButton ml="auto" size="slim" variant="bare" aria-label="Close" onClick={onClose}>
            ✕
          </QuietButton>
        </HStack>
        <TextField
          label="Name on the tape"
          placeholder="Pear and pomegranate"
          value={name}
          autoFocus
          error={problem?.at("name")}
          onChange={(event) => {
            setProblem(null);
            setName(event.target.value);
          }}
        />
        <Grid templateColumns={{ base: "1fr", sm: "1fr 1fr" }} gap="3">
          <ChoiceField label="Vessel" value={vesselKey} onChange={setVesselKey}>
            {reference.vessels.map((vessel) => (
              <option key={vessel.key} value={vessel.key}>
                {vessel.name}
              </option>
            ))}
          </ChoiceField>
          <ChoiceField label="Yeast" value={yeastKey} onChange={setYeastKey}>
            {reference.yeasts.map((yeast) => (
              <option key={yeast.key} value={yeast.key}>
                {yeast.name} ({yeast.tolerance_low}–{yeast.tolerance_high} %)
              </option>
            ))}
          </ChoiceField>
        </Grid>
        {problem && !problem.at("name") && (
          <Box role="alert">
            <Mark tone="bad">{problem.message}</Mark>
          </Box>
        )}
        <ActButton type="submit" busy={busy} alignSelf="flex-start">
          Create
        </ActButton>
      </Stack>
    </form>
  );
}
