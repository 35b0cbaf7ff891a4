import { Box, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useEffect, useMemo, useRef, useState } from "react";
import { answer, api, mistyped, ProblemError, type Schemas } from "../api/client";
import { upload } from "../api/files";
import { useNewest } from "../api/newest";
import { useAct } from "../frame/act";
import { Explained } from "../frame/Explained";
import { TextField } from "../frame/fields";
import { useEscape } from "../frame/focus";
import { useSay } from "../frame/notices";
import { ActButton, Mark, QuietButton } from "../frame/states";
import { useKept } from "../frame/useKept";
import { Camera, hasCamera } from "./Camera";
import { Doubt } from "./Doubt";
import { Facts } from "./Facts";
import { Findings } from "./Findings";
import { MarkedText } from "./MarkedText";
import { PhotoCheck } from "./PhotoCheck";
import { PictureButton } from "./PictureButton";
import { ProductFields } from "./ProductFields";
import {
  empty,
  fill,
  filledBy,
  fillFrom,
  hasLabel,
  misread,
  type Typed,
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
  onKept,
}: {
  product: Product | null;
  reference: Schemas["ReferenceOut"];
  currency: string;
  onClose: () => void;
  /** Where to go with it once it is on the shelf, when not back to the list. */
  onKept?: ((product: Product) => void) | undefined;
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
  const [looking, setLooking] = useState(false);
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
    // A price in other money is no price here.
    const money = reading.fields.find((field) => field.key === "currency");
    const ours = reading.fields.filter(
      (field) => field.key !== "price" || !money || money.value === currency,
    );
    setTyped((before) => fillFrom(before, ours, corrected));
  }, [reading, corrected, fromPhoto, setTyped, currency]);

  const wrong = useMemo(() => misread(typed, labelled), [typed, labelled]);
  const given = labelled ? typed.sugars !== "" || typed.measured !== null : true;
  const ready = given && wrong.length === 0;
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

  /** The sides of one pack, each after what was read of it before. */
  const readPhotos = (files: File[]) =>
    during("Reading the picture: some seconds", async () => {
      let read = photo;
      for (const file of files) {
        const side = await answer(api.POST("/api/shelf/pictures/label", upload("picture", file)));
        read = read === null ? side : await joined(read, side);
      }
      if (read === null) return;
      setPhoto(read);
      setText(read.text.trim());
      const words = read.reading.fields.filter((field) =>
        ["kind", "fruit", "name"].includes(field.key),
      );
      setTyped((before) => fill(before, words, corrected));
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

  const readBars = ([file]: File[]) =>
    during("Looking for a barcode", async () => {
      const { codes } = await answer(
        api.POST("/api/shelf/pictures/barcode", upload("picture", file as File)),
      );
      const code = codes[0] ?? "";
      setTyped((before) => ({ ...before, barcode: code }));
      await lookUp(code);
    });

  function keep(event: FormEvent) {
    event.preventDefault();
    setAsked(true);
    if (wrong.length > 0) return;
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
      if (onKept) onKept(kept);
      else onClose();
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
  const problem = wrong.length > 0 ? mistyped(wrong) : (refused ?? (ready ? facts.problem : null));
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
  // What the person has settled is in doubt no more.
  const doubts =
    reading && !fromPhoto
      ? reading.fields.filter((field) => field.doubt && !corrected.includes(field.key))
      : [];
  function accept(field: Schemas["FieldOut"]) {
    setTyped((before) => fill(before, [{ ...field, doubt: "" }], []));
    setCorrected((before) => [...new Set([...before, field.key])]);
  }
  const known = ready && !facts.problem ? facts.data : undefined;

  return (
    <form onSubmit={keep} aria-label="Read a label">
      <Stack gap="3">
        <HStack>
          <Heading as="h2" size="lg" fontFamily="heading">
            {product ? "Edit" : "Read a label"}
          </Heading>
          <QuietButton ml="auto" size="slim" variant="bare" onClick={onClose} aria-label="Close">
            ✕
          </QuietButton>
        </HStack>
        {halfTyped.current && (
          <HStack bg="glass" rounded="lg" p="2" pl="3">
            <Text flex="1">What you had typed is still here.</Text>
            <QuietButton onClick={startOver}>Start again</QuietButton>
          </HStack>
        )}
        <HStack gap="2" flexWrap="wrap">
          <PictureButton onPick={readPhotos} disabled={busy !== ""}>
            {photo ? "Photograph another side" : "Photograph it"}
          </PictureButton>
          <PictureButton stored onPick={readPhotos} disabled={busy !== ""}>
            Choose pictures
          </PictureButton>
          {hasCamera && !looking && (
            <QuietButton disabled={busy !== ""} onClick={() => setLooking(true)}>
              Live camera
            </QuietButton>
          )}
          <PictureButton onPick={readBars} disabled={busy !== ""}>
            Picture of the barcode
          </PictureButton>
        </HStack>
        {looking && (
          <Camera
            onClose={() => setLooking(false)}
            onTake={(picture) => {
              setLooking(false);
              readPhotos([picture]);
            }}
          />
        )}
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
            flexShrink="0"
            whiteSpace="nowrap"
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
        <ProductFields
          typed={typed}
          set={set}
          at={at}
          asked={asked}
          labelled={labelled}
          reference={reference}
          currency={currency}
          doubts={Object.fromEntries(
            doubts.map((field) => [
              field.key,
              <Doubt key={field.key} field={field} reference={reference} onRight={accept} />,
            ]),
          )}
        />
        <Box aria-live="polite" minH="9rem" bg="glass" rounded="lg" p="3">
          {known ? (
            <Facts facts={known} currency={currency} priced={typed.price !== ""} />
          ) : (
            <Text color="quiet">
              <Explained
                text={
                  reading && doubts.length > 0
                    ? "Check that, or type the figure yourself."
                    : (reading?.why_not ??
                      "Paste the label, or type its sugars and price: whether it ferments, what a hydrometer will read and what its sugar costs stand here at once.")
                }
              />
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

/** Two sides of one pack read as one label; each figure keeps the piece it was first seen on. */
async function joined(
  one: Schemas["PhotoOut"],
  other: Schemas["PhotoOut"],
): Promise<Schemas["PhotoOut"]> {
  const text = `${one.text.trim()}\n${other.text}`;
  const reading = await answer(api.POST("/api/shelf/labels/read", { body: { text } }));
  const seen = new Set(one.crops.map((crop) => crop.key));
  const crops = [...one.crops, ...other.crops.filter((crop) => !seen.has(crop.key))];
  return { text, reading, crops };
}
