import { Box, chakra, Flex, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { useCellar, useSession } from "../api/queries";
import { Bottles } from "../drawing/Bottles";
import { Tape } from "../drawing/Tape";
import { bottleSize, moneyKnown } from "../format";
import { useTitle } from "../frame/focus";
import { OneOf } from "../frame/OneOf";
import { Empty, GoButton, Panel, QuietButton, Trouble, Waiting } from "../frame/states";
import { Tick } from "../frame/Tick";
import { drinkToken } from "../theme/drinks";
import css from "./CellarPage.module.css";
import { LotPanel } from "./LotPanel";
import { Window } from "./Window";

type Lot = Schemas["CellarLotOut"];

const READY = ["ready", "soon", "past"];

/** All bottles as they stand: by place on their shelves, what to drink first, and what is in one. */
export default function CellarPage() {
  useTitle("Cellar");
  const found = useCellar();
  const session = useSession().data;
  const [chosen, setChosen] = useState("");
  const [onlyReady, setOnlyReady] = useState(false);
  if (found.isPending || !session) return <Waiting page what="Going down to the cellar" />;
  if (found.isLoadingError)
    return <Trouble page error={found.error} again={() => found.refetch()} />;
  const { said, places } = found.data;
  const shown = places
    .map((place) => ({
      ...place,
      lots: place.lots.filter((lot) => !onlyReady || READY.includes(lot.standing)),
    }))
    .filter((place) => place.lots.length > 0);
  const all = shown.flatMap((place) => place.lots);
  // A lot that was moved is still the one that was chosen.
  const lot =
    all.find((each) => keyOf(each) === chosen) ??
    all.find((each) => chosen.startsWith(`${lotOf(each)}/`)) ??
    all.find((each) => each.left > 0);
  if (places.length === 0)
    return (
      <Panel>
        <chakra.h1 srOnly>Cellar</chakra.h1>
        <Empty
          title="No bottles yet"
          text="What is bottled stands here, by where you keep it, until the last one is open."
          step={<GoButton to="/jugs">See the jugs</GoButton>}
        />
      </Panel>
    );
  return (
    <Stack gap="4">
      <Flex wrap="wrap" gap="4" align="center">
        <Heading as="h1" size="2xl" fontFamily="heading" flex="1" minW="16rem">
          {said}
        </Heading>
        <QuietButton asChild hideFrom="md">
          <Link to="/look-back">Look back</Link>
        </QuietButton>
        <Tick checked={onlyReady} onChange={setOnlyReady}>
          Only ready ones
        </Tick>
      </Flex>
      <Grid
        templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 23rem" }}
        gap="4"
        alignItems="start"
      >
        <Panel>
          <Stack gap="5">
            {shown.length === 0 && <Text color="quiet">None is ready yet.</Text>}
            {shown.map((place) => (
              <section key={place.name} aria-label={place.name || "No place yet"}>
                <Heading as="h2" size="md" fontFamily="heading">
                  {place.name || "No place yet"}
                </Heading>
                <ul className={css.shelf}>
                  {place.lots.map((each) => (
                    <OneOf key={keyOf(each)} name={each.name}>
                      <Shelved
                        lot={each}
                        chosen={each === lot}
                        currency={session.currency}
                        onChoose={() => setChosen(keyOf(each))}
                      />
                    </OneOf>
                  ))}
                </ul>
              </section>
            ))}
          </Stack>
        </Panel>
        {lot && (
          <Panel position={{ lg: "sticky" }} top="4">
            <LotPanel key={lotOf(lot)} lot={lot} />
          </Panel>
        )}
      </Grid>
    </Stack>
  );
}

function lotOf(lot: Lot): string {
  return `${lot.jug}/${lot.id}`;
}

function keyOf(lot: Lot): string {
  return `${lotOf(lot)}/${lot.place}`;
}

/** A lot on its shelf: its bottles, the drunk ones as outlines, and its tape on the board's edge. */
function Shelved({
  lot,
  chosen,
  currency,
  onChoose,
}: {
  lot: Lot;
  chosen: boolean;
  currency: string;
  onChoose: () => void;
}) {
  return (
    <li className={css.lot}>
      <button type="button" className={css.press} aria-pressed={chosen} onClick={onChoose}>
        <span className={css.stands}>
          <Bottles
            bottle={lot.bottle}
            closure={lot.closure}
            count={lot.here}
            of={lot.here === lot.left ? lot.count : lot.here}
            drink={lot.drink ? drinkToken(lot.drink) : "drink.juice"}
          />
        </span>
        <span className={css.board} aria-hidden="true" />
        <span className={css.tape}>
          <Tape>
            {lot.number} · {lot.jug_name}
          </Tape>
        </span>
        <Box as="span" display="block" fontSize="sm">
          <b>{lot.here === lot.left ? `${lot.left} left` : `${lot.here} here`}</b> of {lot.count} ·{" "}
          {bottleSize(lot.size_ml)}
          {lot.cost_each !== null && ` · ${moneyKnown(lot.cost_each, currency, lot.unpriced)}`}
        </Box>
        <HStack as="span" gap="2">
          <Window lot={lot} />
        </HStack>
      </button>
    </li>
  );
}
