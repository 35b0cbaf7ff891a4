import { Heading, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { listed, money, moneyKnown, volume } from "../format";
import { Panel } from "../frame/states";
import css from "./LookBack.module.css";

const month = new Intl.DateTimeFormat("en-GB", { month: "long", year: "numeric", timeZone: "UTC" });

/** Where the money of all batches went, by month and by kind of thing. */
export function Money({
  spending,
  currency,
}: {
  spending: Schemas["SpendingOut"];
  currency: string;
}) {
  if (spending.months.length === 0) return null;
  return (
    <Panel as="section" aria-label="Money">
      <Stack gap="3">
        <Heading as="h2" size="lg" fontFamily="heading">
          {spending.kinds.length === 0
            ? "Nothing of it has a price"
            : `${moneyKnown(spending.money, currency, spending.unpriced)} in all`}
        </Heading>
        <Text>
          {spending.per_litre !== null &&
            `${moneyKnown(spending.per_litre, currency, spending.unpriced)} a litre in bottles. `}
          Yeast, caps and the rest by the part that was used, at today's prices.
          {spending.unpriced.length > 0 &&
            ` Without ${listed(spending.unpriced)}, which have no price on the shelf.`}
        </Text>
        <Lines
          title="By kind"
          lines={spending.kinds.map((line) => ({ ...line, said: line.name, beside: "" }))}
          currency={currency}
        />
        <Lines
          title="By month"
          lines={spending.months.map((line) => ({
            ...line,
            said: month.format(new Date(`${line.key}-15`)),
            beside: line.bottled_ml > 0 ? `, ${volume(line.bottled_ml)} in bottles` : "",
          }))}
          currency={currency}
        />
      </Stack>
    </Panel>
  );
}

function Lines({
  title,
  lines,
  currency,
}: {
  title: string;
  lines: (Schemas["SpendingLineOut"] & { said: string; beside: string })[];
  currency: string;
}) {
  return (
    <section aria-label={title}>
      <Heading as="h3" size="md" fontFamily="heading">
        {title}
      </Heading>
      <ul style={{ listStyle: "none" }}>
        {lines.map((line) => (
          <li key={line.key}>
            <Text fontSize="sm" pt="1">
              {line.said}: <b>{money(line.money, currency)}</b>
              {line.beside}
            </Text>
            <span className={css.bar} aria-hidden="true">
              <span style={{ width: `${100 * line.share}%` }} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
