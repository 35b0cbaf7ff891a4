import { Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { Explained } from "../../frame/Explained";
import { TextField } from "../../frame/fields";
import { readNumber } from "../../units";
import { useJugContext } from "../jugContext";

const BOTTLE_ML = 750;

/** Drops that were right in a glass of 100 ml, for a bottle and the jug. */
export function Drops() {
  const { jug } = useJugContext();
  const [drops, setDrops] = useState("");
  const read = readNumber(drops, "drops");
  const found = useQuery({
    queryKey: ["jug", jug.id, "drops", read, jug.journal.length],
    enabled: read !== null && read > 0,
    retry: false,
    queryFn: ({ signal }) =>
      answer(
        api.POST("/api/jugs/{jug_id}/drops", {
          signal,
          params: { path: { jug_id: jug.id } },
          body: { drops: read ?? 0, bottle_ml: BOTTLE_ML },
        }),
      ),
  });
  return (
    <Stack gap="2" as="section" aria-label="By drops">
      <Heading as="h3" size="md" fontFamily="heading">
        By drops
      </Heading>
      <Grid templateColumns={{ base: "1fr", sm: "12rem 1fr" }} gap="3" alignItems="end">
        <TextField
          label="Drops in a glass of 100 ml"
          inputMode="decimal"
          placeholder="3"
          value={drops}
          error={drops && read === null ? "Count drops, like 3." : undefined}
          onChange={(event) => setDrops(event.target.value)}
        />
        <Text role="status" pb="2">
          {found.error ? (
            found.error.message
          ) : found.data ? (
            <>
              <b>{+found.data.bottle_drops.toFixed(1)} drops</b> in a 75 cl bottle, or{" "}
              <b>{+found.data.jug_ml.toFixed(1)} ml</b> in the whole jug
            </>
          ) : (
            <Explained text="One drop, stir, taste; then the next. Twenty drops are a millilitre." />
          )}
        </Text>
      </Grid>
    </Stack>
  );
}
