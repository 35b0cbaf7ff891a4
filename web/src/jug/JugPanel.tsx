import { useVessels } from "../api/queries";
import { Jug, type Layer } from "../drawing/Jug";
import { volume } from "../format";
import { Panel } from "../frame/states";
import { useJugContext } from "./JugPage";

/** The vessel of a batch as it stands, on the pages that do not pour. */
export function JugPanel({ layers, foaming }: { layers: Layer[]; foaming?: boolean }) {
  const { jug, reference } = useJugContext();
  const own = useVessels().data;
  const planned = jug.kept.plan.vessel;
  const vessel: { shape: string } | undefined =
    own?.find((row) => row.id === planned?.own_id) ??
    reference.vessels.find((row) => row.key === planned?.key);
  const held = layers.reduce((sum, layer) => sum + layer.ml, 0);
  return (
    <Panel p="3" hideBelow="md">
      <Jug
        shape={vessel?.shape ?? "demijohn"}
        capacityMl={planned?.volume_ml ?? 5000}
        layers={layers}
        foaming={foaming}
        label={`The jug: ${volume(held)}`}
      />
    </Panel>
  );
}
