import { Flex, Heading, HStack, Stack, Text, VisuallyHidden } from "@chakra-ui/react";
import { useState } from "react";
import { answer, api, ProblemError, type Schemas } from "../../../api/client";
import { useSession } from "../../../api/queries";
import { grams, listed, money, percent, volume } from "../../../format";
import { TextField } from "../../../frame/fields";
import { useSay } from "../../../frame/notices";
import { ActButton, Mark, Trouble, Waiting } from "../../../frame/states";
import { Tick } from "../../../frame/Tick";
import { readNumber } from "../../../units";
import { type Draft, draftOf, type Plan, written } from "../draft";
import { changePour } from "../edits";
import css from "../plan.module.css";
import { useAsked } from "./useAsked";

type Basket = Schemas["BasketOut"];
type Change = (edit: (before: Draft) => Draft) => void;

/** What a carton more or fewer does, and three cheaper ways to the same strength and fill. */
export function Cheapest({
  plan,
  change,
  onDone,
}: {
  plan: Plan;
  change: Change;
  onDone: () => void;
}) {
  const currency = useSession().data?.currency ?? "GBP";
  const [keepFlavours, setKeepFlavours] = useState(true);
  const [juice, setJuice] = useState("");
  const [kinds, setKinds] = useState("");
  const least = readNumber(juice, "%");
  const asked = {
    plan,
    keep_flavours: keepFlavours,
    least_juice: least === null ? null : least / 100,
    most_kinds: readNumber(kinds),
  };
  const found = useAsked("cheapest", asked, (body: typeof asked) =>
    answer(api.POST("/api/plans/cheapest", { body })),
  );
  const say = useSay();

  function take(basket: Basket) {
    change((before) => {
      const taken = draftOf({ name: "", pours: basket.pours }, 0);
      return { ...before, pours: taken.pours, aiming: false, blend: null, acid: "", tannin: "" };
    });
    say("Done. Undo brings your own ingredients back.");
    onDone();
  }

  return (
    <Stack gap="5">
      <Cartons plan={plan} currency={currency} change={change} />
      <Stack gap="3">
        <Flex align="center" gap="4" wrap="wrap">
          <Heading as="h3" size="md" fontFamily="heading">
            Whole packs: your stock first, then the shop
          </Heading>
          <Tick checked={keepFlavours} onChange={setKeepFlavours}>
            Keep the flavours
          </Tick>
        </Flex>
        <HStack gap="3" align="flex-start" maxW="26rem">
          <TextField
            label="Minimum juice, %"
            inputMode="decimal"
            placeholder="as now"
            value={juice}
            error={juice.trim() && least === null ? "Write a share, like 60." : undefined}
            onChange={(event) => setJuice(event.target.value)}
          />
          <TextField
            label="Most products"
            inputMode="numeric"
            placeholder="any"
            value={kinds}
            error={
              kinds.trim() && readNumber(kinds) === null ? "Write a count, like 3." : undefined
            }
            onChange={(event) => setKinds(event.target.value)}
          />
        </HStack>
        {found.isPending ? (
          <Waiting what="Comparing shopping baskets" />
        ) : found.isLoadingError ? (
          found.error instanceof ProblemError && found.error.status === 422 ? (
            <Mark tone="mind">{found.error.message}</Mark>
          ) : (
            <Trouble error={found.error} again={() => found.refetch()} />
          )
        ) : (
          <>
            <Text color="quiet">
              The same strength and fill, with {Math.round(found.data.least_juice * 100)} % of juice
              or more{keepFlavours && ", and as much of each fruit as now"}.
              {!found.data.sure && " Time ran out: there may be one cheaper still."}
            </Text>
            {found.data.unpriced.length > 0 && (
              <Mark tone="mind">
                {`No price is known of ${listed(found.data.unpriced)}: what stands cannot be compared until its row has one.`}
              </Mark>
            )}
            {found.data.baskets.length === 0 && (
              <Text>
                Nothing on your shelf does it for less than this plan
                {found.data.per_bottle && `, ${money(found.data.per_bottle, currency)} a bottle`}.
              </Text>
            )}
            {found.data.left_out.length > 0 && (
              <Text color="quiet">Without {listed(found.data.left_out)}.</Text>
            )}
            <div className={css.sides}>
              {found.data.baskets.map((basket, place) => (
                <BasketCard
                  key={basket.items.map((item) => item.name).join()}
                  basket={basket}
                  place={place}
                  currency={currency}
                  onTake={take}
                />
              ))}
            </div>
          </>
        )}
      </Stack>
    </Stack>
  );
}

