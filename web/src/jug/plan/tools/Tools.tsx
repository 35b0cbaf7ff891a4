import { Heading, HStack } from "@chakra-ui/react";
import { memo, type ReactNode, useEffect, useRef, useState } from "react";
import type { Schemas } from "../../../api/client";
import { useEscape } from "../../../frame/focus";
import { Panel, QuietButton } from "../../../frame/states";
import type { Draft, Plan } from "../draft";
import { Balance } from "./Balance";
import { Cheapest } from "./Cheapest";
import { Send } from "./Send";
import { Shopping } from "./Shopping";
import { Variants } from "./Variants";
import { Versions } from "./Versions";

type Tool = "balance" | "cheapest" | "shopping" | "variants" | "versions" | "send";

const NAMES: Record<Tool, string> = {
  balance: "Balance and doses",
  cheapest: "Cheapest way to the same targets",
  shopping: "Shopping list",
  variants: "Copy and change",
  versions: "Earlier plans",
  send: "Share and print",
};
/** What can still be asked about a jug whose must is made. */
const AFTER: Tool[] = ["variants", "send"];

/** What else can be done with a plan, opened under it one at a time. */
export function Tools({
  jug,
  plan,
  pitched,
  change,
  onTakePlan,
}: {
  jug: Schemas["JugOut"];
  /** The plan as it stands; null while something in it is mistyped. */
  plan: Plan | null;
  pitched: boolean;
  change: (edit: (before: Draft) => Draft) => void;
  onTakePlan: (plan: Plan) => void;
}) {
  const [open, setOpen] = useState<Tool | null>(null);
  const heading = useRef<HTMLHeadingElement>(null);
  useEscape(() => setOpen(null), open !== null);
  useEffect(() => {
    if (!open) return;
    heading.current?.focus();
    heading.current?.scrollIntoView({ block: "nearest" });
  }, [open]);
  const poured = plan !== null && plan.pours.length > 0;
  const panels: Record<Tool, () => ReactNode> = {
    balance: () => plan && <Balance plan={plan} change={change} />,
    cheapest: () => plan && <Cheapest plan={plan} change={change} />,
    shopping: () => plan && <Shopping plan={plan} name={jug.name} />,
    variants: () => <Variants jug={jug} pitched={pitched} />,
    versions: () => <Versions jug={jug} onTakePlan={onTakePlan} />,
    send: () => <Send jug={jug} />,
  };
  return (
    <>
      <Choice pitched={pitched} poured={poured} open={open} onOpen={setOpen} />
      {open && (
        <Panel as="section" aria-label={NAMES[open]}>
          <HStack pb="2">
            <Heading as="h2" size="lg" fontFamily="heading" tabIndex={-1} ref={heading}>
              {NAMES[open]}
            </Heading>
            <QuietButton
              ml="auto"
              px="3"
              border="none"
              aria-label={`Close ${NAMES[open]}`}
              onClick={() => setOpen(null)}
            >
              ✕
            </QuietButton>
          </HStack>
          {panels[open]()}
        </Panel>
      )}
    </>
  );
}

/** Which tool is open. It stays as it is while the plan under it moves. */
const Choice = memo(function Choice({
  pitched,
  poured,
  open,
  onOpen,
}: {
  pitched: boolean;
  poured: boolean;
  open: Tool | null;
  onOpen: (tool: Tool | null) => void;
}) {
  const tools = pitched ? AFTER : (Object.keys(NAMES) as Tool[]);
  return (
    <HStack as="nav" aria-label="More with this plan" wrap="wrap">
      {tools.map((tool) => (
        <QuietButton
          key={tool}
          aria-expanded={open === tool}
          borderColor={open === tool ? "amber" : "rim"}
          disabled={!poured && tool !== "versions"}
          onClick={() => onOpen(open === tool ? null : tool)}
        >
          {NAMES[tool]}
        </QuietButton>
      ))}
    </HStack>
  );
});
