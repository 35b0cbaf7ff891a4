import { Box, Grid, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type Schemas } from "../api/client";
import { Vessel } from "../drawing/Vessel";
import { useAct } from "../frame/act";
import { Logo } from "../frame/Frame";
import { ChoiceField, TextField } from "../frame/fields";
import { useTitle } from "../frame/focus";
import { ActButton, Mark, Panel, QuietButton } from "../frame/states";

const currencies = ["GBP", "EUR", "USD", "CAD", "AUD", "NZD", "SEK", "PLN"];

/** The door: sign in, open an account, or look round the demo kitchen. */
export function Welcome({ demoOffered }: { demoOffered: boolean }) {
  const queries = useQueryClient();
  const [opening, setOpening] = useState(false);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [currency, setCurrency] = useState("GBP");
  const { act, busy, problem, setProblem } = useAct(true);
  useTitle("");

  const enter = (ask: () => Promise<Schemas["SessionOut"]>) =>
    act(async () => {
      const session = await ask();
      // What another saw here before is not for who comes in.
      queries.removeQueries({ predicate: (query) => query.queryKey[0] !== "session" });
      queries.setQueryData(["session"], session);
    });

  function submit(event: FormEvent) {
    event.preventDefault();
    const time_zone = Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC";
    enter(() =>
      opening
        ? answer(
            api.POST("/api/session/sign-up", { body: { name, password, time_zone, currency } }),
          )
        : answer(api.POST("/api/session/sign-in", { body: { name, password } })),
    );
  }

  const elsewhere = problem && !problem.at("name", "password", "currency");
  return (
    <Grid
      as="main"
      minH="100vh"
      templateColumns={{ base: "1fr", md: "1fr 1fr" }}
      alignItems="center"
      justifyItems="center"
      gap="8"
      p={{ base: "4", md: "8" }}
    >
      <Stack gap="5" maxW="30rem">
        <HStack gap="3">
          <Box bg="navy" rounded="lg" p="2">
            <Logo />
          </Box>
          <Heading as="h1" size="3xl" fontFamily="heading">
            Amber Jug
          </Heading>
        </HStack>
        <Text fontSize="xl">
          Wine and cider from cartons: read the label, pour, see where it ends, bottle it safely,
          know what it cost.
        </Text>
        <Box hideBelow="md" maxW="16rem">
          <Vessel
            height={340}
            shape="demijohn"
            capacityMl={5000}
            layers={[
              { name: "pear", colour: "drink.pear", ml: 3000 },
              { name: "pomegranate", colour: "drink.pomegranate", ml: 1000 },
            ]}
            label="A demijohn with pear and pomegranate juice"
          />
        </Box>
      </Stack>
      <Panel w="full" maxW="26rem">
        <Stack gap="4">
          {demoOffered && (
            <Stack gap="2" pb="4" borderBottomWidth="1px" borderColor="line">
              <ActButton
                busy={busy}
                onClick={() => enter(() => answer(api.POST("/api/session/demo")))}
              >
                Try the demo
              </ActButton>
              <Text color="quiet" fontSize="sm">
                No account needed. Cartons on the shelf, jugs at every stage.
              </Text>
            </Stack>
          )}
          <form onSubmit={submit}>
            <Stack gap="4">
              <Heading as="h2" size="lg" fontFamily="heading">
                {opening ? "Create account" : "Sign in"}
              </Heading>
              <TextField
                label="Name"
                value={name}
                autoComplete="username"
                error={problem?.at("name")}
                onChange={(event) => setName(event.target.value)}
              />
              <TextField
                label="Password"
                type="password"
                value={password}
                autoComplete={opening ? "new-password" : "current-password"}
                hint={opening ? "At least 8 letters." : undefined}
                error={problem?.at("password")}
                onChange={(event) => setPassword(event.target.value)}
              />
              {opening && (
                <ChoiceField
                  label="Prices in"
                  value={currency}
                  onChange={setCurrency}
                  error={problem?.at("currency")}
                >
                  {currencies.map((code) => (
                    <option key={code}>{code}</option>
                  ))}
                </ChoiceField>
              )}
              {elsewhere && (
                <Box role="alert">
                  <Mark tone="bad">{problem.message}</Mark>
                </Box>
              )}
              <ActButton variant="act" type="submit" busy={busy}>
                {opening ? "Open it" : "Sign in"}
              </ActButton>
              <QuietButton
                onClick={() => {
                  setOpening(!opening);
                  setProblem(null);
                }}
              >
                {opening ? "I have an account" : "Create account"}
              </QuietButton>
            </Stack>
          </form>
        </Stack>
      </Panel>
    </Grid>
  );
}
