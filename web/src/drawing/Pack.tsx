import { colour } from "../theme/colour";

const OUTLINES: Record<string, string> = {
  carton: "M3 11 L6 4 H16 L19 11 V31 H3 Z M3 11 H19 M6 4 V1.5 H16 V4",
  bottle: "M8 2 H14 V9 Q19 12 19 17 V31 H3 V17 Q3 12 8 9 Z",
  bag: "M4 4 Q11 7 18 4 L17 9 Q19 19 18 31 H4 Q3 19 5 9 Z",
  drop: "M11 2 Q20 15 20 22 A9 9 0 0 1 2 22 Q2 15 11 2 Z",
  fruit: "M11 9 Q2 6 2 18 Q2 31 11 31 Q20 31 20 18 Q20 6 11 9 Q11 4 15 2",
  steam: "M6 30 q-4 -6 0 -12 q4 -6 0 -12 M16 30 q-4 -6 0 -12 q4 -6 0 -12",
};

const PACKS: Record<string, keyof typeof OUTLINES> = {
  juice: "carton",
  kit: "carton",
  concentrate: "bottle",
  syrup: "bottle",
  fruit: "fruit",
  water: "drop",
  boiled_off: "steam",
};

/** What an ingredient comes in, in the colour of what it holds. */
export function Pack({ kind, drink }: { kind: string; drink: string }) {
  const pack = PACKS[kind] ?? "bag";
  return (
    <svg viewBox="0 0 22 33" width="22" height="33" aria-hidden="true">
      <path
        d={OUTLINES[pack]}
        fill={pack === "steam" ? "none" : colour(drink)}
        stroke={colour("rim")}
        strokeWidth="1.8"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
    </svg>
  );
}
