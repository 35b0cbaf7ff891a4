import { Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useNavigate } from "react-router";
import { answer, api, type Schemas } from "../../../api/client";
import { useReference } from "../../../api/queries";
import { useAct } from "../../../frame/act";
import { Explained } from "../../../frame/Explained";
import { ChoiceField, TextField } from "../../../frame/fields";
import { useEscape } from "../../../frame/focus";
import { useSay } from "../../../frame/notices";
import { ActButton, Mark, QuietButton } from "../../../frame/states";
import { Tick } from "../../../frame/Tick";
import css from "../plan.module.css";

type Arm = { name: string; vessel: string; yeast: string; enzyme: boolean };

/** Fork the plan to change one thing, or share its must out to arms; and compare. */
export function Variants({ jug, pitched }: { jug: Schemas["JugOut"]; pitched: boolean }) {
  const [name, setName] = useState("");
  const { act, busy, problem } = useAct(true);
  const [splitting, setSplitting] = useState(false);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const path = { jug_id: jug.id };

  function fork(event: FormEvent) {
    event.preventDefault();
    act(async () => {
      const variant = await answer(
        api.POST("/api/jugs/{jug_id}/fork", { params: { path }, body: { name } }),
      );
      queries.invalidateQueries({ queryKey: ["jugs"] });
      queries.invalidateQueries({ queryKey: ["jug", jug.id] });
      navigate(`/jugs/${variant.id}/plan`);
    });
  }

  return (
    <Stack gap="4">
      <form onSubmit={fork} aria-label="Copy and change">
        <Stack gap="2" maxW="34rem">
          <Text color="quiet">
            Copies the plan into another jug: change one thing in it, and compare the two.
          </Text>
          <HStack align="flex-end">
            <TextField
              label="Name of the copy"
              placeholder={`${jug.name}, copy`}
              value={name}
              error={problem?.message}
              onChange={(event) => setName(event.target.value)}
            />
            <ActButton type="submit" busy={busy}>
              Create
            </ActButton>
          </HStack>
        </Stack>
      </form>
      {jug.related.length > 0 && (
        <section aria-label="From the same plan">
          <Heading as="h3" size="md" fontFamily="heading" pb="1">
            From the same plan
          </Heading>
          <Stack as="ul" gap="1">
            {jug.related.map((other) => (
              <HStack as="li" key={other.id} wrap="wrap">
                <Text flex="1">
                  Jug {other.number} · {other.name}
                </Text>
                <QuietButton asChild size="slim">
                  <Link to={`/jugs/side-by-side?jug=${jug.id}&jug=${other.id}`}>
                    Side by side with jug {other.number}
                  </Link>
                </QuietButton>
              </HStack>
            ))}
          </Stack>
        </section>
      )}
      {!pitched &&
        (splitting ? (
          <Split jug={jug} onClose={() => setSplitting(false)} />
        ) : (
          <QuietButton alignSelf="flex-start" onClick={() => setSplitting(true)}>
            Split into test batches
          </QuietButton>
        ))}
    </Stack>
  );
}

/** One must shared out to arms that differ in one thing. */
function Split({ jug, onClose }: { jug: Schemas["JugOut"]; onClose: () => void }) {
  const reference = useReference().data;
  const queries = useQueryClient();
  const navigate = useNavigate();
  const say = useSay();
  const yeast = jug.kept.plan.yeast?.key ?? "wine";
  const [arms, setArms] = useState<Arm[]>(() =>
    [1, 2].map((count) => ({
      name: `${jug.name}, batch ${count}`,
      vessel: "juice_bottle_3",
      yeast,
      enzyme: false,
    })),
  );
  const { act, busy, problem, setProblem } = useAct(true);
  useEscape(onClose);
  if (!reference) return null;

  function set(place: number, patch: Partial<Arm>) {
    setProblem(null);
    setArms(arms.map((arm, at) => (at === place ? { ...arm, ...patch } : arm)));
  }

  function split(event: FormEvent) {
    event.preventDefault();
    const body = {
      arms: arms.map((arm) => ({
        name: arm.name,
        vessel: {
          key: arm.vessel,
          volume_ml: reference?.vessels.find((row) => row.key === arm.vessel)?.volume_ml ?? 0,
        },
        yeast: {
          key: arm.yeast,
          tolerance_abv: reference?.yeasts.find((row) => row.key === arm.yeast)?.tolerance_abv ?? 0,
        },
        enzyme: arm.enzyme,
      })),
    };
    act(async () => {
      const made = await answer(
        api.POST("/api/jugs/{jug_id}/split", { params: { path: { jug_id: jug.id } }, body }),
      );
      queries.invalidateQueries({ queryKey: ["jugs"] });
      queries.invalidateQueries({ queryKey: ["jug", jug.id] });
      say(`Jugs ${made.map((arm) => arm.number).join(" and ")} share this must.`);
      navigate(`/jugs/side-by-side?${made.map((arm) => `jug=${arm.id}`).join("&")}`);
    });
  }

  return (
    <form onSubmit={split} aria-label="Split into test batches">
      <Stack gap="3">
        <Text color="quiet">
          <Explained text="The must is mixed once and shared out by the size of each vessel. Change one thing only: the yeast, or the enzyme." />
        </Text>
        <div className={css.sides}>
          {arms.map((arm, place) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: an arm is known by its place
            <fieldset key={place} className={css.side}>
              <legend>Batch {place + 1}</legend>
              <TextField
                label={`Name of batch ${place + 1}`}
                value={arm.name}
                onChange={(event) => set(place, { name: event.target.value })}
              />
              <Grid templateColumns={{ base: "1fr", sm: "1fr 1fr" }} gap="2">
                <ChoiceField
                  label={`Vessel of batch ${place + 1}`}
                  value={arm.vessel}
                  onChange={(vessel) => set(place, { vessel })}
                >
                  {reference.vessels.map((row) => (
                    <option key={row.key} value={row.key}>
                      {row.name}
                    </option>
                  ))}
                </ChoiceField>
                <ChoiceField
                  label={`Yeast of batch ${place + 1}`}
                  value={arm.yeast}
                  onChange={(chosen) => set(place, { yeast: chosen })}
                >
                  {reference.yeasts.map((row) => (
                    <option key={row.key} value={row.key}>
                      {row.name}
                    </option>
                  ))}
                </ChoiceField>
              </Grid>
              <Tick checked={arm.enzyme} onChange={(enzyme) => set(place, { enzyme })}>
                With pectic enzyme
              </Tick>
            </fieldset>
          ))}
        </div>
        {problem && <Mark tone="bad">{problem.message}</Mark>}
        <HStack>
          <ActButton type="submit" busy={busy}>
            Split it
          </ActButton>
          <QuietButton onClick={onClose}>Cancel</QuietButton>
        </HStack>
      </Stack>
    </form>
  );
}
