import {
  Box,
  Collapsible,
  Grid,
  Heading,
  HStack,
  Stack,
  Text,
  VisuallyHidden,
} from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useEffect, useMemo, useRef, useState } from "react";
import { answer, api, ProblemError, type Schemas } from "../api/client";
import { upload } from "../api/files";
import { useNewest } from "../api/newest";
import { useAct } from "../frame/act";
import { ChoiceField, TextField } from "../frame/fields";
import { useEscape } from "../frame/focus";
import { useSay } from "../frame/notices";
import { ActButton, Mark, QuietButton } from "../frame/states";
import { Tick } from "../frame/Tick";
import { useKept } from "../frame/useKept";
import { Facts } from "./Facts";
import { MarkedText } from "./MarkedText";
import { Palette } from "./Palette";
import { PhotoCheck } from "./PhotoCheck";
import { PictureButton } from "./PictureButton";
import {
  empty,
  fill,
  filledBy,
  fillFrom,
  hasLabel,
  type Typed,
  titleOf,
  toProduct,
  typedFrom,
} from "./typed";

type Product = Schemas["ProductOut"];
type ProductIn = Schemas["ProductIn"];
type Reading = Schemas["LabelReadingOut"];

/** A label read as it is typed, pasted, photographed or looked up, and what it means at once. */
export function LabelReader({
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
  const begun = useMemo(() => (product ? typedFrom(product) : empty), [product]);
  const key = `label-${product?.id ?? "new"}`;
  const [typed, setTyped, forgetTyped] = useKept<Typed>(key, begun);
  const [text, setText, forgetText] = useKept(`${key}-text`, product?.label_text ?? "");
  const [corrected, setCorrected] = useState<string[]>(product?.corrected ?? []);
  const halfTyped = useRef(typed !== begun && (typed.name !== begun.name || text !== ""));
  const { act: write, busy: writing, problem: refused, setProblem: setRefused } = useAct(true);
  useEscape(onClose);
  const [photo, setPhoto] = useState<Schemas["PhotoOut"] | null>(null);
  const [busy, setBusy] = useState("");
  const [trouble, setTrouble] = useState("");
  const [asked, setAsked] = useState(false);
  const kind = reference.kinds.find((row) => row.key === typed.kind);
  const labelled = hasLabel(kind);

  const label = useNewest(async (body: Schemas["LabelTextIn"]) => ({
    text: body.text,
    reading: await answer(api.POST("/api/shelf/labels/read", { body })),
  }));
  const facts = useNewest((body: ProductIn) =>
    answer(api.POST("/api/shelf/products/read", { body })),
  );
  const reading: Reading | undefined = text && !label.problem ? label.data?.reading : undefined;
  const readAgain = label.ask;
  useEffect(() => {
    if (text) readAgain({ text });
  }, [text, readAgain]);

  // A photograph's figures go into the form one by one, as they are confirmed.
  const fromPhoto = photo !== null;
  useEffect(() => {
    if (!reading || fromPhoto) return;
    setTyped((before) => fillFrom(before, reading.fields, corrected));
  }, [reading, corrected, fromPhoto, setTyped]);

  const ready = labelled ? typed.sugars !== "" || typed.measured !== null : true;
  const { ask } = facts;
  useEffect(() => {
    if (!ready) return;
    const body = toProduct(typed, kind, text, corrected);
    // Before the pack is known a litre stands in for it, and has no price.
    const pack = typed.pack.trim() === "" ? { pack_ml: 1000, pack_g: null, price: "" } : {};
    ask({ ...body, ...pack, name: typed.name || "this" });
  }, [typed, text, kind, corrected, ready, ask]);

  /** The person sets a field: from then on the label's reader leaves it alone. */
  function set<K extends keyof Typed>(key: K, value: Typed[K], more: Partial<Typed> = {}) {
    setRefused(null);
    setTyped((before) => ({ ...before, ...more, [key]: value }));
    const field = Object.keys(filledBy).find((name) => filledBy[name]?.includes(key));
    if (field) setCorrected((before) => [...new Set([...before, field])]);
  }

  function typedText(next: string) {
    setText(next);
    setPhoto(null);
    setTyped((before) => ({
      ...before,
      name: before.name === titleOf(text) ? titleOf(next) : before.name,
    }));
  }

  async function during(what: string, act: () => Promise<void>) {
    setBusy(what);
    setTrouble("");
    try {
      await act();
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setTrouble(error.message);
    } finally {
      setBusy("");
    }
  }

  const readPhoto = (file: File) =>
    during("Reading the picture: some seconds", async () => {
      const read = await answer(api.POST("/api/shelf/pictures/label", upload("picture", file)));
      setPhoto(read);
      setText(read.text.trim());
      const words = read.reading.fields.filter((field) => ["kind", "fruit"].includes(field.key));
      setTyped((before) => ({
        ...fill(before, words, corrected),
        name: before.name || titleOf(read.text),
      }));
    });

  const lookUp = (code: string) =>
    during("Asking the product service", async () => {
      const found = await answer(
        api.GET("/api/shelf/barcodes/{code}", { params: { path: { code: code || "none" } } }),
      );
      setPhoto(null);
      setText(found.label_text);
      setTyped((before) => ({ ...before, name: found.name, barcode: found.barcode }));
    });

  const readBars = (file: File) =>
    during("Looking for a barcode", async () => {
      const { codes } = await answer(
        api.POST("/api/shelf/pictures/barcode", upload("picture", file)),
      );
      const code = codes[0] ?? "";
      setTyped((before) => ({ ...before, barcode: code }));
      await lookUp(code);
    });

  function keep(event: FormEvent) {
    event.preventDefault();
    setAsked(true);
    write(async () => {
      const body = toProduct(typed, kind, text, corrected);
      const kept = product
        ? await answer(
            api.PUT("/api/shelf/products/{product_id}", {
              params: { path: { product_id: product.id } },
              body,
            }),
          )
        : await answer(api.POST("/api/shelf/products", { body }));
      await queries.invalidateQueries({ queryKey: ["products"] });
      forgetTyped();
      forgetText();
      say(`${kept.name} is on the shelf.`);
      onClose();
    });
  }

  function startOver() {
    setTyped(begun);
    setText(product?.label_text ?? "");
    setCorrected(product?.corrected ?? []);
    setPhoto(null);
    setAsked(false);
    halfTyped.current = false;
  }

  // While typing, only what stands in a field is judged; once asked for, the empty ones too.
  const problem = refused ?? (ready ? facts.problem : null);
  const at = (...places: string[]) => problem?.at(...places);
  const shownAt = [
    "name",
    "sugars_g",
    "per_ml",
    "per_g",
    "dilution_parts",
    "makes_ml",
    "juice_percent",
    "pack",
    "pack_ml",
    "pack_g",
    "pack_count",
    "price",
    "fruit",
    "kind",
    "barcode",
    "at_home",
    "best_before",
    "place",
  ];
  const elsewhere = problem && !at(...shownAt);
  const doubts = reading && !fromPhoto ? reading.fields.filter((field) => field.doubt) : [];
  const known = ready && !facts.problem ? facts.data : undefined;

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
        {halfTyped.current && (
          <HStack bg="glass" rounded="lg" p="2" pl="3">
            <Text flex="1">What you had typed is still here.</Text>
            <QuietButton onClick={startOver}>Start over</QuietButton>
          </HStack>
        )}
        <HStack gap="2" flexWrap="wrap">
          <PictureButton onPick={readPhoto} disabled={busy !== ""}>
            Photograph it
          </PictureButton>
          <PictureButton onPick={readBars} disabled={busy !== ""}>
            Picture of the barcode
          </PictureButton>
        </HStack>
        <HStack align="flex-start" gap="2">
          <TextField
            label="Barcode"
            inputMode="numeric"
            placeholder="13 digits under the bars"
            value={typed.barcode}
            error={at("barcode")}
            onChange={(event) => set("barcode", event.target.value)}
          />
          <QuietButton
            mt="1.75rem"
            onClick={() => lookUp(typed.barcode)}
            disabled={busy !== "" || typed.barcode.trim() === ""}
          >
            Look it up
          </QuietButton>
        </HStack>
        <Box aria-live="polite" role="status">
          {busy && <Text color="quiet">{busy} …</Text>}
        </Box>
        {trouble && (
          <Box role="alert">
            <Mark tone="mind">{trouble}</Mark>
          </Box>
        )}
        <MarkedText
          value={text}
          read={label.data?.text ?? ""}
          reading={reading}
          onChange={typedText}
        />
        {label.problem && text && (
          <Box role="alert">
            <Mark tone="bad">{label.problem.message}</Mark>
          </Box>
        )}
        {photo && (
          <PhotoCheck
            photo={photo}
            onRight={(field) => setTyped((before) => fill(before, [field], []))}
          />
        )}
        {reading && reading.findings.length > 0 && <Findings findings={reading.findings} />}
        {reading?.ferments === "unknown" && <Mark tone="mind">{reading.sentence}</Mark>}
        {reading && !reading.as_sold && reading.why_not && doubts.length === 0 && labelled && (
          <Mark tone="mind">{reading.why_not}</Mark>
        )}
        {reading && reading.hints.length > 0 && (
          <Stack gap="1" fontSize="sm" role="group" aria-label="What to expect">
            {reading.hints.map((hint) => (
              <Text key={hint.code}>{hint.text}</Text>
            ))}
          </Stack>
        )}
        {doubts.length > 0 && (
          <Stack gap="1" aria-label="Not sure of" role="group">
            {doubts.map((field) => (
              <Mark key={field.key} tone="mind">
                {field.doubt}
              </Mark>
            ))}
          </Stack>
        )}
        <TextField
          label="What is it?"
          placeholder="Pear juice"
          value={typed.name}
          error={asked ? at("name") : undefined}
          onChange={(event) => set("name", event.target.value)}
        />
        <Grid templateColumns="1fr 1fr" gap="3">
          <ChoiceField
            label="Kind"
            value={typed.kind}
            error={at("kind")}
            onChange={(key) => {
              const chosen = reference.kinds.find((row) => row.key === key);
              const packUnit = chosen?.weighed ? "g" : chosen?.poured ? "ml" : "pieces";
              const same = typed.packUnit === packUnit;
              set("kind", key, same ? {} : { packUnit });
            }}
          >
            {reference.kinds
              .filter((row) => row.key !== "water")
              .map((row) => (
                <option key={row.key} value={row.key}>
                  {row.name}
                </option>
              ))}
          </ChoiceField>
          {typed.kind === "sugar" ? (
            <ChoiceField
              label="Which sugar"
              value={typed.sugar}
              onChange={(key) => set("sugar", key)}
            >
              {reference.sugars.map((sugar) => (
                <option key={sugar.key} value={sugar.key}>
                  {sugar.name}
                </option>
              ))}
            </ChoiceField>
          ) : (
            labelled && (
              <ChoiceField
                label="Fruit"
                value={typed.fruit}
                onChange={(key) => set("fruit", key)}
                error={at("fruit")}
              >
                <option value="">Mixed or other</option>
                {reference.fruits.map((fruit) => (
                  <option key={fruit.key} value={fruit.key}>
                    {fruit.name}
                  </option>
                ))}
              </ChoiceField>
            )
          )}
        </Grid>
        {labelled && (
          <>
            <Grid templateColumns="1fr 4.5rem 5rem" gap="3" alignItems="start">
              <TextField
                label="Of which sugars, g"
                placeholder="10.4"
                inputMode="decimal"
                value={typed.sugars}
                error={at("sugars_g")}
                hint="As printed: 10 is not 10.0"
                onChange={(event) => set("sugars", event.target.value)}
              />
              <TextField
                label="in"
                inputMode="decimal"
                placeholder="100"
                value={typed.amount}
                error={at("per_ml", "per_g")}
                onChange={(event) => set("amount", event.target.value)}
              />
              <ChoiceField
                label="of"
                value={typed.per}
                onChange={(per) => set("per", per as Typed["per"])}
              >
                <option value="ml">ml</option>
                <option value="g">g</option>
              </ChoiceField>
            </Grid>
            {["syrup", "juice"].includes(typed.kind) && (
              <TextField
                label="Juice in it, %"
                inputMode="decimal"
                placeholder="100"
                value={typed.juice}
                hint="As printed on a drink that is only part juice"
                error={at("juice_percent")}
                onChange={(event) => set("juice", event.target.value)}
              />
            )}
            {["syrup", "concentrate", "kit", "juice"].includes(typed.kind) && (
              <Tick checked={typed.madeUp} onChange={(madeUp) => set("madeUp", madeUp)}>
                The figures are for the drink made up
              </Tick>
            )}
            {typed.madeUp && (
              <Grid templateColumns="1fr 1fr" gap="3" alignItems="start">
                <TextField
                  label="Parts of water to one"
                  inputMode="decimal"
                  placeholder="5"
                  value={typed.dilution}
                  error={at("dilution_parts")}
                  onChange={(event) => set("dilution", event.target.value)}
                />
                <TextField
                  label="or a pack makes, ml"
                  inputMode="decimal"
                  placeholder="1350"
                  value={typed.makes}
                  error={at("makes_ml")}
                  onChange={(event) => set("makes", event.target.value)}
                />
              </Grid>
            )}
          </>
        )}
        <Grid templateColumns="1fr 5.5rem 1fr" gap="3" alignItems="start">
          <TextField
            label="Pack holds"
            inputMode="decimal"
            placeholder={typed.packUnit === "ml" ? "1000" : "500"}
            value={typed.pack}
            error={
              asked || typed.pack.trim() !== ""
                ? at("pack", "pack_ml", "pack_g", "pack_count")
                : undefined
            }
            onChange={(event) => set("pack", event.target.value)}
          />
          <ChoiceField
            label="Unit"
            value={typed.packUnit}
            onChange={(unit) => set("packUnit", unit as Typed["packUnit"])}
          >
            <option value="ml">ml</option>
            <option value="g">g</option>
            <option value="pieces">pieces</option>
          </ChoiceField>
          <TextField
            label={`Price, ${currency}`}
            placeholder="1.15 or 2 for 3"
            value={typed.price}
            error={at("price")}
            onChange={(event) => set("price", event.target.value)}
          />
        </Grid>
        <Collapsible.Root lazyMount>
          <Collapsible.Trigger asChild>
            <QuietButton borderColor="line">Shop, at home, best before, colour</QuietButton>
          </Collapsible.Trigger>
          <Collapsible.Content>
            <Stack gap="3" pt="3">
              <Grid templateColumns="1fr 1fr" gap="3" alignItems="start">
                <TextField
                  label="Bought at"
                  placeholder="Quay Stores"
                  value={typed.place}
                  error={at("place")}
                  onChange={(event) => set("place", event.target.value)}
                />
                <TextField
                  label="Packs at home"
                  inputMode="decimal"
                  value={typed.home}
                  error={at("at_home")}
                  onChange={(event) => set("home", event.target.value)}
                />
              </Grid>
              <TextField
                label="Best before"
                type="date"
                value={typed.bestBefore}
                error={at("best_before")}
                onChange={(event) => set("bestBefore", event.target.value)}
              />
              <Palette
                reference={reference}
                value={typed.colour}
                fruit={typed.fruit}
                kind={typed.kind}
                onChange={(colour) => set("colour", colour)}
              />
            </Stack>
          </Collapsible.Content>
        </Collapsible.Root>
        <Box aria-live="polite" minH="9rem" bg="glass" rounded="lg" p="3">
          {known ? (
            <Facts facts={known} currency={currency} priced={typed.price !== ""} />
          ) : (
            <Text color="quiet">
              {reading && doubts.length > 0
                ? "Settle that, or type the figure yourself."
                : (reading?.why_not ??
                  "Paste the label, or type the sugars and the price: whether it ferments, what a hydrometer will read and what its sugar costs stand here at once.")}
            </Text>
          )}
        </Box>
        {elsewhere && (
          <Box role="alert">
            <Mark tone="bad">{problem.message}</Mark>
          </Box>
        )}
        <ActButton type="submit" busy={writing}>
          {product ? "Save" : "Put on the shelf"}
        </ActButton>
      </Stack>
    </form>
  );
}

function Findings({ findings }: { findings: Reading["findings"] }) {
  const seen = new Map(findings.map((finding) => [finding.name, finding]));
  const tones: Record<string, "bad" | "mind" | "good"> = {
    stops_yeast: "bad",
    hard_on_yeast: "mind",
    stays_sweet: "mind",
    hazy: "mind",
  };
  return (
    <Stack gap="1" fontSize="sm" role="group" aria-label="What is in it">
      <VisuallyHidden>What is in it</VisuallyHidden>
      {[...seen.values()].map((finding) => (
        <Mark key={finding.name} tone={tones[finding.effects[0] ?? ""] ?? "good"}>
          <b>{finding.name}</b> {finding.e_number && `(${finding.e_number})`} — {finding.reason}
        </Mark>
      ))}
    </Stack>
  );
}
