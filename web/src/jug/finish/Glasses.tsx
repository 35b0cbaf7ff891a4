import { chakra, Grid, HStack, RadioGroup, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { grams, percent, volume } from "../../format";
import { useAct } from "../../frame/act";
import { Explained } from "../../frame/Explained";
import { ChoiceField, TextField } from "../../frame/fields";
import { ActButton, Mark } from "../../frame/states";
import { emptied } from "../../frame/useKept";
import { colour } from "../../theme/colour";
import { readNumber } from "../../units";
import { useJugContext } from "../jugContext";
import { mainColour } from "../jugLayers";
import { poured, useSources } from "../sources";
import { useLog } from "../useLog";
import css from "./Glasses.module.css";

type Glass = Schemas["GlassOfTrialOut"];

const MORE_SWEET = 30;

/** Glasses with rising doses, tasted side by side; the one that is right is scaled to the jug. */
export function Glasses() {
  const { jug, reference } = useJugContext();
  const here = jug.now?.sugar_g_per_l.value ?? 0;
  const sources = useSources(reference.doses.find((dose) => dose.key === "sweetener")?.of ?? []);
  const [from, setFrom] = useState("sugar");
  const [upTo, setUpTo] = useState(String(Math.round(here) + MORE_SWEET));
  const [count, setCount] = useState("4");
  const [chosen, setChosen] = useState("");
  const log = useLog();
  const { act, busy, problem } = useAct(true);
  const source = sources.find((each) => each.key === from) ?? sources[0];
  const top = readNumber(upTo, "g/l");
  const found = useQuery({
    queryKey: ["jug", jug.id, "glasses", source?.pour, top, count, jug.journal.length],
    enabled: top !== null && !!source,
    queryFn: ({ signal }) =>
      answer(
        api.POST("/api/jugs/{jug_id}/glasses", {
          signal,
          params: { path: { jug_id: jug.id } },
          body: {
            pour: source?.pour as Schemas["PourIn"],
            up_to_g_per_l: top ?? 0,
            count: Number(count),
          },
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
  });
  const glasses = found.error ? [] : (found.data ?? []);
  const picked = chosen === "" ? undefined : glasses[Number(chosen)];
  // A dose of what was chosen before is none of what is chosen now.
  const ready = !!picked?.for_jug && !found.isPlaceholderData;
  const save = (glass: Glass) =>
    act(async () => {
      if (!source) return;
      await log([poured(source, glass.for_jug, glass.by_mass)], `${glass.words} ${source.name}.`);
      setChosen(emptied(chosen, ""));
    });
  return (
    <Stack gap="3">
      <Text color="quiet">
        <Explained text="Pour glasses of 100 ml, stir the doses in, taste from the left, and choose. Then once more, an hour later." />
      </Text>
      <Grid templateColumns={{ base: "1fr", sm: "2fr 1fr 1fr" }} gap="3" alignItems="start">
        <ChoiceField label="With" value={from} onChange={setFrom}>
          {sources.map((each) => (
            <option key={each.key} value={each.key}>
              {each.name}
            </option>
          ))}
        </ChoiceField>
        <TextField
          label="Up to, g/L of sugar"
          inputMode="decimal"
          value={upTo}
          error={top === null ? "Write grams, like 40." : undefined}
          onChange={(event) => setUpTo(event.target.value)}
        />
        <ChoiceField label="Glasses" value={count} onChange={setCount}>
          {["3", "4", "5", "6"].map((many) => (
            <option key={many}>{many}</option>
          ))}
        </ChoiceField>
      </Grid>
      {found.error && <Mark tone="bad">{found.error.message}</Mark>}
      <RadioGroup.Root
        aria-label="Which glass is right?"
        value={chosen}
        onValueChange={(next) => setChosen(next.value ?? "")}
      >
        <div className={css.row}>
          {glasses.map((glass, place) => (
            <RadioGroup.Item
              // biome-ignore lint/suspicious/noArrayIndexKey: a glass is known by its place
              key={place}
              value={String(place)}
              className={css.glass}
            >
              <RadioGroup.ItemHiddenInput />
              <Drawn share={place / Math.max(glasses.length - 1, 1)} drink={mainColour(jug)} />
              <RadioGroup.ItemText display="block" textAlign="center">
                <chakra.span fontFamily="heading" fontWeight="700" fontSize="lg" display="block">
                  {place === 0 ? "as it is" : dose(glass)}
                </chakra.span>
                <chakra.span display="block" fontSize="sm">
                  {glass.word}
                </chakra.span>
              </RadioGroup.ItemText>
            </RadioGroup.Item>
          ))}
        </div>
      </RadioGroup.Root>
      <Stack gap="1" role="status" minH="4.5rem">
        {picked && (
          <>
            <Text fontSize="lg">
              For the whole jug:{" "}
              <b>{picked.for_jug ? `${picked.words} ${source?.name ?? ""}` : "nothing"}</b>
              {picked.things && `, ${picked.things}`}
            </Text>
            <Text color="quiet">
              <Explained
                text={`Then ${percent(picked.abv)}, ${picked.word}, ${Math.round(picked.tastes_g_per_l)} g/L as sugar, ${picked.acid_g_per_l.toFixed(1)} g/L of acid, ${volume(picked.volume_ml)} in all.`}
              />
            </Text>
          </>
        )}
      </Stack>
      {problem && <Mark tone="bad">{problem.message}</Mark>}
      <HStack>
        <ActButton busy={busy} disabled={!ready} onClick={() => picked && save(picked)}>
          It is in: save it
        </ActButton>
      </HStack>
    </Stack>
  );
}

function dose(glass: Glass): string {
  return glass.by_mass ? grams(glass.amount) : `${+glass.amount.toFixed(1)} ml`;
}

/** A glass with sugar at its foot, the more the sweeter. */
function Drawn({ share, drink }: { share: number; drink: string }) {
  const top = 58 - 14 * share;
  return (
    <svg viewBox="0 0 48 64" width="48" height="64" aria-hidden="true">
      <path d="M8 14 L12 60 H36 L40 14 Z" fill={colour(drink)} fillOpacity="0.85" />
      {share > 0 && (
        <path
          d={`M${12 - (4 * (60 - top)) / 46} ${top} L12 60 H36 L${36 + (4 * (60 - top)) / 46} ${top} Z`}
          fill={colour("drink.sugar")}
          fillOpacity="0.85"
        />
      )}
      <path d="M6 4 L12 60 H36 L42 4" className={css.rim} />
    </svg>
  );
}
