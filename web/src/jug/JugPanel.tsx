import { useVessels } from "../api/queries";
import type { Layer } from "../drawing/Vessel";
import { Vessel } from "../drawing/Vessel";
import type { Stopper } from "../drawing/vessels";
import { volume } from "../format";
import { useNarrow } from "../frame/narrow";
import { Panel } from "../frame/states";
import { useJugContext } from "./jugContext";

const DRAWN_PX = 380;
const SMALL_PX = 112;

/** The vessel of a batch as it stands, on the pages that do not pour; small on a phone. */
export function JugPanel({
  layers,
  foaming,
  stopper,
}: {
  layers: Layer[];
  foaming?: boolean;
  stopper?: Stopper;
}) {
  const { jug, reference } = useJugContext();
  const own = useVessels().data;
  const narrow = useNarrow();
  const planned = jug.kept.plan.vessel;
  const vessel: { shape: string } | undefined =
    own?.find((row) => row.id === planned?.own_id) ??
    reference.vessels.find((row) => row.key === planned?.key);
  // The lees settle as it goes.
  const leesMl = (jug.evaluation?.finish.lees_ml ?? 0) * (jug.progress?.share ?? 0);
  const held = layers.reduce((sum, layer) => sum + layer.ml, 0);
  return (
    <Panel p={narrow ? "1" : "3"} display="flex" justifyContent="center">
      <Vessel
        // It may have been racked into another since it was planned.
        shape={jug.now?.shape ?? vessel?.shape ?? "demijohn"}
        capacityMl={jug.now?.vessel_ml ?? planned?.volume_ml ?? 5000}
        layers={layers}
        foaming={foaming}
        stopper={stopper}
        leesMl={Math.min(leesMl, held)}
        height={narrow ? SMALL_PX : DRAWN_PX}
        marked={!narrow}
        label={`The jug: ${volume(held)}`}
      />
    </Panel>
  );
}
