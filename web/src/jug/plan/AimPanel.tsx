import { Box, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { memo } from "react";
import type { ProblemError } from "../../api/client";
import { TextField } from "../../frame/fields";
import { ActButton, Mark, Panel, QuietButton } from "../../frame/states";
import type { Draft } from "./draft";

/** What is wanted, and letting sugar and water reach it. */
export const AimPanel = memo(function AimPanel({
  abv,
  fillL,
  aiming,
  abvProblem,
  fillProblem,
  refused,
  change,
  onAim,
  onLetGo,
}: {
  abv: string;
  fillL: string;
  aiming: boolean;
  abvProblem: string | undefined;
  fillProblem: string | undefined;
  refused: ProblemError | null;
  change: (edit: (before: Draft) => Draft, stroke?: string) => void;
  onAim: () => void;
  onLetGo: () => void;
}) {
  const solving = aiming ? refused : null;
  return (
    <Panel as="section" aria-label="Aim for">
      <Stack gap="3">
        <Heading as="h2" size="lg" fontFamily="heading">
          Aim for
        </Heading>
        <Grid templateColumns="1fr 1fr" gap="3" alignItems="start">
          <TextField
            label="Strength, %"
            inputMode="decimal"
            value={abv}
            error={abvProblem ?? solving?.at("aim.abv")}
            onChange={(event) =>
              change((before) => ({ ...before, abv: event.target.value }), "abv")
            }
          />
          <TextField
            label="Fill, litres"
            inputMode="decimal"
            value={fillL}
            error={fillProblem ?? solving?.at("aim.fill_ml")}
            onChange={(event) =>
              change((before) => ({ ...before, fillL: event.target.value }), "fill")
            }
          />
        </Grid>
        {solving?.at("aim", "aim.solve") && (
          <Box role="alert">
            <Mark tone="bad">{solving.at("aim", "aim.solve")}</Mark>
          </Box>
        )}
        {aiming ? (
          <>
            <Text color="quiet" fontSize="sm">
              What “gives” is worked out for you; the rest stays locked.
            </Text>
            <QuietButton onClick={onLetGo}>Let go of the aim</QuietButton>
          </>
        ) : (
          <ActButton onClick={onAim}>Reach it with sugar and water</ActButton>
        )}
      </Stack>
    </Panel>
  );
});
