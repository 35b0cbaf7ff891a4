import { Box, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useEffect, useState } from "react";
import { answer, api, ProblemError, type Schemas } from "../api/client";
import { useNewest } from "../api/newest";
import { gravity, money, percent, percentRange, range } from "../format";
import { ChoiceField, TextField } from "../frame/fields";
import { useSay } from "../frame/notices";
import { ActButton, Mark, QuietButton } from "../frame/states";

type Product = Schemas["ProductOut"];
type ProductIn = Schemas["ProductIn"];

type Typed = {
  name: string;
  kind: string;
  fruit: string;
  sugar: string;
  sugars: string;
  per: "ml" | "g";
  pack: string;
  packUnit: "ml" | "g";
  price: string;
};

const empty: Typed = {
  name: "",
  kind: "juice",
  fruit: "",
  sugar: "sucrose",
  sugars: "",
  per: "ml",
  pack: "1000",
  packUnit: "ml",
  price: "",
};

const kinds = [
  ["juice", "Juice or juice drink"],
  ["concentrate", "Concentrate"],
  ["syrup", "Honey, syrup or cordial"],
  ["sugar", "Sugar"],
] as const;

function typedFrom(product: Product): Typed {
  return {
    name: product.name,
    kind: product.kind,
    fruit: product.fruit ?? "",
    sugar: product.sugar ?? "sucrose",
    sugars: product.sugars_g ?? "",
    per: product.per_g ? "g" : "ml",
    pack: String(product.pack_ml ?? product.pack_g ?? ""),
    packUnit: product.pack_g ? "g" : "ml",
    price: product.price,
  };
}

function toProduct(typed: Typed): ProductIn {
  const dry = typed.kind === "sugar";
  const pack = Number(typed.pack.trim().replace(",", "."));
  return {
    name: typed.name,
    kind: typed.kind,
    fruit: dry ? null : typed.fruit || null,
    sugar: dry ? typed.sugar : null,
    sugars_g: dry ? null : typed.sugars,
    per_ml: !dry && typed.per === "ml" ? 100 : null,
    per_g: !dry && typed.per === "g" ? 100 : null,
    pack_ml: typed.packUnit === "ml" ? pack : null,
    pack_g: typed.packUnit === "g" ? pack : null,
    price: typed.price,
  };
}

