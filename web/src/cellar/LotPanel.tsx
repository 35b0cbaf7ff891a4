import { chakra, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { answer, api, type Schemas } from "../api/client";
import { useReference, useSession } from "../api/queries";
import { Tape } from "../drawing/Tape";
import { bottleSize, day, listed, moneyKnown, percent } from "../format";
import { useAct } from "../frame/act";
import { Explained } from "../frame/Explained";
import { ChoiceField, TextField } from "../frame/fields";
import { useSay } from "../frame/notices";
import { ActButton, Mark, QuietButton } from "../frame/states";
import { Tick } from "../frame/Tick";
import { counted, FEELS, FRIDGE_C } from "../jug/bottle/lots";
import { TastingForm } from "../jug/taste/TastingForm";
import { Tastings } from "../jug/taste/Tastings";
import { Guests } from "./Guests";
import { Window } from "./Window";

type Lot = Schemas["CellarLotOut"];

const DID = {
  lively: "Opened, and lively",
  given: "Given away",
  broken: "Broken",
  gushed: "Gushed",
  burst: "Burst",
  flat: "Opened, and flat",
} as const;

/** One lot: open one and say how it was, give one away, move it, count what is there. */
export function LotPanel({ lot }: { lot: Lot }) {
  const session = useSession().data;
  const reference = useReference().data;
  const queries = useQueryClient();
  const say = useSay();
  const navigate = useNavigate();
  const { act, busy, problem } = useAct(true);
  const [tasting, setTasting] = useState(false);
  const path = { jug_id: lot.jug };
  const taste = useQuery({
    queryKey: ["jug", lot.jug, "taste"],
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/jugs/{jug_id}/taste", { signal, params: { path, query: { lot: lot.id } } }),
      ),
  });

  const again = () =>
    act(async () => {
      const made = await answer(
        api.POST("/api/jugs/{jug_id}/fork", { params: { path }, body: { name: lot.jug_name } }),
      );
      await queries.invalidateQueries({ queryKey: ["jugs"] });
      navigate(`/jugs/${made.id}/plan`);
    });

  async function look() {
    await Promise.all([
      queries.invalidateQueries({ queryKey: ["jugs"] }),
      queries.invalidateQueries({ queryKey: ["jug", lot.jug] }),
    ]);
  }
  const write = (kind: string, what: Record<string, unknown>, said: string) =>
    act(async () => {
      const id = crypto.randomUUID();
      const body = { id, kind, what: { lot: lot.id, ...what }, note: "", insist: false };
      await answer(api.POST("/api/jugs/{jug_id}/events", { params: { path }, body }));
      await look();
      const undo = async () => {
        const params = { path: { ...path, event_id: id } };
        await answer(api.POST("/api/jugs/{jug_id}/events/{event_id}/strike", { params }));
        await look();
      };
      say(said, { undo });
    });

  return (
    <Stack gap="3">
      <Heading as="h2" size="md">
        <Tape>
          {lot.number} · {lot.jug_name}, lot {lot.id}
        </Tape>
      </Heading>
      <Text>
        <b>{percent(lot.abv)}</b>, {bottleSize(lot.size_ml)}, {lot.fizzy ? "fizzy" : "still"}.
        Bottled {day(lot.filled_at, session?.time_zone ?? "UTC")}.
        {lot.cost_each !== null &&
          session &&
          ` ${moneyKnown(lot.cost_each, session.currency, lot.unpriced)} a bottle${
            lot.unpriced.length ? `, without ${listed(lot.unpriced)}` : ""
          }.`}
      </Text>
      <HStack gap="2">
        <Window lot={lot} />
      </HStack>
      {lot.warns.map((text) => (
        <Mark key={text} tone="bad">
          <Explained text={text} />
        </Mark>
      ))}
      {lot.says.map((text) => (
        <Mark key={text} tone="mind">
          <Explained text={text} />
        </Mark>
      ))}
      <HStack wrap="wrap">
        <ActButton
          variant={lot.warns.length > 0 ? "quiet" : "act"}
          busy={busy}
          disabled={lot.left === 0}
          onClick={async () => {
            const opened = { did: "opened", count: 1 };
            if (await write("lot_moved", opened, `One of ${lot.jug_name} opened.`))
              setTasting(true);
          }}
        >
          Open one
        </ActButton>
        <QuietButton onClick={() => setTasting(!tasting)}>Say how it tastes</QuietButton>
        <QuietButton asChild>
          <Link to={`/jugs/${lot.jug}/labels`}>Labels</Link>
        </QuietButton>
        <QuietButton asChild>
          <a href={`/api/jugs/${lot.jug}/sheet.pdf`} target="_blank" rel="noreferrer">
            Batch sheet to print (PDF)
          </a>
        </QuietButton>
        <QuietButton busy={busy} onClick={again}>
          Plan it again
        </QuietButton>
      </HStack>
      {problem && <Mark tone="bad">{problem.message}</Mark>}
      {tasting && reference && (
        <TastingForm
          marks={reference.marks}
          sides={taste.data?.sides ?? reference.sides}
          name={session?.name ?? ""}
          onSave={async (what) => {
            if (await write("tasted", what, "Saved how it tasted.")) setTasting(false);
          }}
          busy={busy}
        />
      )}
      {taste.data && (
        <Tastings
          told={taste.data.tastings}
          marks={reference?.marks ?? []}
          timeZone={session?.time_zone ?? "UTC"}
        />
      )}
      <QuietButton asChild alignSelf="flex-start">
        <Link to={`/jugs/${lot.jug}/taste`}>Against its figures, and what to change</Link>
      </QuietButton>
      <Guests lot={lot} />
      <chakra.details borderTopWidth="1px" borderColor="line">
        <chakra.summary minH="44px" pt="2" cursor="pointer" fontWeight="600">
          Move, give away, count
        </chakra.summary>
        <More lot={lot} busy={busy} write={write} />
      </chakra.details>
    </Stack>
  );
}

