import { Collapsible, Grid, Stack } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Schemas } from "../api/client";
import { ChoiceField, TextField } from "../frame/fields";
import { QuietButton } from "../frame/states";
import { Tick } from "../frame/Tick";
import { Palette } from "./Palette";
import { hasJuiceShare, type Typed } from "./typed";

/** What a product is, as typed: filled by the label's reader or by the person. */
export function ProductFields({
  typed,
  set,
  at,
  asked,
  labelled,
  reference,
  currency,
  doubts,
}: {
  typed: Typed;
  set: <K extends keyof Typed>(key: K, value: Typed[K], more?: Partial<Typed>) => void;
  /** What is wrong at one of these places of the form. */
  at: (...places: string[]) => string | undefined;
  /** Whether it was asked to be kept: empty fields are then judged too. */
  asked: boolean;
  /** Whether its sugar stands on a label. */
  labelled: boolean;
  reference: Schemas["ReferenceOut"];
  currency: string;
  /** What a label's reader is not sure of, by its key, to stand beside its field. */
  doubts: Record<string, ReactNode>;
}) {
  return (
    <>
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
      {doubts.kind}
      {doubts.fruit}
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
          {doubts.sugars}
          {doubts.basis}
          {hasJuiceShare(typed.kind) && (
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
          {doubts.juice}
          {["syrup", "concentrate", "kit", "juice"].includes(typed.kind) && (
            <Tick checked={typed.madeUp} onChange={(madeUp) => set("madeUp", madeUp)}>
              The figures are for the diluted drink
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
      {doubts.dilution}
      {doubts.makes}
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
      {doubts.pack}
      <Collapsible.Root lazyMount>
        <Collapsible.Trigger asChild>
          <QuietButton variant="soft">Shop, stock, best before, colour</QuietButton>
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
                label="Packs in stock"
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
    </>
  );
}
