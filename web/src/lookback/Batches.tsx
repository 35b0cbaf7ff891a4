import { Heading, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { gravity, money, percent, volume, whole } from "../format";
import { Panel } from "../frame/states";
import css from "./LookBack.module.css";

type Batch = Schemas["BatchOut"];

/** Each batch: what was found, and under it what was planned. */
export function Batches({ batches, currency }: { batches: Batch[]; currency: string }) {
  if (batches.length === 0) return null;
  return (
    <Panel as="section" aria-label="Batch by batch">
      <Heading as="h2" size="lg" fontFamily="heading">
        Batch by batch
      </Heading>
      <Text color="quiet" fontSize="sm">
        As it was measured, and under it what the labels and the tables had said.
      </Text>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keys */}
      <section className={css.scroll} tabIndex={0} aria-label="Batches, a table that scrolls">
        <table className={css.table}>
          <thead>
            <tr>
              <th scope="col">Batch</th>
              <th scope="col">Start</th>
              <th scope="col">End</th>
              <th scope="col">Strength</th>
              <th scope="col">Days</th>
              <th scope="col">Left behind</th>
              <th scope="col">A litre</th>
            </tr>
          </thead>
          <tbody>
            {batches.map((batch) => (
              <tr key={batch.jug}>
                <th scope="row">
                  <Link to={`/jugs/${batch.jug}`}>
                    {batch.number} · {batch.name}
                  </Link>
                </th>
                <Measured pair={batch.start} write={gravity} />
                <Measured pair={batch.end} write={gravity} />
                <Measured pair={batch.abv} write={percent} />
                <Measured pair={batch.days} write={whole} />
                <Measured pair={batch.lost_ml} write={volume} />
                <td>
                  <b>{batch.litre_paid === null ? "–" : money(batch.litre_paid, currency)}</b>
                  {batch.litre_planned !== null && (
                    <span className={css.planned}>{money(batch.litre_planned, currency)}</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </Panel>
  );
}

function Measured({
  pair,
  write,
}: {
  pair: Schemas["PairOut"] | null;
  write: (figure: number) => string;
}) {
  if (!pair) return <td>–</td>;
  return (
    <td>
      <b>{pair.found === null ? "–" : write(Math.max(pair.found, 0))}</b>
      <span className={css.planned}>{write(pair.expected)}</span>
    </td>
  );
}
