import { useMemo } from "react";
import type { Schemas } from "../../../api/client";
import { sugarToPour } from "../AddPour";
import type { Draft } from "../draft";
import { acidPour, lettingGive, SPOONED, settled, tanninPour, tap, withStyle } from "../edits";

export type Change = (edit: (before: Draft) => Draft, stroke?: string) => void;
export type Answered = { current: Schemas["EvaluationOut"] | undefined };

/** What is wanted, written or pulled; an empty text is a target that nobody has any more. */
export type TargetActs = {
  strength: (text: string) => void;
  startGravity: (text: string) => void;
  fill: (text: string) => void;
  sharp: (text: string) => void;
  bite: (text: string) => void;
  sweet: (text: string) => void;
  ceiling: (text: string) => void;
  /** Sugar and water adjust to the strength and the fill that stand there. */
  begin: () => void;
  /** Nothing adjusts any more; what was worked out stays. */
  stop: () => void;
};

export function useTargetActs(
  change: Change,
  answered: Answered,
  shelf: Schemas["ProductOut"][],
  reference: Schemas["ReferenceOut"],
): TargetActs {
  return useMemo(() => {
    /** With sugar and water to adjust, added when they are not poured yet. */
    function begun(before: Draft): Draft {
      const pours = before.pours.map((row) =>
        row.role === "adjusts" && !SPOONED.includes(row.pour.kind)
          ? { ...row, role: "fixed" as const }
          : row,
      );
      const giving = lettingGive({ ...before, pours, blend: null }, sugarToPour(shelf));
      return { ...lettingGive(giving, tap), aiming: true };
    }

    function spooned(kind: "acid" | "tannin", text: string) {
      change((before) => {
        if (text.trim() === "") {
          const kept = settled(before, answered.current, (row) => row.pour.kind === kind);
          return { ...kept, [kind]: "" };
        }
        const aimed = { ...before, [kind]: text };
        if (before[kind] !== "") return aimed;
        return lettingGive(aimed, kind === "acid" ? acidPour("citric") : tanninPour("tea"));
      }, kind);
    }

    return {
      strength: (text) =>
        change((before) => {
          const aimed = { ...before, abv: text, og: "" };
          if (!before.aiming) return text.trim() === "" ? aimed : begun(aimed);
          // Made up to the mark so far: now there is something for sugar to reach.
          const alone = before.abv.trim() === "" && before.og.trim() === "";
          return alone && text.trim() !== "" ? lettingGive(aimed, sugarToPour(shelf)) : aimed;
        }, "abv"),
      startGravity: (text) =>
        change((before) => {
          const aimed = { ...before, og: text };
          return before.aiming || text.trim() === "" ? aimed : begun(aimed);
        }, "og"),
      fill: (text) =>
        change((before) => {
          const aimed = { ...before, fill: text };
          if (before.aiming || text.trim() === "") return aimed;
          // A fill alone: made up to the mark with water.
          return { ...lettingGive({ ...aimed, abv: "", og: "" }, tap), aiming: true };
        }, "fill"),
      sharp: (text) => spooned("acid", text),
      bite: (text) => spooned("tannin", text),
      sweet: (text) => change((before) => withSweetness(before, text, reference), "sweet"),
      ceiling: (text) => change((before) => ({ ...before, ceiling: text }), "ceiling"),
      begin: () => change(begun),
      stop: () =>
        change((before) => ({
          ...settled(before, answered.current, () => true),
          aiming: false,
          blend: null,
        })),
    };
  }, [change, answered, shelf, reference]);
}

/** As sweet as that: a dry style becomes its sweet one, and none at all its dry one again. */
function withSweetness(before: Draft, text: string, reference: Schemas["ReferenceOut"]): Draft {
  const { styles } = reference;
  const now = styles.find((row) => row.key === before.glass.style);
  const none = text.trim() === "" || Number(text) === 0;
  const fizzy = now?.fizzy ?? false;
  const other = styles.find((row) => row.sweet === !none && row.fizzy === fizzy);
  const styled = now && now.sweet !== none ? before : withStyle(before, other?.key ?? "", styles);
  return none ? styled : { ...styled, glass: { ...styled.glass, sweetness: text } };
}
