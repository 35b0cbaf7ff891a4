import { Box, chakra, Flex, Heading, HStack, Stack, Text } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { answer, api, type ProblemError, type Schemas } from "../api/client";
import { upload } from "../api/files";
import { useAct } from "../frame/act";
import { useTitle } from "../frame/focus";
import { ActButton, GoButton, Mark, Panel } from "../frame/states";

/** The shelf in and out of files, and the whole kitchen: all of a file comes in, or none of it. */
export default function FilesPage() {
  useTitle("Import and export");
  return (
    <Stack gap="4">
      <Flex align="center" gap="3" wrap="wrap">
        <Heading as="h1" size="2xl" fontFamily="heading" mr="auto">
          Import and export
        </Heading>
        <GoButton to="/shelf" variant="quiet">
          Back to the shelf
        </GoButton>
      </Flex>
      <Flex gap="4" align="flex-start" direction={{ base: "column", md: "row" }}>
        <BringIn />
        <Panel flex="1" w="full">
          <Stack gap="3" align="flex-start">
            <Heading as="h2" size="lg" fontFamily="heading">
              Export the shelf
            </Heading>
            <Text>
              The whole shelf, with its prices, what is in stock and every label as you read it.
              Both can be imported again.
            </Text>
            <HStack wrap="wrap">
              <Download href="/api/shelf/export.csv">As a table (CSV)</Download>
              <Download href="/api/shelf/export.json">As open food data (JSON)</Download>
            </HStack>
          </Stack>
        </Panel>
      </Flex>
      <Kitchen />
    </Stack>
  );
}

/** One file chosen and sent; `accept` as a file input has it. */
function Choose({
  accept,
  label,
  busy,
  onFile,
  children,
}: {
  accept: string;
  label: string;
  busy: boolean;
  onFile: (file: File) => void;
  children: string;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <ActButton onClick={() => input.current?.click()} busy={busy}>
        {children}
      </ActButton>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </>
  );
}

function BringIn() {
  const queries = useQueryClient();
  const [done, setDone] = useState<Schemas["ImportOut"] | null>(null);
  const [name, setName] = useState("");
  const { act, busy, problem } = useAct(true);

  function bringIn(file: File) {
    setName(file.name);
    setDone(null);
    act(async () => {
      setDone(await answer(api.POST("/api/shelf/import", upload("file", file))));
      await queries.invalidateQueries({ queryKey: ["products"] });
    });
  }

  return (
    <Panel flex="1" w="full">
      <Stack gap="3" align="flex-start">
        <Heading as="h2" size="lg" fontFamily="heading">
          Import products
        </Heading>
        <Text>
          A table saved as CSV, with the columns <b>name</b> and <b>pack</b> at least, or product
          files as open food data has them (JSON). What is on the shelf already stays as it is. If
          one row is wrong, nothing comes in.
        </Text>
        <Choose
          accept=".csv,.txt,.tsv,.json,text/csv,application/json"
          label="File to bring in"
          busy={busy}
          onFile={bringIn}
        >
          Choose a file
        </Choose>
        <Box role="status" aria-live="polite">
          {busy && <Text color="quiet">Reading {name} …</Text>}
          {done && done.errors.length === 0 && (
            <Mark tone="good">
              {done.added} imported; {done.known} were here already.
            </Mark>
          )}
        </Box>
        <Refused problem={problem} />
        {done && done.errors.length > 0 && <WrongRows errors={done.errors} />}
      </Stack>
    </Panel>
  );
}

function Refused({ problem }: { problem: ProblemError | null }) {
  if (!problem) return null;
  const at = problem.problem.errors[0]?.at;
  return (
    <Box role="alert">
      <Mark tone="bad">
        {problem.message}
        {at && at !== "file" && ` (${at})`}
      </Mark>
    </Box>
  );
}

function WrongRows({ errors }: { errors: Schemas["ImportOut"]["errors"] }) {
  return (
    <Stack role="alert" gap="2" w="full">
      <Mark tone="bad">Nothing was imported. Fix these rows and import again:</Mark>
      <chakra.table w="full" css={{ "& th, & td": { textAlign: "left", padding: "0.35rem" } }}>
        <thead>
          <tr>
            <th>Row</th>
            <th>Column</th>
            <th>What is wrong</th>
          </tr>
        </thead>
        <tbody>
          {errors.map((error) => (
            <chakra.tr key={`${error.row} ${error.at}`} borderTopWidth="1px" borderColor="line">
              <td>{error.row}</td>
              <td>{error.at}</td>
              <td>{error.text}</td>
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
    </Stack>
  );
}

/** Everything of the account, as one zip. */
function Kitchen() {
  const queries = useQueryClient();
  const [done, setDone] = useState<Schemas["UnpackedOut"] | null>(null);
  const { act, busy, problem } = useAct(true);

  function bringIn(file: File) {
    setDone(null);
    act(async () => {
      setDone(await answer(api.POST("/api/kitchen/import", upload("file", file))));
      await queries.invalidateQueries();
    });
  }

  return (
    <Panel w="full">
      <Stack gap="3" align="flex-start">
        <Heading as="h2" size="lg" fontFamily="heading">
          Everything in one file
        </Heading>
        <Text>
          Your shelf, your own vessels and every jug with all that happened to it, in one zip: a
          copy to keep, or to move to another kitchen. Brought in, it is added to what is here:
          products and vessels that are here already stay as they are, jugs get new numbers.
        </Text>
        <HStack wrap="wrap">
          <Download href="/api/kitchen/export.zip">Export everything</Download>
          <Choose
            accept=".zip,application/zip"
            label="Kitchen to bring in"
            busy={busy}
            onFile={bringIn}
          >
            Import a kitchen
          </Choose>
        </HStack>
        <Box role="status" aria-live="polite">
          {busy && <Text color="quiet">Unpacking: years of batches take a minute …</Text>}
          {done && (
            <Mark tone="good">
              {done.jugs} {done.jugs === 1 ? "jug" : "jugs"}, {done.products} products and{" "}
              {done.vessels} vessels imported; {done.known} products were here already.
            </Mark>
          )}
        </Box>
        <Refused problem={problem} />
      </Stack>
    </Panel>
  );
}

function Download({ href, children }: { href: string; children: string }) {
  return (
    <ActButton variant="quiet" asChild>
      <a href={href} download>
        {children}
      </a>
    </ActButton>
  );
}
