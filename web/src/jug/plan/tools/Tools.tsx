import { memo, type ReactNode, useEffect, useRef } from "react";
import type { Schemas } from "../../../api/client";
import { useEscape } from "../../../frame/focus";
import { QuietButton } from "../../../frame/states";
import type { Draft, Plan } from "../draft";
import css from "../PlanPage.module.css";
import { Balance } from "./Balance";
import { Cheapest } from "./Cheapest";
import { Send } from "./Send";
import { Shopping } from "./Shopping";
import strip from "./ToolStrip.module.css";
import { Variants } from "./Variants";
import { Versions } from "./Versions";

export type Tool = "balance" | "cheapest" | "shopping" | "variants" | "versions" | "send";

export const TOOLS: Record<Tool, string> = {
  balance: "Balance and doses",
  cheapest: "Cheaper ways",
  shopping: "Shopping list",
  variants: "Copy and change",
  versions: "Earlier plans",
  send: "Share and print",
};
/** The same as short as a strip of buttons wants them. */
const SHORT: Record<Tool, string> = {
  balance: "Balance",
  cheapest: "Cheaper",
  shopping: "Shopping",
  variants: "Copy",
  versions: "Earlier",
  send: "Share",
};
/** What can still be asked about a jug whose must is made. */
const AFTER: Tool[] = ["variants", "send"];

/** What is open beside a plan; Escape closes it, and the focus goes back to what opened it. */
export function Tools({
  name,
  onClose,
  tool,
  jug,
  plan,
  pitched,
  change,
  onTakePlan,
  children,
}: {
  name: string;
  onClose: () => void;
  tool: Tool | null;
  jug: Schemas["JugOut"];
  /** The plan as it stands; null while something in it is mistyped. */
  plan: Plan | null;
  pitched: boolean;
  change: (edit: (before: Draft) => Draft) => void;
  onTakePlan: (plan: Plan) => void;
  children: ReactNode;
}) {
  const heading = useRef<HTMLHeadingElement>(null);
  useEscape(onClose);
  useEffect(() => {
    heading.current?.focus({ preventScroll: true });
    heading.current?.scrollIntoView({ block: "nearest" });
  }, []);
  const panels: Record<Tool, () => ReactNode> = {
    balance: () => plan && <Balance plan={plan} change={change} />,
    cheapest: () => plan && <Cheapest plan={plan} change={change} onDone={onClose} />,
    shopping: () => plan && <Shopping plan={plan} name={jug.name} />,
    variants: () => <Variants jug={jug} pitched={pitched} />,
    versions: () => <Versions jug={jug} onTakePlan={onTakePlan} onDone={onClose} />,
    send: () => <Send jug={jug} />,
  };
  return (
    <>
      <div className={css.toolHead}>
        <h2 tabIndex={-1} ref={heading}>
          {name}
        </h2>
        <QuietButton size="slim" aria-label={`Close ${name}`} onClick={onClose}>
          Close
        </QuietButton>
      </div>
      {tool ? panels[tool]() : children}
    </>
  );
}

/** What else can be done with a plan. It stays as it is while the plan above it moves. */
export const ToolStrip = memo(function ToolStrip({
  pitched,
  poured,
  open,
  onOpen,
  aiming,
  onStop,
}: {
  pitched: boolean;
  poured: boolean;
  open: string | null;
  onOpen: (tool: Tool) => void;
  aiming: boolean;
  onStop: () => void;
}) {
  const tools = pitched ? AFTER : (Object.keys(TOOLS) as Tool[]);
  return (
    <nav className={strip.strip} aria-label="More with this plan">
      {tools.map((tool) => (
        <button
          key={tool}
          type="button"
          className={strip.tool}
          aria-expanded={open === tool}
          aria-label={TOOLS[tool]}
          disabled={!poured && tool !== "versions"}
          onClick={() => onOpen(tool)}
        >
          {SHORT[tool]}
        </button>
      ))}
      {aiming && (
        <button type="button" className={strip.tool} onClick={onStop}>
          Remove targets
        </button>
      )}
    </nav>
  );
});
