import { HStack, Text } from "@chakra-ui/react";
import { memo, type ReactNode, useState } from "react";
import type { Schemas } from "../../api/client";
import { Jug } from "../../drawing/Jug";
import { Stem, type StemMark } from "../../drawing/Stem";
import { gravity, volume } from "../../format";
import { QuietButton } from "../../frame/states";
import { drinkToken, stirred } from "../../theme/drinks";
import type { DraftPour } from "./draft";
import css from "./PlanPage.module.css";

/** The jug and the stem: drawn anew when there is an answer, not at every move. */
export const Drawing = memo(
  function Drawing({
    name,
    shape,
    capacity,
    pours,
    holdBackMl,
    result,
    onHoldNothing,
    children,
  }: {
    name: string;
    shape: string;
    capacity: number;
    pours: DraftPour[];
    holdBackMl: number;
    result: Schemas["EvaluationOut"] | undefined;
    onHoldNothing: () => void;
    /** Which vessel and yeast it is, to be changed. */
    children: ReactNode;
  }) {
    const [mixed, setMixed] = useState(false);
    const [choosing, setChoosing] = useState(false);
    const poured = result ? `${volume(result.must.volume_ml)} in ${volume(capacity)}` : "empty";
    const layers = layersOf(pours, result, holdBackMl);
    return (
      <div className={css.panel}>
        <div className={css.vessel}>
          <b>{name}</b>
          {result && <span>{volume(result.must.volume_ml)}</span>}
        </div>
        <div className={css.drawing}>
          <Jug
            shape={shape}
            capacityMl={capacity}
            layers={layers}
            mixed={mixed ? stirred(layers) : undefined}
            label={`The jug: ${poured}`}
          />
          <Stem
            label={
              result
                ? `The stem: starts at ${gravity(result.must.sg.value)}, ends at ${gravity(result.finish.sg.value)}`
                : "The stem"
            }
            marks={result ? stemMarks(result) : []}
          />
        </div>
        <HStack wrap="wrap">
          {children && (
            <QuietButton
              size="sm"
              px="3"
              borderColor="line"
              aria-expanded={choosing}
              onClick={() => setChoosing(!choosing)}
            >
              Vessel and yeast
            </QuietButton>
          )}
          {layers.length > 1 && (
            <QuietButton
              size="sm"
              px="3"
              borderColor="line"
              aria-pressed={mixed}
              onClick={() => setMixed(!mixed)}
            >
              {mixed ? "As poured" : "Stir it"}
            </QuietButton>
          )}
          {holdBackMl > 0 && (
            <HStack gap="1">
              <Text fontSize="sm">{volume(holdBackMl)} kept back</Text>
              <QuietButton
                px="2"
                border="none"
                aria-label="Hold nothing back"
                onClick={onHoldNothing}
              >
                ✕
              </QuietButton>
            </HStack>
          )}
        </HStack>
        {choosing && children}
      </div>
    );
  },
  (before, now) =>
    before.result === now.result &&
    before.capacity === now.capacity &&
    before.shape === now.shape &&
    before.holdBackMl === now.holdBackMl &&
    before.children === now.children &&
    before.pours.length === now.pours.length,
);

/** What stands in the vessel: less what is kept back, and what has boiled away. */
function layersOf(
  pours: DraftPour[],
  result: Schemas["EvaluationOut"] | undefined,
  holdBackMl: number,
) {
  const rooms = pours.map((row) => ({
    name: row.pour.name,
    colour: drinkToken(row.pour),
    ml: Math.max(result?.pours.find((pour) => pour.name === row.pour.name)?.room_ml ?? 0, 0),
  }));
  const all = rooms.reduce((sum, room) => sum + room.ml, 0);
  if (!result || all === 0) return [];
  const share = Math.max(result.must.in_vessel_ml - holdBackMl, 0) / all;
  return rooms.map((room) => ({ ...room, ml: room.ml * share })).filter((room) => room.ml > 0);
}

function stemMarks({ must, finish }: Schemas["EvaluationOut"]): StemMark[] {
  return [
    { name: "ends", sg: finish.sg.value, low: finish.sg.low, high: finish.sg.high, tone: "good" },
    { name: "starts", sg: must.sg.value, low: must.sg.low, high: must.sg.high, tone: "amberInk" },
  ];
}
