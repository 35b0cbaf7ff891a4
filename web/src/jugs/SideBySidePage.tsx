import { Box, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { useReference, useSession } from "../api/queries";
import { Tape } from "../drawing/Tape";
import { Vessel } from "../drawing/Vessel";
import { grams, gravity, money, percent, volume } from "../format";
import { Explained } from "../frame/Explained";
import { useTitle } from "../frame/focus";
import { Panel, Trouble, Waiting } from "../frame/states";
import { Tick } from "../frame/Tick";
import { pouredLayers } from "../jug/jugLayers";
import css from "../jug/plan/plan.module.css";

function figure(value: number | string | null, unit: string, currency: string): string {
  if (value === null) return "–";
  if (unit === "money" || typeof value === "string") return money(String(value), currency);
  if (unit === "SG") return gravity(value);
  if (unit === "%") return percent(value);
  if (unit === "ml") return volume(value);
  if (unit === "g") return value < 20 ? `${value.toFixed(1)} g` : grams(value);
  return `${value.toFixed(1)} ${unit}`;
}

/** Jugs from the same plan side by side: drawn, and every figure of them. */
export default function SideBySidePage() {
  useTitle("Jugs side by side");
  const [search] = useSearchParams();
  const ids = search.getAll("jug").map(Number);
  const reference = useReference().data;
  const currency = useSession().data?.currency ?? "GBP";
  const [all, setAll] = useState(false);
  const found = useQuery({
    queryKey: ["side-by-side", ids],
    queryFn: () => answer(api.GET("/api/jugs/side-by-side", { params: { query: { jug: ids } } })),
    staleTime: 0,
  });
  if (found.isPending || !reference) return <Waiting page what="Comparing" />;
  if (found.isLoadingError)
    return <Trouble page error={found.error} again={() => found.refetch()} />;
  const { jugs, rows } = found.data;
  const shown = all ? rows : rows.filter((row) => row.differ);
  return (
    <Stack gap="4">
      <Heading as="h1" size="2xl" fontFamily="heading">
        Side by side
      </Heading>
      <div className={css.sides}>
        {jugs.map((jug) => (
          <OneJug key={jug.id} jug={jug} reference={reference} />
        ))}
      </div>
      <Panel as="section" aria-label="What differs">
        <HStack pb="2" wrap="wrap">
          <Heading as="h2" size="lg" fontFamily="heading">
            What differs
          </Heading>
          <Box ml="auto">
            <Tick checked={all} onChange={setAll}>
              Show what is the same too
            </Tick>
          </Box>
        </HStack>
        {shown.length === 0 ? (
          <Text color="quiet">Nothing yet: change something in one of them.</Text>
        ) : (
          <Box overflowX="auto">
            <table className={css.table} aria-label="Figures side by side">
              <thead>
                <tr>
                  <th scope="col">Figure</th>
                  {jugs.map((jug) => (
                    <th key={jug.id} scope="col">
                      Jug {jug.number}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {shown.map((row) => (
                  <tr key={row.name} className={row.differ ? css.differs : undefined}>
                    <th scope="row">
                      <Explained text={row.name} />
                      {row.said && (
                        <Text as="span" display="block" fontSize="sm" fontWeight="400">
                          {row.said}
                        </Text>
                      )}
                    </th>
                    {row.values.map((value, place) => (
                      <td key={jugs[place]?.id}>{figure(value, row.unit, currency)}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </Box>
        )}
      </Panel>
    </Stack>
  );
}

function OneJug({
  jug,
  reference,
}: {
  jug: Schemas["JugOut"];
  reference: Schemas["ReferenceOut"];
}) {
  const planned = jug.kept.plan.vessel;
  const vessel = reference.vessels.find((row) => row.key === planned?.key);
  return (
    <Panel as="section" aria-label={`Jug ${jug.number}`}>
      <Box css={{ "& a": { display: "inline-flex", minHeight: "44px", alignItems: "center" } }}>
        <Link to={`/jugs/${jug.id}/plan`}>
          <Tape>
            Jug {jug.number} · {jug.name}
          </Tape>
        </Link>
      </Box>
      <Box maxW="16rem" mx="auto">
        <Vessel
          height={250}
          shape={vessel?.shape ?? "demijohn"}
          capacityMl={planned?.volume_ml ?? 5000}
          layers={pouredLayers(jug).filter((layer) => layer.ml > 0)}
          label={`Jug ${jug.number}: ${volume(jug.evaluation?.must.volume_ml ?? 0)}`}
        />
      </Box>
      {jug.progress && <Text textAlign="center">{jug.progress.headline}</Text>}
    </Panel>
  );
}