/** The label as typed, and what it means at once. */
export function LabelForm({
  product,
  reference,
  currency,
  onClose,
}: {
  product: Product | null;
  reference: Schemas["ReferenceOut"];
  currency: string;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const say = useSay();
  const [typed, setTyped] = useState<Typed>(product ? typedFrom(product) : empty);
  const [asked, setAsked] = useState(false);
  const [refused, setRefused] = useState<ProblemError | null>(null);
  const read = useNewest((body: ProductIn) =>
    answer(api.POST("/api/shelf/products/read", { body })),
  );
  const dry = typed.kind === "sugar";

  const ready = dry ? typed.price !== "" : typed.sugars !== "" && typed.price !== "";
  const { ask } = read;
  useEffect(() => {
    if (ready) ask({ ...toProduct(typed), name: typed.name || "this carton" });
  }, [typed, ready, ask]);

  const set =
    <K extends keyof Typed>(key: K) =>
    (value: Typed[K]) => {
      setRefused(null);
      setTyped((before) => ({ ...before, [key]: value }));
    };

  async function keep(event: FormEvent) {
    event.preventDefault();
    setAsked(true);
    try {
      const body = toProduct(typed);
      const kept = product
        ? await answer(
            api.PUT("/api/shelf/products/{product_id}", {
              params: { path: { product_id: product.id } },
              body,
            }),
          )
        : await answer(api.POST("/api/shelf/products", { body }));
      await queries.invalidateQueries({ queryKey: ["products"] });
      say(`${kept.name} is on the shelf.`);
      onClose();
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setRefused(error);
    }
  }

  // While typing, only what stands in a field is judged; once asked for, the empty ones too.
  const problem = refused ?? (ready ? read.problem : null);
  const at = (...places: string[]) => problem?.at(...places);
  const elsewhere =
    problem && !at("name", "sugars_g", "pack", "pack_ml", "pack_g", "price", "fruit", "kind");
  const facts = ready && !read.problem ? read.data : undefined;
  return (
    <form onSubmit={keep} aria-label="Read a label">
      <Stack gap="3">
        <HStack>
          <Heading as="h2" size="lg" fontFamily="heading">
            {product ? "Correct it" : "Read a label"}
          </Heading>
          <QuietButton ml="auto" px="3" border="none" onClick={onClose} aria-label="Close">
            ✕
          </QuietButton>
        </HStack>
        <TextField
          label="What is it?"
          placeholder="Pear juice"
          value={typed.name}
          autoFocus
          error={asked ? at("name") : undefined}
          onChange={(event) => set("name")(event.target.value)}
        />
        <Grid templateColumns="1fr 1fr" gap="3">
          <ChoiceField
            label="Kind"
            value={typed.kind}
            error={at("kind")}
            onChange={(kind) => {
              setRefused(null);
              const weighed = kind === "sugar";
              setTyped({ ...typed, kind, packUnit: weighed ? "g" : typed.packUnit });
            }}
          >
            {kinds.map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </ChoiceField>
          {dry ? (
            <ChoiceField label="Which sugar" value={typed.sugar} onChange={set("sugar")}>
              {reference.sugars.map((sugar) => (
                <option key={sugar.key} value={sugar.key}>
                  {sugar.name}
                </option>
              ))}
            </ChoiceField>
          ) : (
            <ChoiceField
              label="Fruit"
              value={typed.fruit}
              onChange={set("fruit")}
              error={at("fruit")}
            >
              <option value="">Mixed or other</option>
              {reference.fruits.map((fruit) => (
                <option key={fruit.key} value={fruit.key}>
                  {fruit.name}
                </option>
              ))}
            </ChoiceField>
          )}
        </Grid>
        {!dry && (
          <Grid templateColumns="1fr 1fr" gap="3" alignItems="start">
            <TextField
              label="Of which sugars, g"
              placeholder="10.4"
              inputMode="decimal"
              value={typed.sugars}
              error={at("sugars_g")}
              hint="As printed: 10 is not 10.0"
              onChange={(event) => set("sugars")(event.target.value)}
            />
            <ChoiceField
              label="In"
              value={typed.per}
              onChange={(per) => set("per")(per as Typed["per"])}
            >
              <option value="ml">100 ml</option>
              <option value="g">100 g</option>
            </ChoiceField>
          </Grid>
        )}
        <Grid templateColumns="1fr 5.5rem 1fr" gap="3" alignItems="start">
          <TextField
            label="Pack holds"
            inputMode="decimal"
            value={typed.pack}
            error={at("pack", "pack_ml", "pack_g")}
            onChange={(event) => set("pack")(event.target.value)}
          />
          <ChoiceField
            label="Unit"
            value={typed.packUnit}
            onChange={(unit) => set("packUnit")(unit as Typed["packUnit"])}
          >
            <option value="ml">ml</option>
            <option value="g">g</option>
          </ChoiceField>
          <TextField
            label={`Price, ${currency}`}
            placeholder="1.15"
            inputMode="decimal"
            value={typed.price}
            error={at("price")}
            onChange={(event) => set("price")(event.target.value)}
          />
        </Grid>
        <Box aria-live="polite" minH="10rem" bg="glass" rounded="lg" p="3">
          {facts ? (
            <Facts facts={facts} currency={currency} />
          ) : (
            <Text color="quiet">
              Type the sugars and the price: what a hydrometer will read, and what 100 g of sugar
              cost, stand here at once.
            </Text>
          )}
        </Box>
        {elsewhere && (
          <Box role="alert">
            <Mark tone="bad">{problem.message}</Mark>
          </Box>
        )}
        <ActButton type="submit">{product ? "Keep it so" : "Put on the shelf"}</ActButton>
      </Stack>
    </form>
  );
}

function Facts({ facts, currency }: { facts: Schemas["FactsOut"]; currency: string }) {
  return (
    <Stack gap="1">
      {facts.reads ? (
        <>
          <Text fontSize="xl" fontWeight="700" fontFamily="heading">
            A hydrometer will read {range(facts.reads, gravity)}
          </Text>
          <Text>
            {Math.round(facts.sugar_g_per_l ?? 0)} g of sugar in a litre
            {facts.strength_alone &&
              `; fermented alone ${percent(facts.strength_alone.value)} (${percentRange(facts.strength_alone)})`}
          </Text>
        </>
      ) : (
        <Text fontSize="xl" fontWeight="700" fontFamily="heading">
          {Math.round(facts.sugar_g_per_100_g)} g of sugar in 100 g
        </Text>
      )}
      <Text>
        {facts.price_per_100_g_sugar
          ? `${money(facts.price_per_100_g_sugar, currency)} for 100 g of its sugar`
          : "Nothing in it ferments"}
      </Text>
    </Stack>
  );
}
