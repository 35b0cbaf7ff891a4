import { Box, chakra, Flex, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useState } from "react";
import { useParams } from "react-router";
import { answer, api, mistyped, type Schemas } from "../api/client";
import { usePrices, useProduct, useReference, useSession } from "../api/queries";
import { Stem } from "../drawing/Stem";
import { date, gravity, gravityRange, money, productPack } from "../format";
import { useAct } from "../frame/act";
import { Explained } from "../frame/Explained";
import { TextField } from "../frame/fields";
import { useTitle } from "../frame/focus";
import { useSay } from "../frame/notices";
import { ActButton, GoButton, Mark, Panel, QuietButton, Trouble, Waiting } from "../frame/states";
import { emptied } from "../frame/useKept";
import { colour } from "../theme/colour";
import { drinkToken } from "../theme/drinks";
import { degree, readGravity, readTemperature, usualSample } from "../units";
import { Facts } from "./Facts";
import { LabelReader } from "./LabelReader";
import { PriceGraph } from "./PriceGraph";

type Product = Schemas["ProductOut"];

/** One product: what it is good for, its label beside a measurement, its prices and stock. */
export default function ProductPage() {
  const id = Number(useParams().product);
  const product = useProduct(id);
  const reference = useReference();
  const session = useSession();
  const [editing, setEditing] = useState(false);
  useTitle(product.data?.name ?? "Shelf");
  if (product.isPending || reference.isPending)
    return <Waiting page what="Taking it off the shelf" />;
  if (product.isLoadingError)
    return <Trouble page error={product.error} again={() => product.refetch()} />;
  if (reference.isLoadingError)
    return <Trouble page error={reference.error} again={() => reference.refetch()} />;
  const currency = session.data?.currency ?? "GBP";
  const one = product.data;
  return (
    <Stack gap="4">
      <Flex align="center" gap="3" wrap="wrap">
        <Box
          w="20px"
          h="44px"
          rounded="md"
          borderWidth="1px"
          borderColor="rim"
          bg={drinkToken(one)}
        />
        <Heading as="h1" size="2xl" fontFamily="heading">
          {one.name}
        </Heading>
        <Text color="quiet">
          {productPack(one)}
          {one.best_before && ` · best before ${date(one.best_before)}`}
          {one.barcode && ` · ${one.barcode}`}
        </Text>
        <HStack ml="auto">
          <GoButton to="/shelf" variant="quiet">
            Back to the shelf
          </GoButton>
          <ActButton onClick={() => setEditing(!editing)} aria-expanded={editing}>
            Edit
          </ActButton>
        </HStack>
      </Flex>
      <Grid templateColumns={{ base: "1fr", lg: "1fr 1fr" }} gap="4" alignItems="start">
        {editing ? (
          <Panel>
            <LabelReader
              product={one}
              reference={reference.data}
              currency={currency}
              onClose={() => setEditing(false)}
            />
          </Panel>
        ) : (
          <Stack gap="4">
            <Panel>
              <Flex gap="4" align="flex-start" justify="space-between" wrap="wrap">
                <chakra.div flex="1" minW="14rem">
                  <Facts
                    facts={one.facts}
                    currency={currency}
                    priced={one.price !== null}
                    level="h2"
                  />
                </chakra.div>
                {one.facts.reads && (
                  <Stem
                    height={STEM_PX}
                    floatsAt={one.facts.reads.value}
                    liquid={colour(drinkToken(one))}
                    marks={[{ name: "reads", sg: one.facts.reads.value, ...band(one.facts.reads) }]}
                    label={`A hydrometer in it reads ${gravityRange(one.facts.reads)}`}
                  />
                )}
              </Flex>
              {!!one.facts.preservatives?.length && (
                <Text pt="2">Holds {one.facts.preservatives.join(", ")}.</Text>
              )}
              {one.corrected.length > 0 && (
                <Text pt="2" color="quiet" fontSize="sm">
                  You set {one.corrected.join(", ")} yourself.
                </Text>
              )}
            </Panel>
            {one.facts.reads && (
              <Panel as="section" aria-label="Measured">
                <Measured product={one} />
              </Panel>
            )}
            {one.label_text && (
              <Panel as="section" aria-label="Its label">
                <Heading as="h2" size="md" fontFamily="heading" pb="1">
                  Its label
                </Heading>
                <Text whiteSpace="pre-wrap" overflowWrap="anywhere" fontSize="sm">
                  {one.label_text}
                </Text>
              </Panel>
            )}
          </Stack>
        )}
        <Stack gap="4">
          <Panel as="section" aria-label="Prices">
            <Prices product={one} currency={currency} />
          </Panel>
          <Panel as="section" aria-label="In stock">
            <AtHome product={one} />
          </Panel>
        </Stack>
      </Grid>
    </Stack>
  );
}

