import { Box, chakra, Flex, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { answer, api, type Schemas } from "../api/client";
import { upload } from "../api/files";
import { useAct } from "../frame/act";
import { useTitle } from "../frame/focus";
import { ActButton, GoButton, Mark, Panel } from "../frame/states";

/** The shelf in and out of files: all of a file comes in, or none of it. */
export default function FilesPage() {
  const queries = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const [done, setDone] = useState<Schemas["ImportOut"] | null>(null);
  const [name, setName] = useState("");
  const { act, busy, problem } = useAct(true);
  useTitle("Import and export");

  function bringIn(file: File) {
    setName(file.name);
    setDone(null);
    act(async () => {
      setDone(await answer(api.POST("/api/shelf/import", upload("file", file))));
      await queries.invalidateQueries({ queryKey: ["products"] });
    });
  }

  return (
    <Stack gap="4">
      <Flex align="center" gap="3" wrap="wrap">
        <Heading as="h1" size="2xl" fontFamily="heading" mr="auto">
          The shelf, in and out
        </Heading>
        <GoButton to="/shelf" bg="enamel" color="ink" borderWidth="1.5px" borderColor="rim" px="4">
          Back to the shelf
        </GoButton>
      </Flex>
      <Flex gap="4" align="flex-start" direction={{ base: "column", md: "row" }}>
        <Panel flex="1" w="full">
          <Stack gap="3" align="flex-start">
            <Heading as="h2" size="lg" fontFamily="heading">
              Bring in
            </Heading>
            <Text>
              A table saved as CSV, with the columns <b>name</b> and <b>pack</b> at least, or
              product files as open food data has them (JSON). What stands on the shelf already is
              left as it is. If one row is wrong, nothing comes in.
            </Text>
            <ActButton onClick={() => input.current?.click()} busy={busy}>
              Choose a file
            </ActButton>
            <input
              ref={input}
              type="file"
              accept=".csv,.txt,.tsv,.json,text/csv,application/json"
              hidden
              aria-label="File to bring in"
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = "";
                if (file) bringIn(file);
              }}
            />
            <Box role="status" aria-live="polite">
              {busy && <Text color="quiet">Reading {name} …</Text>}
              {done && done.errors.length === 0 && (
                <Mark tone="good">
                  {done.added} brought in; {done.known} stood here already.
                </Mark>
              )}
            </Box>
            {problem && (
              <Box role="alert">
                <Mark tone="bad">{problem.message}</Mark>
              </Box>
            )}
            {done && done.errors.length > 0 && (
              <Stack role="alert" gap="2" w="full">
                <Mark tone="bad">Nothing was imported. Fix these rows and import again:</Mark>
                <chakra.table
                  w="full"
                  css={{ "& th, & td": { textAlign: "left", padding: "0.35rem" } }}
                >
                  <thead>
                    <tr>
                      <th>Row</th>
                      <th>Column</th>
                      <th>What is wrong</th>
                    </tr>
                  </thead>
                  <tbody>
                    {done.errors.map((error) => (
                      <chakra.tr
                        key={`${error.row} ${error.at}`}
                        borderTopWidth="1px"
                        borderColor="line"
                      >
                        <td>{error.row}</td>
                        <td>{error.at}</td>
                        <td>{error.text}</td>
                      </chakra.tr>
                    ))}
                  </tbody>
                </chakra.table>
              </Stack>
            )}
          </Stack>
        </Panel>
        <Panel flex="1" w="full">
          <Stack gap="3" align="flex-start">
            <Heading as="h2" size="lg" fontFamily="heading">
              Take out
            </Heading>
            <Text>
              The whole shelf, with its prices, what is at home and every label as you read it. Both
              files come in again as they are.
            </Text>
            <HStack wrap="wrap">
              <Download href="/api/shelf/export.csv">As a table (CSV)</Download>
              <Download href="/api/shelf/export.json">As open food data (JSON)</Download>
            </HStack>
          </Stack>
        </Panel>
      </Flex>
    </Stack>
  );
}

function Download({ href, children }: { href: string; children: string }) {
  return (
    <ActButton asChild bg="enamel" color="ink" borderWidth="1.5px" borderColor="rim">
      <a href={href} download>
        {children}
      </a>
    </ActButton>
  );
}
