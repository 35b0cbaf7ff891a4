import { HStack, Text } from "@chakra-ui/react";
import { memo } from "react";
import { useNavigate } from "react-router";
import { listed, volume } from "../../format";
import { useAct } from "../../frame/act";
import { ActButton, QuietButton } from "../../frame/states";
import css from "./PlanPage.module.css";
import target from "./targets/targets.module.css";
import type { Tool } from "./tools/Tools";
import type { Keeping } from "./usePlan";

// What is pressed around the plan: none of it is drawn anew while a bar is pulled.

/** What is open beside the ingredients, or over them where there is no room. */
export type Open = Tool | "wanted" | "vessel";

type Opening = { open: Open | null; onOpen: (what: Open) => void };

/** Over the drawing: what it shows, and what opens beside it. */
export const PlanHead = memo(function PlanHead({
  pitched,
  stirs,
  mixed,
  onMix,
  vesselName,
  styleName,
  open,
  onOpen,
}: {
  pitched: boolean;
  /** Whether there are layers to stir. */
  stirs: boolean;
  mixed: boolean;
  onMix: () => void;
  vesselName: string;
  styleName: string;
} & Opening) {
  return (
    <div className={target.head}>
      <h2>{pitched ? "What it was to be" : "Targets"}</h2>
      {stirs && (
        <QuietButton size="slim" variant="soft" aria-pressed={mixed} onClick={onMix}>
          {mixed ? "As poured" : "Stir it"}
        </QuietButton>
      )}
      {!pitched && (
        <>
          <QuietButton
            size="slim"
            variant="soft"
            aria-expanded={open === "vessel"}
            aria-label={`Vessel and yeast: ${vesselName}`}
            onClick={() => onOpen("vessel")}
          >
            {vesselName}
          </QuietButton>
          <QuietButton
            size="slim"
            variant="soft"
            aria-expanded={open === "wanted"}
            aria-label={`How you want it: ${styleName}`}
            onClick={() => onOpen("wanted")}
          >
            {styleName.split(",")[0] || "How you want it"}
          </QuietButton>
        </>
      )}
    </div>
  );
});

/** The same on a phone, under the thumb. */
export const SlimActs = memo(function SlimActs({ open, onOpen }: Opening) {
  return (
    <>
      <QuietButton size="slim" aria-expanded={open === "vessel"} onClick={() => onOpen("vessel")}>
        Vessel
      </QuietButton>
      <QuietButton size="slim" aria-expanded={open === "wanted"} onClick={() => onOpen("wanted")}>
        Targets
      </QuietButton>
    </>
  );
});

export const Undoing = memo(function Undoing({
  can,
  onUndo,
  onRedo,
}: {
  can: { undo: boolean; redo: boolean };
  onUndo: () => void;
  onRedo: () => void;
}) {
  return (
    <>
      <QuietButton size="slim" disabled={!can.undo} onClick={onUndo}>
        Undo
      </QuietButton>
      <QuietButton size="slim" disabled={!can.redo} onClick={onRedo}>
        Redo
      </QuietButton>
    </>
  );
});

export const LetAdjust = memo(function LetAdjust({ onBegin }: { onBegin: () => void }) {
  return (
    <HStack pb="3" wrap="wrap">
      <QuietButton onClick={onBegin}>Let sugar and water adjust</QuietButton>
      <Text color="quiet" fontSize="sm" flex="1" minW="14rem">
        to the strength and the fill you want. Or pull a grip on the drawing.
      </Text>
    </HStack>
  );
});

export const KeptBack = memo(function KeptBack({
  ml,
  onNothing,
}: {
  ml: number;
  onNothing: () => void;
}) {
  return (
    <HStack gap="1">
      <Text fontSize="sm">{volume(ml)} kept back for now</Text>
      <QuietButton size="slim" variant="soft" onClick={onNothing}>
        Hold nothing back
      </QuietButton>
    </HStack>
  );
});

export const Kept = memo(function Kept({
  keeping,
  dirty,
  mistyped,
}: {
  keeping: Keeping;
  dirty: boolean;
  /** What could not be read, by name: it is kept as it was. */
  mistyped: string[];
}) {
  const unkept = keeping.state === "unkept" || keeping.state === "overtaken";
  const saving = dirty || keeping.state === "keeping";
  return (
    <span className={css.kept} role="status" data-testid="kept">
      {unkept ? "not saved yet" : saving ? "saving …" : "saved"}
      {mistyped.length > 0 && `, but not ${listed(mistyped)}`}
    </span>
  );
});

/** What is pitched is what is kept: the plan in sight is kept before the page turns. */
export const ToPitching = memo(function ToPitching({
  onGo,
  slim,
}: {
  onGo: () => Promise<void>;
  slim: boolean;
}) {
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const go = () =>
    act(async () => {
      await onGo();
      navigate("../pitch", { relative: "path" });
    });
  return (
    <ActButton variant="act" busy={busy} onClick={go} aria-label="Next: pitch the yeast">
      {slim ? "Next: pitch" : "Next: pitch the yeast"}
    </ActButton>
  );
});
