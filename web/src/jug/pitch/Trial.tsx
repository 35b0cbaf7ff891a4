import { HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { grams } from "../../format";
import { TextField } from "../../frame/fields";
import css from "../../frame/Ways.module.css";
import { readAmount } from "../../units";

/** What a sample took until it tasted right, for the whole jug: half of it first. */
export function Trial({ jugId, what }: { jugId: number; what: string }) {
  const [sample, setSample] = useState("100 ml");
  const [took, setTook] = useState("");
  const [ml, g] = [readAmount(sample, "ml"), took.trim() ? readAmount(took, "g") : null];
  const known = typeof ml === "number" && typeof g === "number";
  const found = useQuery({
    queryKey: ["trial", jugId, ml, g],
    enabled: known,
    queryFn: () =>
      answer(
        api.POST("/api/jugs/{jug_id}/trial", {
          params: { path: { jug_id: jugId } },
          body: { sample_ml: Number(ml), added_g: Number(g) },
        }),
      ),
  });
  return (
    <details className={css.ways}>
      <summary>Try it on a sample</summary>
      <Stack gap="2" pb="2">
        <HStack align="flex-start">
          <TextField
            label="Sample"
            value={sample}
            error={typeof ml === "string" ? ml : undefined}
            onChange={(event) => setSample(event.target.value)}
          />
          <TextField
            label="It took"
            placeholder="0.3 g"
            value={took}
            error={typeof g === "string" ? g : undefined}
            onChange={(event) => setTook(event.target.value)}
          />
        </HStack>
        <Text role="status" aria-label={`For the jug: ${what}`}>
          {found.error && known
            ? found.error.message
            : found.data && known
              ? `For the whole jug ${grams(found.data.mass_g)}: ${grams(found.data.first_g)} first, stir, taste, then the rest.`
              : "Stir a little at a time into it until it tastes right."}
        </Text>
      </Stack>
    </details>
  );
}