const STEM_PX = 250;

function band({ low, high }: Schemas["IntervalOut"]) {
  return { low, high, tone: "amberInk" as const };
}

/** Sends a small form, shows what is wrong with it beside it, and looks at the shelf anew. */
function useSmallAct() {
  const queries = useQueryClient();
  const { act, ...rest } = useAct(true);
  const send = (write: () => Promise<unknown>) =>
    act(async () => {
      await write();
      await queries.invalidateQueries({ queryKey: ["products"] });
    });
  return { act: send, ...rest };
}

function SmallForm({ onSubmit, children }: { onSubmit: () => void; children: ReactNode }) {
  return (
    <form
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        onSubmit();
      }}
    >
      <Flex gap="3" align="flex-end" wrap="wrap">
        {children}
      </Flex>
    </form>
  );
}

function Prices({ product, currency }: { product: Product; currency: string }) {
  const prices = usePrices(product.id);
  const say = useSay();
  const { act, busy, problem } = useSmallAct();
  const [amount, setAmount] = useState("");
  const [place, setPlace] = useState("");
  const path = { product_id: product.id };
  const add = async () => {
    const body = { amount, place };
    const done = await act(() =>
      answer(api.POST("/api/shelf/products/{product_id}/prices", { params: { path }, body })),
    );
    if (done) {
      setAmount(emptied(amount, ""));
      say("Price saved.");
    }
  };
  return (
    <Stack gap="3">
      <Heading as="h2" size="md" fontFamily="heading">
        Prices
      </Heading>
      {prices.data && prices.data.length > 0 ? (
        <>
          {prices.data.length > 1 && <PriceGraph prices={prices.data} currency={currency} />}
          <chakra.ul listStyleType="none" fontSize="sm" aria-label="Every price seen">
            {[...prices.data].reverse().map((price, i) => (
              <li key={`${price.on}-${price.amount}-${i.toString()}`}>
                <b>{money(price.amount, currency)}</b> {price.place && `at ${price.place}, `}
                {date(price.on)}
              </li>
            ))}
          </chakra.ul>
        </>
      ) : (
        <Text color="quiet">No price yet. Write the first one down.</Text>
      )}
      <SmallForm onSubmit={add}>
        <chakra.div flex="1 1 7rem">
          <TextField
            label={`Price now, ${currency}`}
            placeholder="1.25 or 2 for 3"
            value={amount}
            error={problem?.at("price", "amount")}
            onChange={(event) => setAmount(event.target.value)}
          />
        </chakra.div>
        <chakra.div flex="1 1 8rem">
          <TextField
            label="Seen at"
            placeholder="Pockett's"
            value={place}
            error={problem?.at("place")}
            onChange={(event) => setPlace(event.target.value)}
          />
        </chakra.div>
        <QuietButton type="submit" busy={busy}>
          Save
        </QuietButton>
      </SmallForm>
    </Stack>
  );
}

