import { Grid, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { Explained } from "../../frame/Explained";
import { TextField } from "../../frame/fields";
import css from "../../frame/Ways.module.css";
import { degree, readAmount, readTemperature, temperature } from "../../units";

const BOILING_C = 100;
const ROOM_C = 20;

/** How warm the must is once hot water is in, and how it comes to where yeast may go in. */
export function Mixed({ jugId }: { jugId: number }) {
  const [hot, setHot] = useState("");
  const [hotC, setHotC] = useState(temperature(BOILING_C));
  const [restC, setRestC] = useState(temperature(ROOM_C));
  const [ml, hot_c, rest_c] = [
    readAmount(hot, "ml"),
    readTemperature(hotC),
    readTemperature(restC),
  ];
  const known = typeof ml === "number" && hot_c !== null && rest_c !== null;
  const found = useQuery({
    queryKey: ["mixed", jugId, ml, hot_c, rest_c],
    enabled: known,
    retry: false,
    queryFn: () =>
      answer(
        api.POST("/api/jugs/{jug_id}/mixed", {
          params: { path: { jug_id: jugId } },
          body: { hot_ml: Number(ml), hot_c: Number(hot_c), rest_c: Number(rest_c) },
        }),
      ),
  });
  const wrong = (celsius: number | null) =>
    celsius === null ? `Like ${temperature(ROOM_C)}.` : undefined;
  return (
    <details className={css.ways}>
      <summary>Hot water in it? How warm it is mixed</summary>
      <Stack gap="2" pb="2">
        <Grid templateColumns={{ base: "1fr", sm: "1fr 1fr 1fr" }} gap="2" alignItems="start">
          <TextField
            label="Hot water"
            placeholder="500 ml"
            value={hot}
            error={hot.trim() && typeof ml === "string" ? ml : undefined}
            onChange={(event) => setHot(event.target.value)}
          />
          <TextField
            label={`It is at, ${degree()}`}
            value={hotC}
            error={wrong(hot_c)}
            onChange={(event) => setHotC(event.target.value)}
          />
          <TextField
            label={`All the rest, ${degree()}`}
            value={restC}
            error={wrong(rest_c)}
            onChange={(event) => setRestC(event.target.value)}
          />
        </Grid>
        <Text role="status" aria-label="How warm it is mixed">
          {known && found.error?.message}
          {known && found.data && <Explained text={found.data.says.join(" ")} />}
          {!known && "Hot tea, dissolved sugar, water from the kettle: all of it together."}
        </Text>
      </Stack>
    </details>
  );
}
