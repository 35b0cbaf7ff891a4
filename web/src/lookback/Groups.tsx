import { Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { percent, whole } from "../format";
import { ChoiceField } from "../frame/fields";
import { Panel } from "../frame/states";
import css from "./LookBack.module.css";

const WAYS = [
  ["by_juice", "Juice or syrup"],
  ["by_yeast", "Yeast"],
  ["by_shop", "Shop"],
] as const;

type Way = (typeof WAYS)[number][0];

/** Batches with a juice, a yeast or a shop in common, and how far they were off on average. */
export function Groups({ told }: { told: Schemas["PracticeOut"] }) {
  const [way, setWay] = useState<Way>("by_juice");
  const groups = told[way];
  if (told.batches.length === 0) return null;
  return (
    <Panel as="section" aria-label="Taken together">
      <Heading as="h2" size="lg" fontFamily="heading">
        Taken together
      </Heading>
      <ChoiceField label="By" value={way} onChange={(next) => setWay(next as Way)}>
        {WAYS.map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </ChoiceField>
      {groups.length === 0 ? (
        <Text color="quiet" pt="2">
          No prices with a shop yet: they are written on the product's page.
        </Text>
      ) : (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keys
        <section className={css.scroll} tabIndex={0} aria-label="Averages, a table that scrolls">
          <table className={css.table}>
            <thead>
              <tr>
                <th scope="col">{WAYS.find(([key]) => key === way)?.[1]}</th>
                <th scope="col">Batches</th>
                <th scope="col">Start, points</th>
                <th scope="col">End, points</th>
                <th scope="col">Strength</th>
                <th scope="col">Days</th>
                <th scope="col">Left behind, ml</th>
                <th scope="col">Cost</th>
              </tr>
            </thead>
            <tbody>
              {groups.map((group) => (
                <tr key={group.name}>
                  <th scope="row">{group.name}</th>
                  <td>{group.batches}</td>
                  <td>{off(group.start_points, (x) => x.toFixed(1))}</td>
                  <td>{off(group.end_points, (x) => x.toFixed(1))}</td>
                  <td>{off(group.abv, percent)}</td>
                  <td>{off(group.days, whole)}</td>
                  <td>{off(group.lost_ml, whole)}</td>
                  <td>{off(group.cost_share, (x) => `${whole(100 * x)} %`)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      <Text color="quiet" fontSize="sm" pt="2">
        By how much they came out above (+) or below (−) what was planned, on average.
      </Text>
    </Panel>
  );
}

/** "+1.2", "−0.3": above or below what was planned. */
function off(value: number | null, write: (figure: number) => string): string {
  if (value === null) return "–";
  const written = write(Math.abs(value));
  if (/^[0. %]*$/.test(written)) return written;
  return `${value < 0 ? "−" : "+"}${written}`;
}
