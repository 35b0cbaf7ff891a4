import type { Schemas } from "../api/client";
import { Jug, type Layer } from "../drawing/Jug";
import { volume } from "../format";
import { Panel } from "../frame/states";
import { useJugContext } from "./JugPage";

/** The vessel of a batch as it stands, on the pages that do not pour. */
export function JugPanel({ layers, foaming }: { layers: Layer[]; foaming?: boolean }) {
  const { jug, reference } = useJugContext();
  const vessel: Schemas["VesselOut"] | undefined = reference.vessels.find(
    (row) => row.key === jug.kept.plan.vessel?.key,
  );
  const held = layers.reduce((sum, layer) => sum + layer.ml, 0);
  return (
    <Panel p="3" hideBelow="md">
      <Jug
        shape={vessel?.shape ?? "demijohn"}
        capacityMl={jug.kept.plan.vessel?.volume_ml ?? 5000}
        layers={layers}
        foaming={foaming}
        label={`The jug: ${volume(held)}`}
      />
    </Panel>
  );
}
