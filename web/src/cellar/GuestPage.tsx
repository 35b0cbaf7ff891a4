import { chakra, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { answer, api } from "../api/client";
import { percent } from "../format";
import { useAct } from "../frame/act";
import { useTitle } from "../frame/focus";
import { Mark, Panel, QuietButton, Trouble, Waiting } from "../frame/states";
import { TastingForm } from "../jug/taste/TastingForm";

/** A guest says how one bottle tastes: no account, just the link. */
export default function GuestPage() {
  const token = useParams().token ?? "";
  const params = { path: { token } };
  const found = useQuery({
    queryKey: ["guest", token],
    queryFn: () => answer(api.GET("/api/guests/{token}", { params })),
  });
  const { act, busy, problem } = useAct(true);
  // Sent twice on a slow line it is one answer.
  const [id, setId] = useState(() => crypto.randomUUID());
  const [thanked, setThanked] = useState("");
  useTitle("How does it taste?");
  if (found.isPending) return <Waiting page what="Pouring" />;
  if (found.isLoadingError)
    return <Trouble page error={found.error} again={() => found.refetch()} />;
  const { name, abv, says, blind } = found.data;
  return (
    <chakra.main p="4" maxW="30rem" mx="auto">
      <Panel>
        <Stack gap="3">
          <Heading as="h1" size="xl" fontFamily="heading">
            {blind ? "How does it taste?" : `How does the ${name} taste?`}
          </Heading>
          <Text>{percent(abv)} vol. For adults only.</Text>
          {says.map((text) => (
            <Mark key={text} tone="mind">
              {text}
            </Mark>
          ))}
          {thanked ? (
            <Stack gap="3" role="status">
              <Text fontSize="lg">Thank you, {thanked}. It is written down.</Text>
              <QuietButton alignSelf="flex-start" onClick={() => setThanked("")}>
                Somebody else tastes
              </QuietButton>
            </Stack>
          ) : (
            <TastingForm
              marks={found.data.marks}
              sides={found.data.sides}
              name=""
              busy={busy}
              error={problem?.at("by")}
              onSave={(tasted) =>
                act(async () => {
                  await answer(
                    api.POST("/api/guests/{token}", { params, body: { ...tasted, id } }),
                  );
                  setId(crypto.randomUUID());
                  setThanked(tasted.by);
                })
              }
            />
          )}
          {problem && !problem.at("by") && <Mark tone="bad">{problem.message}</Mark>}
        </Stack>
      </Panel>
    </chakra.main>
  );
}