function BasketCard({
  basket,
  place,
  currency,
  onTake,
}: {
  basket: Basket;
  place: number;
  currency: string;
  onTake: (basket: Basket) => void;
}) {
  const { cost, glass, must } = basket.evaluation;
  const amount = (value: number, byMass: boolean) => (byMass ? grams(value) : volume(value));
  const name = ["Cheapest", "Second", "Third"][place] ?? "Another";
  return (
    <section className={css.side} aria-label={`${name} way`}>
      <HStack justify="space-between" align="baseline">
        <Heading as="h4" size="md" fontFamily="heading">
          {name}
        </Heading>
        <Text fontWeight="700">
          {cost.per_bottle ? `${money(cost.per_bottle, currency)} a bottle` : ""}
        </Text>
      </HStack>
      <ul>
        {basket.items.map((item) => (
          <li key={item.name}>
            {item.packs} × {item.name}
            <Text color="quiet" fontSize="sm">
              {amount(item.amount, item.by_mass)} of it
              {item.to_buy === 0
                ? ", all in stock"
                : item.to_buy < item.packs && `, ${item.packs - item.to_buy} in stock`}
              {item.left_over >= 1 && `, ${amount(item.left_over, item.by_mass)} left over`}
            </Text>
          </li>
        ))}
      </ul>
      <Text>
        {percent(glass.abv.value)} in {volume(must.volume_ml)}
      </Text>
      <Text>
        <b>{money(basket.bill, currency)}</b> at the till
      </Text>
      <ActButton onClick={() => onTake(basket)}>Use this one</ActButton>
    </section>
  );
}

function Cartons({ plan, currency, change }: { plan: Plan; currency: string; change: Change }) {
  const rows = useAsked("cartons", plan, (body: Plan) =>
    answer(api.POST("/api/plans/cartons", { body })),
  );
  if (!rows.data?.length) return null;

  function pour(name: string, amount: number) {
    change((before) => {
      const row = before.pours.find((known) => known.pour.name === name);
      return row ? changePour(before, row.id, { amount: written(amount), role: "fixed" }) : before;
    });
  }

  return (
    <Stack gap="2">
      <Heading as="h3" size="md" fontFamily="heading">
        One carton more or fewer
      </Heading>
      <ul aria-label="One carton more or fewer">
        {rows.data.map((row) => (
          <li key={row.name} className={css.carton}>
            <div>
              <b>{row.name}</b>
              <Text color="quiet" fontSize="sm">
                {Math.round(row.packs * 100) / 100} now
              </Text>
            </div>
            <Outcome
              said="One fewer"
              of={row.name}
              outcome={row.fewer}
              currency={currency}
              onPour={(amount) => pour(row.name, amount)}
            />
            <Outcome
              said="One more"
              of={row.name}
              outcome={row.more}
              currency={currency}
              onPour={(amount) => pour(row.name, amount)}
            />
          </li>
        ))}
      </ul>
    </Stack>
  );
}

function Outcome({
  said,
  of,
  outcome,
  currency,
  onPour,
}: {
  said: string;
  of: string;
  outcome: Schemas["OutcomeOut"];
  currency: string;
  onPour: (amount: number) => void;
}) {
  if (outcome.why_not) {
    return (
      <Text fontSize="sm" color="quiet">
        {said}: {outcome.why_not}
      </Text>
    );
  }
  return (
    <button type="button" className={css.remedy} onClick={() => onPour(outcome.amount)}>
      {said} <VisuallyHidden>{of}</VisuallyHidden>
      <Text as="span" display="block" fontSize="sm" fontWeight="400">
        {percent(outcome.abv ?? 0)} in {volume(outcome.fill_ml ?? 0)}
        {outcome.each && ` · ${money(outcome.each, currency)} a bottle`}
      </Text>
    </button>
  );
}