function AtHome({ product }: { product: Product }) {
  const say = useSay();
  const { act, busy, problem } = useSmallAct();
  const [packs, setPacks] = useState(String(Number(product.at_home)));
  const queries = useQueryClient();
  const set = (at_home: string) =>
    answer(
      api.POST("/api/shelf/products/{product_id}/home", {
        params: { path: { product_id: product.id } },
        body: { at_home: at_home.trim().replace(",", ".") || "0" },
      }),
    );
  const write = async () => {
    const before = product.at_home;
    const undo = async () => {
      await set(before);
      setPacks(String(Number(before)));
      await queries.invalidateQueries({ queryKey: ["products"] });
    };
    if (await act(() => set(packs))) say(`${packs} in stock.`, { undo });
  };
  return (
    <Stack gap="3">
      <Heading as="h2" size="md" fontFamily="heading">
        In stock
      </Heading>
      <SmallForm onSubmit={write}>
        <chakra.div flex="1 1 9rem">
          <TextField
            label="Packs, whole and part"
            inputMode="decimal"
            value={packs}
            error={problem?.message}
            onChange={(event) => setPacks(event.target.value)}
          />
        </chakra.div>
        <QuietButton type="submit" busy={busy}>
          Save
        </QuietButton>
      </SmallForm>
    </Stack>
  );
}

function Measured({ product }: { product: Product }) {
  const say = useSay();
  const { act, busy, problem, setProblem } = useSmallAct();
  const [sg, setSg] = useState("");
  const [celsius, setCelsius] = useState(usualSample);
  const { beside } = product.facts;
  const queries = useQueryClient();
  const send = (value: number | null, temperature_c: number) =>
    answer(
      api.POST("/api/shelf/products/{product_id}/measured", {
        params: { path: { product_id: product.id } },
        body: { sg: value, temperature_c },
      }),
    );
  const write = async () => {
    const reads = readGravity(sg);
    const warm = readTemperature(celsius);
    if (reads === null || warm === null) {
      const text =
        reads === null
          ? "Write the gravity as read, like 1.048."
          : `Write the sample's ${degree()}, like ${usualSample()}.`;
      setProblem(mistyped([{ at: "sg", text }]));
      return;
    }
    if (await act(() => send(reads, warm))) {
      setSg(emptied(sg, ""));
      say("Reading saved.");
    }
  };
  const takeBack = async () => {
    // What was kept is at 20 °C already.
    const before = product.measured_sg;
    const undo = async () => {
      await send(before, 20);
      await queries.invalidateQueries({ queryKey: ["products"] });
    };
    if (await act(() => send(null, 20))) say("Reading deleted: the label counts again.", { undo });
  };
  return (
    <Stack gap="3">
      <Heading as="h2" size="md" fontFamily="heading">
        <Explained text="Label and hydrometer" />
      </Heading>
      {beside && (
        <>
          <Grid templateColumns="1fr 1fr" gap="3">
            <Box>
              <Text color="quiet">The label alone</Text>
              <Text fontSize="xl" fontWeight="700">
                {gravityRange(beside.label_reads)}
              </Text>
            </Box>
            <Box>
              <Text color="quiet">
                Measured{product.measured_on && `, ${date(product.measured_on)}`}
              </Text>
              <Text fontSize="xl" fontWeight="700">
                {gravity(beside.measured_sg)}
              </Text>
            </Box>
          </Grid>
          <Mark tone={beside.agree ? "good" : "mind"}>{beside.sentence}</Mark>
        </>
      )}
      {!beside && (
        <Text color="quiet">
          {product.measured_sg === null
            ? "Not measured yet: a measured carton beats any label."
            : `Measured ${gravity(product.measured_sg)}; there is no label to hold it against.`}
        </Text>
      )}
      <SmallForm onSubmit={write}>
        <chakra.div flex="1 1 6rem">
          <TextField
            label="Gravity"
            placeholder="1.048"
            inputMode="decimal"
            value={sg}
            error={problem?.at("sg", "measured_sg") ?? (problem ? problem.message : undefined)}
            onChange={(event) => setSg(event.target.value)}
          />
        </chakra.div>
        <chakra.div flex="1 1 5rem">
          <TextField
            label={`Sample, ${degree()}`}
            inputMode="decimal"
            value={celsius}
            onChange={(event) => setCelsius(event.target.value)}
          />
        </chakra.div>
        <QuietButton type="submit" busy={busy} disabled={sg.trim() === ""}>
          Save reading
        </QuietButton>
        {product.measured_sg !== null && (
          <QuietButton onClick={takeBack}>Delete reading</QuietButton>
        )}
      </SmallForm>
    </Stack>
  );
}
