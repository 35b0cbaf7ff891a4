import { Grid, HStack, Stack, Text } from "@chakra-ui/react";
import { type FormEvent, useState } from "react";
import { api, mistyped, type Schemas } from "../../api/client";
import { showJug, useJugs, useShelf } from "../../api/queries";
import { useAct } from "../../frame/act";
import { Meant } from "../../frame/Explained";
import { ChoiceField, TextField } from "../../frame/fields";
import { useSay } from "../../frame/notices";
import { ActButton, Mark, QuietButton } from "../../frame/states";
import { useKept } from "../../frame/useKept";
import { useOnline } from "../../offline/outbox";
import { useOrKept } from "../../offline/useOrKept";
import { degree } from "../../units";
import { useJugContext } from "../jugContext";
import { everything } from "../plan/AddPour";
import { Questioned } from "../Questioned";
import {
  blankFor,
  CARES,
  isWeighed,
  KINDS,
  PH_BY,
  sourceOf,
  TASTES,
  TEST_NOTES,
  TESTS,
  type Typed,
  toWhat,
  typedFrom,
  unseen,
} from "./happening";
import { Photographs } from "./Photographs";
import { Signs } from "./Signs";

const MOST_JUGS = 200;

/** Writes down something that happened, or puts right what was written. */
export function EventForm({
  before,
  onDone,
}: {
  before: Schemas["EventOut"] | null;
  onDone: () => void;
}) {
  const { jug, reference } = useJugContext();
  const say = useSay();
  const products = useShelf(everything).data?.items ?? [];
  const [start] = useState(() => (before && typedFrom(before)) || blankFor(jug.stage));
  const [typed, setTyped, forget] = useKept(`event-${before?.id ?? jug.id}`, start);
  // Sent twice on a slow line it is written once.
  const [id] = useState(() => crypto.randomUUID());
  const { act, busy, problem, setProblem } = useAct(true);
  const online = useOnline();
  const orKept = useOrKept();
  const set = (more: Partial<Typed>) => {
    setTyped((now) => ({ ...now, ...more }));
    setProblem(null);
  };
  const pour = typed.kind === "added" ? sourceOf(typed, products, before) : null;

  /** To the minute as typed; what was not touched stays to the second. */
  function moment(): string | null {
    if (before && typed.at === start.at) return before.at;
    if (typed.at) return new Date(typed.at).toISOString();
    return online ? null : new Date().toISOString();
  }

  function submit(event: FormEvent) {
    event.preventDefault();
    write(false);
  }

  function write(insist: boolean) {
    const made = toWhat(typed, pour, reference.doses);
    if ("wrong" in made) {
      setProblem(mistyped(made.wrong));
      return;
    }
    const body = {
      id,
      kind: typed.kind,
      what: { ...unseen(before), ...made.what },
      note: typed.note,
      at: moment(),
      instead_of: before?.id ?? null,
      insist,
    };
    act(async () => {
      const said = `${KINDS[typed.kind]}, jug ${jug.number}`;
      const after = await orKept({ kind: "event", jug: jug.id, said, body }, (params) =>
        api.POST("/api/jugs/{jug_id}/events", { params, body }),
      );
      forget();
      if (after) {
        await showJug(after);
        say(before ? "Corrected." : "Saved.");
      }
      onDone();
    });
  }

  const asked = problem?.problem.insist_allowed ? problem : null;
  const at = (place: string) => (asked ? undefined : problem?.at(place));
  const elsewhere =
    problem && !asked && !PLACES.some((place) => problem.at(place)) ? problem : null;
  return (
    <form onSubmit={submit} aria-label={before ? "Save correction" : "Add to the log"}>
      <Stack gap="3">
        {!before && (
          <ChoiceField
            label="What happened?"
            value={typed.kind}
            onChange={(kind) => set({ kind: kind as Typed["kind"] })}
          >
            {Object.entries(KINDS)
              .filter(([key]) => key !== "read")
              .map(([key, name]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
          </ChoiceField>
        )}
        <Meant label={KINDS[typed.kind] ?? ""} />
        <Fields
          typed={typed}
          set={set}
          at={at}
          weighed={!!pour && isWeighed(pour)}
          products={products}
          same={(before?.what.pour as { name?: string } | undefined)?.name}
        />
        <Grid templateColumns={{ base: "1fr", sm: "1fr 1fr" }} gap="3" alignItems="start">
          <TextField
            label="When"
            type="datetime-local"
            hint="Nothing: just now"
            value={typed.at}
            error={at("at")}
            onChange={(event) => set({ at: event.target.value })}
          />
          <TextField
            label="Note"
            value={typed.note}
            error={at("note")}
            onChange={(event) => set({ note: event.target.value })}
          />
        </Grid>
        {elsewhere && (
          <div role="alert">
            <Mark tone="bad">{elsewhere.message}</Mark>
          </div>
        )}
        {asked && (
          <Questioned problem={asked} onTake={(likely) => set({ sg: likely })}>
            <QuietButton alignSelf="flex-start" busy={busy} onClick={() => write(true)}>
              {typed.kind === "read" ? `It did read ${typed.sg}: save it` : "It is so: save it"}
            </QuietButton>
          </Questioned>
        )}
        <HStack wrap="wrap">
          {!asked && (
            <ActButton type="submit" busy={busy}>
              {before ? "Save correction" : "Save entry"}
            </ActButton>
          )}
          {before && <QuietButton onClick={onDone}>Cancel</QuietButton>}
        </HStack>
      </Stack>
    </form>
  );
}

const PLACES = ["from", "amount", "dose", "ph", "warm", "volume", "sg", "into", "at", "note"];

/** The fields of one kind of event. */
function Fields({
  typed,
  set,
  at,
  weighed,
  products,
  same,
}: {
  typed: Typed;
  set: (more: Partial<Typed>) => void;
  at: (place: string) => string | undefined;
  weighed: boolean;
  products: Schemas["ProductOut"][];
  same: string | undefined;
}) {
  const { jug, reference } = useJugContext();
  const others = (useJugs(MOST_JUGS, false).data ?? []).filter((row) => row.id !== jug.id);
  const figure = (
    key: "amount" | "ph" | "warm" | "volume" | "sg",
    label: string,
    hint?: string,
  ) => (
    <TextField
      label={label}
      hint={hint ?? ""}
      inputMode="decimal"
      value={typed[key]}
      error={at(key)}
      onChange={(event) => set({ [key]: event.target.value })}
    />
  );
  switch (typed.kind) {
    case "added":
      return (
        <Grid templateColumns={{ base: "1fr", sm: "1fr 8rem" }} gap="3" alignItems="start">
          <ChoiceField
            label="What"
            value={typed.from}
            error={at("from")}
            onChange={(from) => set({ from })}
          >
            {same && <option value="same">{same}</option>}
            <option value="sugar">White sugar</option>
            <option value="water">Water</option>
            {products
              .filter((row) => reference.kinds.find((kind) => kind.key === row.kind)?.poured)
              .map((row) => (
                <option key={row.id} value={row.id}>
                  {row.name}
                </option>
              ))}
          </ChoiceField>
          {figure("amount", weighed ? "Grams" : "Millilitres")}
        </Grid>
      );
    case "dosed": {
      const named = reference.doses.find((row) => row.key === typed.dose)?.of ?? [];
      return (
        <Stack gap="3">
          <Grid templateColumns={{ base: "1fr", sm: "1fr 8rem" }} gap="3" alignItems="start">
            <ChoiceField label="Dose" value={typed.dose} onChange={(dose) => set({ dose, of: "" })}>
              {reference.doses.map((row) => (
                <option key={row.key} value={row.key}>
                  {row.name}
                </option>
              ))}
            </ChoiceField>
            {figure("amount", "Grams")}
          </Grid>
          {named.length > 0 && (
            <ChoiceField
              label="Which"
              value={typed.of || (named[0]?.key ?? "")}
              onChange={(of) => set({ of })}
            >
              {named.map((row) => (
                <option key={row.key} value={row.key}>
                  {row.name}
                </option>
              ))}
            </ChoiceField>
          )}
        </Stack>
      );
    }
    case "racked":
      return figure("amount", "Left behind, ml", "Nothing: the usual for this juice");
    case "measured":
      return (
        <Grid
          templateColumns={{ base: "1fr 1fr", md: "repeat(4, 1fr)" }}
          gap="3"
          alignItems="start"
        >
          {figure("ph", "pH")}
          <ChoiceField label="By" value={typed.phBy} onChange={(phBy) => set({ phBy })}>
            {Object.entries(PH_BY).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </ChoiceField>
          {figure("warm", `The jug, ${degree()}`)}
          {figure("volume", "By the mark, ml")}
        </Grid>
      );
    case "tested":
      return (
        <Stack gap="3">
          <Grid templateColumns={{ base: "1fr", sm: "1fr 10rem" }} gap="3" alignItems="start">
            <ChoiceField label="How" value={typed.test} onChange={(test) => set({ test })}>
              {Object.entries(TESTS).map(([key, name]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </ChoiceField>
            {typed.test === "taste" ? (
              <ChoiceField label="It is" value={typed.taste} onChange={(taste) => set({ taste })}>
                {Object.entries(TASTES).map(([key, name]) => (
                  <option key={key} value={key}>
                    {name}
                  </option>
                ))}
              </ChoiceField>
            ) : typed.test === "water" ? (
              figure("sg", "It shows", "In water of 20 °C")
            ) : typed.test === "forced" ? (
              figure("amount", "Fell by, points")
            ) : (
              figure("amount", "Sugar, g/L")
            )}
          </Grid>
          <Text fontSize="sm" color="fg.muted">
            {TEST_NOTES[typed.test as keyof typeof TEST_NOTES]}
          </Text>
        </Stack>
      );
    case "noticed":
      return (
        <Stack gap="3">
          <TextField
            label="In your words"
            value={typed.words}
            onChange={(event) => set({ words: event.target.value })}
          />
          <Signs chosen={typed.chips} onChoose={(chips) => set({ chips })} />
          <Photographs kept={typed.pictures} onKept={(pictures) => set({ pictures })} />
        </Stack>
      );
    case "cared":
      return (
        <Grid templateColumns={{ base: "1fr", sm: "1fr 8rem" }} gap="3" alignItems="start">
          <ChoiceField label="How" value={typed.did} onChange={(did) => set({ did })}>
            {Object.entries(CARES).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </ChoiceField>
          {typed.did === "held_at" && figure("warm", `At, ${degree()}`)}
        </Grid>
      );
    case "transferred":
      return (
        <Grid templateColumns={{ base: "1fr", sm: "1fr 8rem" }} gap="3" alignItems="start">
          <ChoiceField
            label="Into"
            value={typed.into}
            error={at("into")}
            onChange={(into) => set({ into })}
          >
            <option value="">Choose …</option>
            {others.map((row) => (
              <option key={row.id} value={row.id}>
                Jug {row.number} · {row.name}
              </option>
            ))}
          </ChoiceField>
          {figure("amount", "Millilitres")}
        </Grid>
      );
    case "read":
      return (
        <Grid templateColumns="1fr 1fr" gap="3" alignItems="start">
          {figure("sg", "Gravity")}
          {figure("warm", `Sample, ${degree()}`)}
        </Grid>
      );
  }
}
