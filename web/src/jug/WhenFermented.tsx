import type { ReactNode } from "react";
import type { Schemas } from "../api/client";
import { Empty, GoButton, Panel, Trouble, Waiting } from "../frame/states";
import { useJugContext } from "./jugContext";
import { useFinishing } from "./useFinishing";

/** A page about a jug that has fermented: what it shows then, and where to go before and after. */
export function WhenFermented({
  title,
  text,
  children,
}: {
  /** What is said before there is anything to do. */
  title: string;
  text: string;
  children: (finishing: Schemas["FinishingOut"], now: Schemas["NowOut"]) => ReactNode;
}) {
  const { jug } = useJugContext();
  const there = jug.progress && jug.now;
  const found = useFinishing(jug.id, jug.journal.length, !!there);
  if (!there)
    return (
      <Panel>
        {jug.bottling ? (
          <Empty
            title="It is in its bottles"
            text="What became of them stands with them."
            step={<GoButton to="../bottle">See the bottles</GoButton>}
          />
        ) : (
          <Empty
            title={title}
            text={text}
            step={<GoButton to="../ferment">See how it ferments</GoButton>}
          />
        )}
      </Panel>
    );
  if (found.isPending) return <Waiting what="Looking at the jug" />;
  if (found.isLoadingError) return <Trouble error={found.error} again={() => found.refetch()} />;
  return children(found.data, there);
}
