import { memo } from "react";
import type { Schemas } from "../../api/client";
import { Jug } from "../../drawing/Jug";
import { Stem, type StemMark } from "../../drawing/Stem";
import { gravity, volume } from "../../format";
import { drinkToken } from "../../theme/drinks";
import type { DraftPour } from "./draft";
import css from "./PlanPage.module.css";

/** The jug and the stem: drawn anew when there is an answer, not at every move. */
export const Drawing = memo(
  function Drawing({
    name,
    shape,
    capacity,
    pours,
    result,
  }: {
    name: string;
    shape: string;
    capacity: number;
    pours: DraftPour[];
    result: Schemas["EvaluationOut"] | undefined;
  }) {
    const layers = pours.map((row) => ({
      name: row.pour.name,
      colour: drinkToken(row.pour),
      ml: result?.pours.find((pour) => pour.name === row.pour.name)?.room_ml ?? 0,
    }));
    const poured = result ? `${volume(result.must.volume_ml)} in ${volume(capacity)}` : "empty";
    return (
      <div className={css.panel}>
        <div className={css.vessel}>
          <b>{name}</b>
          {result && <span>{volume(result.must.volume_ml)}</span>}
        </div>
        <div className={css.drawing}>
          <Jug shape={shape} capacityMl={capacity} layers={layers} label={`The jug: ${poured}`} />
          <Stem
            label={
              result
                ? `The stem: starts at ${gravity(result.must.sg.value)}, ends at ${gravity(result.finish.sg.value)}`
                : "The stem"
            }
            marks={result ? stemMarks(result) : []}
          />
        </div>
      </div>
    );
  },
  (before, now) =>
    before.result === now.result &&
    before.capacity === now.capacity &&
    before.pours.length === now.pours.length,
);

function stemMarks({ must, finish }: Schemas["EvaluationOut"]): StemMark[] {
  return [
    { name: "ends", sg: finish.sg.value, low: finish.sg.low, high: finish.sg.high, tone: "good" },
    { name: "starts", sg: must.sg.value, low: must.sg.low, high: must.sg.high, tone: "amberInk" },
  ];
}
