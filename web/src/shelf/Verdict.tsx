import { Box, Heading, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { Mark } from "../frame/states";

const tones: Record<string, "good" | "mind" | "bad"> = {
  ferments: "good",
  supply: "good",
  will_not_ferment: "bad",
};

/** Two or three words, with the shape and colour that go with them. */
export function VerdictMark({ verdict }: { verdict: Schemas["VerdictOut"] }) {
  return <Mark tone={tones[verdict.code] ?? "mind"}>{verdict.word}</Mark>;
}

const headings: Record<string, string> = {
  ferments: "It ferments.",
  unread: "Its list was not seen.",
  hard: "May struggle to ferment.",
  will_not_ferment: "Won't ferment.",
  thin: "Thin on its own.",
  wants_water: "Dilute before fermenting.",
  no_sugar: "Nothing in it ferments.",
  supply: "Brewing supply.",
};

/** The verdict in words, with the reason and what the thing is good for instead. */
export function VerdictWords({
  verdict,
  level,
}: {
  verdict: Schemas["VerdictOut"];
  level: "h2" | "h3";
}) {
  const tone = tones[verdict.code] ?? "mind";
  const ink = { good: "good", mind: "amberInk", bad: "bad" }[tone];
  const heading = headings[verdict.code] ?? verdict.word;
  // The heading says the verdict: its own sentence need not say it again.
  const reason = verdict.reason.replace(/^(Will not ferment|Ferments, but not willingly)\. /, "");
  return (
    <Stack gap="1">
      <Heading as={level} size="lg" fontFamily="heading" color={ink}>
        {heading}
      </Heading>
      {reason !== heading && <Text>{reason}</Text>}
      {verdict.uses.length > 0 && (
        <Box as="ul" pl="5" listStyleType="disc">
          {verdict.uses.map((use) => (
            <li key={use}>{use}</li>
          ))}
        </Box>
      )}
    </Stack>
  );
}
