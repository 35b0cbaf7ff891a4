import { chakra, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { bottleSize } from "../../format";
import { useAct } from "../../frame/act";
import { TextField } from "../../frame/fields";
import { useSay } from "../../frame/notices";
import { ActButton, Mark, QuietButton } from "../../frame/states";
import { emptied } from "../../frame/useKept";
import { readNumber } from "../../units";
import { useJugContext } from "../jugContext";
import { KindField, SizeField } from "./BottleFields";
import { counted, type Lot, notPrimed } from "./lots";

const KEY = ["bottles"];

/** The empty bottles at home, and a press that fills those with least left over. */
export function AtHome({ onFill }: { onFill: (lots: Lot[]) => void }) {
  const { jug } = useJugContext();
  const queries = useQueryClient();
  const say = useSay();
  const { act, busy, problem, setProblem } = useAct(true);
  const found = useQuery({ queryKey: KEY, queryFn: () => answer(api.GET("/api/bottles")) });
  const rows = found.data ?? [];
  const [gas, setGas] = useState("");
  const [adding, setAdding] = useState({ size: "750", closed: "wine_bottle/cork", count: "" });
  const volumes = gas.trim() ? readNumber(gas, "volumes") : null;
  const many = counted(adding.count);

  const keep = async (row: Schemas["EmptiesIn"]) =>
    queries.setQueryData(KEY, await answer(api.PUT("/api/bottles", { body: row })));

  const set = (row: Schemas["EmptiesOut"], count: number) =>
    act(async () => {
      const { name: _, ...kept } = row;
      await keep({ ...kept, count: Math.max(count, 0) });
      if (count <= 0) say(`${row.name}: off the list.`, { undo: () => keep(kept) });
    });

  const fill = () =>
    act(async () => {
      const mix = await answer(
        api.POST("/api/jugs/{jug_id}/bottle-mix", {
          params: { path: { jug_id: jug.id } },
          body: { volumes },
        }),
      );
      onFill(
        mix.bottles.map((line) => ({
          size: String(line.size_ml),
          count: String(line.count),
          closed: `${line.bottle}/${line.closure}`,
          primed: volumes ? { ...notPrimed, by: "volumes", much: gas } : notPrimed,
        })),
      );
      say(`Wash ${mix.wash}. ${mix.said}`);
    });

  const add = () =>
    act(async () => {
      const [bottle = "", closure = ""] = adding.closed.split("/");
      await keep({ size_ml: Number(adding.size), bottle, closure, count: many ?? 0 });
      setAdding((now) => ({ ...now, count: emptied(adding.count, "")(now.count) }));
    });

  return (
    <Stack gap="3">
      <Heading as="h2" size="md" fontFamily="heading">
        Bottles at home
      </Heading>
      {rows.length === 0 ? (
        <Text color="quiet">
          Write down which empty bottles you have: then the mix with least left over is a press
          away.
        </Text>
      ) : (
        <>
          <chakra.ul listStyleType="none">
            {rows.map((row) => (
              <HStack as="li" key={`${row.size_ml}/${row.bottle}/${row.closure}`} py="1">
                <Text flex="1" minW="0">
                  <b>
                    {row.count} × {bottleSize(row.size_ml)}
                  </b>{" "}
                  {row.name.toLowerCase()}
                </Text>
                <QuietButton
                  size="slim"
                  aria-label={`One ${bottleSize(row.size_ml)} ${row.name} fewer`}
                  onClick={() => set(row, row.count - 1)}
                >
                  −
                </QuietButton>
                <QuietButton
                  size="slim"
                  aria-label={`One ${bottleSize(row.size_ml)} ${row.name} more`}
                  onClick={() => set(row, row.count + 1)}
                >
                  +
                </QuietButton>
              </HStack>
            ))}
          </chakra.ul>
          <HStack align="flex-end">
            <TextField
              label="With gas, volumes"
              inputMode="decimal"
              placeholder="still"
              value={gas}
              error={gas && volumes === null ? "Like 2.5, or nothing." : undefined}
              onChange={(event) => {
                setProblem(null);
                setGas(event.target.value);
              }}
            />
            <ActButton busy={busy} onClick={fill}>
              Fill these
            </ActButton>
          </HStack>
        </>
      )}
      {problem && <Mark tone="bad">{problem.message}</Mark>}
      <Grid
        templateColumns="1fr 1fr"
        gap="2"
        alignItems="end"
        as="section"
        aria-label="Add empties"
      >
        <SizeField
          label="Empties: size"
          value={adding.size}
          onChange={(size) => setAdding({ ...adding, size })}
        />
        <TextField
          label="Empties: how many"
          inputMode="numeric"
          placeholder="6"
          value={adding.count}
          error={many === null ? "Whole bottles, like 6." : undefined}
          onChange={(event) => setAdding({ ...adding, count: event.target.value })}
        />
        <chakra.div gridColumn="1 / -1">
          <KindField
            label="Empties: kind and closure"
            value={adding.closed}
            onChange={(closed) => setAdding({ ...adding, closed })}
          />
        </chakra.div>
        <QuietButton busy={busy} disabled={!many} onClick={add}>
          Add empties
        </QuietButton>
      </Grid>
    </Stack>
  );
}
