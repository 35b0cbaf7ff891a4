import type { Schemas } from "../../../api/client";
import { Grip } from "../../../drawing/Grip";
import { Vessel } from "../../../drawing/Vessel";
import { frameOf, levelOf, radiusAt } from "../../../drawing/vessels";
import { volume } from "../../../format";
import { drinkToken, stirred } from "../../../theme/drinks";
import { readVessel, vesselFigure, vesselUnit } from "../../../units";
import type { Draft, DraftPour } from "../draft";
import { TargetField } from "./TargetField";
import css from "./targets.module.css";

const STEP_ML = 50;
/** Room right of the glass for the grip and its figure. */
const ROOM_PX = 92;
const GRIP_PX = 44;
const FIELD_PX = 78;

export type VesselSeen = { shape: string; name: string; capacity: number };

/** The vessel as it is poured, and the fill as a line at its side to pull or to type. */
export function VesselTarget({
  vessel,
  draft,
  result,
  height,
  typed,
  marked,
  mixed,
  wrong,
  onFill,
  children,
}: {
  vessel: VesselSeen;
  draft: Draft;
  result: Schemas["EvaluationOut"] | undefined;
  height: number;
  /** Whether there is room to type beside it. */
  typed: boolean;
  marked: boolean;
  mixed: boolean;
  wrong: string | undefined;
  /** Absent where it is history. */
  onFill: ((typed: string) => void) | undefined;
  children?: React.ReactNode;
}) {
  const { shape, capacity } = vessel;
  const frame = frameOf(shape, height, "airlock", marked);
  const layers = layersOf(draft.pours, result, draft.holdBackMl);
  const now = result?.must.in_vessel_ml ?? 0;
  const asked = draft.aiming ? readVessel(draft.fill) : null;
  const wanted = asked ?? now;
  const y = (ml: number) => frame.y(levelOf(shape, Math.max(ml, 0) / capacity));
  const at = Math.min(Math.max(wanted, 0), capacity);
  const edge = frame.centre + frame.x(radiusAt(shape, levelOf(shape, at / capacity)));
  const grip = frame.centre + frame.x(radiusAt(shape, 0.3)) + (typed ? 36 : 24);
  const fieldTop = Math.min(y(at) + GRIP_PX / 2 - 2, height - GRIP_PX);
  const room = onFill ? (typed ? ROOM_PX : GRIP_PX + 8) : 0;
  return (
    <div className={css.place} style={{ width: frame.width + room, height }}>
      <Vessel
        shape={shape}
        capacityMl={capacity}
        layers={layers}
        height={height}
        marked={marked}
        mixed={mixed ? stirred(layers) : undefined}
        label={`${vessel.name}: ${now ? `${volume(now)} in ${volume(capacity)}` : "empty"}`}
      />
      {children}
      {onFill && (
        <>
          <span
            className={css.lead}
            style={{ left: edge - 26, width: Math.max(grip - edge + 18, 0), top: y(at) - 1 }}
          />
          <Grip
            label="Fill wanted"
            words={volume(at)}
            value={at}
            min={0}
            max={capacity}
            step={STEP_ML}
            at={y}
            left={grip}
            idle={asked === null}
            onPull={(ml) => onFill(vesselFigure(ml))}
          />
          {typed && (
            <span className={css.at} style={{ left: grip - FIELD_PX / 2, top: fieldTop }}>
              <TargetField
                label={`Fill, ${vesselUnit()}`}
                value={draft.aiming ? draft.fill : ""}
                now={vesselFigure(now)}
                unit={vesselUnit()}
                wrong={wrong}
                onType={onFill}
              />
            </span>
          )}
        </>
      )}
    </div>
  );
}

/** What stands in the vessel: less what is kept back, and what has boiled away. */
export function layersOf(
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
