import { chakra } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { useNavigate } from "react-router";
import { answer, api } from "../api/client";
import { useAct } from "../frame/act";
import { useSay } from "../frame/notices";
import { QuietButton } from "../frame/states";

const MOST_BYTES = 1_000_000;

/** Begins a jug planned as a recipe file says, or brings a whole one in from a jug file. */
export function OpenRecipe() {
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
    let recipe: Record<string, unknown>;
    try {
      recipe = JSON.parse(await file.text());
    } catch {
      say("This is not a recipe file: those are JSON, as “Save the recipe file” makes them.", {
        tone: "bad",
      });
      return;
    }
    await act(async () => {
      if (recipe.format === "amber-jug") {
        const jugs = await answer(api.POST("/api/jugs/file", { body: recipe }));
        queries.invalidateQueries({ queryKey: ["jugs"] });
        navigate(`/jugs/${jugs[0]?.id}/ferment`);
        return;
      }
      const jug = await answer(api.POST("/api/jugs/recipe", { body: recipe }));
      queries.invalidateQueries({ queryKey: ["jugs"] });
      navigate(`/jugs/${jug.id}/plan`);
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
