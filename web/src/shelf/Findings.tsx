import { Stack, VisuallyHidden } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { Mark } from "../frame/states";

/** What the ingredients say about yeast, sweetness and haze, each once. */
export function Findings({ findings }: { findings: Schemas["LabelReadingOut"]["findings"] }) {
  const seen = new Map(findings.map((finding) => [finding.name, finding]));
  const tones: Record<string, "bad" | "mind" | "good"> = {
    stops_yeast: "bad",
    hard_on_yeast: "mind",
    stays_sweet: "mind",
    hazy: "mind",
  };
  return (
    <Stack gap="1" fontSize="sm" role="group" aria-label="What is in it">
      <VisuallyHidden>What is in it</VisuallyHidden>
      {[...seen.values()].map((finding) => (
        <Mark key={finding.name} tone={tones[finding.effects[0] ?? ""] ?? "good"}>
          <b>{finding.name}</b> {finding.e_number && `(${finding.e_number})`} — {finding.reason}
        </Mark>
      ))}
    </Stack>
  );
}