/** What else becomes of bottles. */
function More({
  lot,
  busy,
  write,
}: {
  lot: Lot;
  busy: boolean;
  write: (kind: string, what: Record<string, unknown>, said: string) => Promise<boolean>;
}) {
  const [place, setPlace] = useState(lot.place);
  const [cold, setCold] = useState(false);
  const [did, setDid] = useState<keyof typeof DID>("given");
  const [count, setCount] = useState("1");
  const [there, setThere] = useState("");
  const many = counted(count);
  const standing = there.trim() ? counted(there) : null;
  const missing = standing === null ? 0 : lot.left - standing;
  return (
    <Stack gap="3" pb="2">
      <Grid templateColumns="minmax(0, 1fr) auto" gap="2" alignItems="end">
        <TextField
          label="Where it stands"
          placeholder="under the stairs"
          value={place}
          onChange={(event) => setPlace(event.target.value)}
        />
        <QuietButton
          busy={busy}
          disabled={!place.trim() || (place === lot.place && !cold)}
          onClick={() =>
            write(
              "lot_moved",
              {
                did: "moved",
                count: lot.left,
                place: place.trim(),
                ...(cold ? { temperature_c: FRIDGE_C } : {}),
              },
              `Moved: ${place.trim()}.`,
            )
          }
        >
          Move all
        </QuietButton>
      </Grid>
      <Tick checked={cold} onChange={setCold}>
        As cold as a fridge there
      </Tick>
      <Grid templateColumns="4.5rem minmax(0, 1fr) auto" gap="2" alignItems="end">
        <TextField
          label="Bottles"
          inputMode="numeric"
          value={count}
          error={many === null ? "Like 1." : undefined}
          onChange={(event) => setCount(event.target.value)}
        />
        <ChoiceField
          label="What became of them"
          value={did}
          onChange={(next) => setDid(next as keyof typeof DID)}
        >
          {Object.entries(DID).map(([key, text]) => (
            <option key={key} value={key}>
              {text}
            </option>
          ))}
        </ChoiceField>
        <QuietButton
          busy={busy}
          disabled={!many}
          onClick={() =>
            write("lot_moved", { did, count: many }, `${many} × ${DID[did].toLowerCase()}.`)
          }
        >
          Save
        </QuietButton>
      </Grid>
      <Stack gap="1" role="group" aria-label="How the test bottle feels">
        <Text>The plastic test bottle of it feels</Text>
        <HStack>
          {Object.entries(FEELS).map(([key, name]) => (
            <QuietButton
              key={key}
              busy={busy}
              onClick={() =>
                write("tested", { bottle: key }, `The test bottle is ${name.toLowerCase()}.`)
              }
            >
              {name}
            </QuietButton>
          ))}
        </HStack>
      </Stack>
      <Grid templateColumns="minmax(0, 1fr) auto" gap="2" alignItems="end">
        <TextField
          label="Counted: so many are there"
          inputMode="numeric"
          placeholder={String(lot.left)}
          value={there}
          error={
            missing < 0
              ? `There were ${lot.left}: more cannot have come.`
              : there.trim() && standing === null
                ? "Whole bottles, like 3."
                : undefined
          }
          onChange={(event) => setThere(event.target.value)}
        />
        <QuietButton
          busy={busy}
          disabled={missing <= 0}
          onClick={() =>
            write(
              "lot_moved",
              { did: "opened", count: missing },
              `${missing} fewer: taken as opened.`,
            )
          }
        >
          Save count
        </QuietButton>
      </Grid>
    </Stack>
  );
}
