import { chakra, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { answer, api } from "../api/client";
import { useAct } from "../frame/act";
import { useSay } from "../frame/notices";
import { ActButton, Mark, QuietButton } from "../frame/states";
import { useVesselChoice, VesselField } from "../jug/VesselField";

const MOST_BYTES = 1_000_000;

export type RecipeFile = Record<string, unknown>;

/** Reads a recipe file for the page to bring in, or brings a whole jug in from a jug file. */
export function OpenRecipe({ onRecipe }: { onRecipe: (recipe: RecipeFile) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const say = useSay();
  const { act, busy } = useAct();

  async function open(file: File) {
    if (file.size > MOST_BYTES) {
      say("A recipe file is a few kilobytes of text: this is something else.", { tone: "bad" });
      return;
    }
    const recipe = recordIn(await file.text());
    if (!recipe) {
      say("This is not a recipe file: those are JSON, as “Save the recipe file” makes them.", {
        tone: "bad",
      });
      return;
    }
    if (recipe.format !== "amber-jug") {
      onRecipe(recipe);
      return;
    }
    await act(async () => {
      const jugs = await answer(api.POST("/api/jugs/file", { body: recipe }));
      queries.invalidateQueries({ queryKey: ["jugs"] });
      navigate(`/jugs/${jugs[0]?.id}/ferment`);
    });
  }

  return (
    <>
      <chakra.input
        ref={input}
        type="file"
        accept=".json,application/json"
        aria-label="Recipe file"
        display="none"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) open(file);
        }}
      />
      <QuietButton busy={busy} onClick={() => input.current?.click()}>
        Open a recipe file
      </QuietButton>
    </>
  );
}

/** What the text of a file holds; null where that is no JSON, or a lone number or list. */
function recordIn(text: string): RecipeFile | null {
  try {
    const read: unknown = JSON.parse(text);
    return read && typeof read === "object" && !Array.isArray(read) ? (read as RecipeFile) : null;
  } catch {
    return null;
  }
}

/** Begins a jug planned as a recipe file says, its amounts grown or shrunk to a vessel at home. */
export function BringRecipe({ recipe, onClose }: { recipe: RecipeFile; onClose: () => void }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const say = useSay();
  const { act, busy, problem } = useAct(true);
  const { known } = useVesselChoice();
  const [into, setInto] = useState("");

  function begin(event: FormEvent) {
    event.preventDefault();
    act(async () => {
      const body = { recipe, vessel: known[into] ?? null };
      const jug = await answer(api.POST("/api/jugs/recipe", { body }));
      queries.invalidateQueries({ queryKey: ["jugs"] });
      if (jug.said.length > 0) say(jug.said.join(" "));
      navigate(`/jugs/${jug.id}/plan`);
    });
  }

  return (
    <form onSubmit={begin} aria-label="Bring a recipe in">
      <Stack gap="4">
        <HStack>
          <Heading as="h2" size="lg" fontFamily="heading">
            {typeof recipe.name === "string" && recipe.name ? recipe.name : "A recipe"}
          </Heading>
          <QuietButton ml="auto" size="slim" variant="bare" aria-label="Close" onClick={onClose}>
            ✕
          </QuietButton>
        </HStack>
        <Text color="quiet">
          Amounts grow or shrink with the vessel; what stands on your shelf is poured from there.
        </Text>
        <VesselField label="Into" value={into} onChange={setInto} asPlanned />
        {problem && <Mark tone="bad">{problem.message}</Mark>}
        <HStack>
          <ActButton type="submit" busy={busy}>
            Begin this jug
          </ActButton>
        </HStack>
      </Stack>
    </form>
  );
}
