/** The stages of a jug, in order, with the place that shows each. Stages come from core. */
export const stages = [
  { key: "plan", name: "Plan", place: "plan" },
  { key: "pitch", name: "Pitch", place: "pitch" },
  { key: "ferment", name: "Ferment", place: "ferment" },
  { key: "bottle", name: "Bottle", place: "bottle" },
] as const;

/** Where a jug in this stage is looked after. */
export function placeOf(stage: string): string {
  if (stage === "bottled") return "bottle";
  return stages.find((known) => known.key === stage)?.place ?? "plan";
}

/** How much of each stage's stretch of tube is filled, 0 to 1. */
export function fills(stage: string, share: number): number[] {
  if (stage === "bottled") return [1, 1, 1, 1];
  if (stage === "bottle") return [1, 1, 1, 0];
  if (stage === "ferment") return [1, 1, share, 0];
  return [0, 0, 0, 0];
}
