import { createToaster, Toast, Toaster } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { ProblemError } from "../api/client";
import { QuietButton } from "./states";
import { useIdle } from "./useIdle";

const MOST_SHOWN = 3;

// Where the next step lies under the thumb (see jug/StageAct), what is told stands above it.
const FOOT = window.matchMedia("(max-width: 63.99rem)").matches ? "5.5rem" : "1rem";

// What was said stays until it is closed or makes room: nobody has to be quick.
const toaster = createToaster({
  placement: "bottom",
  max: MOST_SHOWN,
  // Each can be read, and taken back.
  overlap: false,
  duration: Number.POSITIVE_INFINITY,
  offsets: { top: "1rem", left: "1rem", right: "1rem", bottom: FOOT },
});

type More = { undo?: () => Promise<unknown>; tone?: "bad" };

/** What was only said, and makes room for what is said next. */
let lastSaid: string | undefined;
let undoing = false;

function say(text: string, { undo, tone }: More = {}) {
  if (lastSaid) toaster.remove(lastSaid);
  const id = toaster.create({
    title: text,
    type: tone === "bad" ? "error" : "info",
    meta: { undo },
  });
  lastSaid = undo ? undefined : id;
}

async function takeBack(id: string, undo: () => Promise<unknown>) {
  if (undoing) return;
  undoing = true;
  try {
    await undo();
    toaster.remove(id);
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    say(`That could not be undone: ${error.message}`, { tone: "bad" });
  } finally {
    undoing = false;
  }
}

/** Tell the person what was done; with `undo`, offer to take it back. */
export function useSay() {
  return say;
}

/** The page, and what is told at its foot. */
export function Notices({ children }: { children: ReactNode }) {
  const idle = useIdle();
  return (
    <>
      {children}
      {idle && (
        <Toaster toaster={toaster} css={{ "@media print": { display: "none" } }}>
          {(toast) => (
            <Toast.Root>
              <Toast.Title>{toast.title}</Toast.Title>
              {toast.meta?.undo && (
                <QuietButton onClick={() => takeBack(toast.id ?? "", toast.meta?.undo)}>
                  Undo
                </QuietButton>
              )}
              <QuietButton
                variant="bare"
                size="slim"
                aria-label={`Close: ${toast.title}`}
                onClick={() => toaster.remove(toast.id)}
              >
                ✕
              </QuietButton>
            </Toast.Root>
          )}
        </Toaster>
      )}
    </>
  );
}
