/** The stages of a jug, in order, with the place that shows each. Stages come from core. */
export const stages = [
  { key: "plan", name: "Plan", place: "plan" },
  { key: "pitch", name: "Pitch", place: "pitch" },
  { key: "ferment", name: "Ferment", place: "ferment" },
  { key: "clear", name: "Clear", place: "clear" },
  { key: "finish", name: "Finish", place: "finish" },
  { key: "bottle", name: "Bottle", place: "bottle" },
  { key: "taste", name: "Taste", place: "taste" },
] as const;

/** Where a jug in this stage is looked after. */
export function placeOf(stage: string): string {
  if (stage === "bottled") return "bottle";
  return stages.find((known) => known.key === stage)?.place ?? "plan";
}

/** How much of each stage's stretch of tube is filled, 0 to 1. */
export function fills(stage: string, share: number): number[] {
  const at = stages.findIndex((known) => known.key === (stage === "bottled" ? "bottle" : stage));
  const here = stage === "bottled" ? 1 : stage === "ferment" ? share : 0;
  return stages.map((_, place) => (place < at ? 1 : place === at ? here : 0));
}
