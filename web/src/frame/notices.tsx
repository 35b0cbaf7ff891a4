import { createToaster, Toast, Toaster } from "@chakra-ui/react";
import { type ReactNode, useLayoutEffect } from "react";
import { ProblemError } from "../api/client";
import { QuietButton } from "./states";
import { useIdle } from "./useIdle";

const MOST_SHOWN = 2;

// Where the next step lies under the thumb (see jug/StageAct), what is told stands above it.
const FOOT_REM = window.matchMedia("(max-width: 63.99rem)").matches ? 5.5 : 1;
const GAP_REM = 1;

// What was said stays until it is closed or makes room: nobody has to be quick.
const toaster = createToaster({
  placement: "bottom",
  max: MOST_SHOWN,
  // Each can be read, and taken back.
  overlap: false,
  duration: Number.POSITIVE_INFINITY,
  gap: 16,
  offsets: { top: "1rem", left: "1rem", right: "1rem", bottom: `${FOOT_REM}rem` },
});

type More = {
  undo?: () => Promise<unknown>;
  /** What may be pressed instead of taking back. */
  press?: { label: string; run: () => Promise<unknown> };
  tone?: "bad";
};

type Offered = { label: string; run: () => Promise<unknown>; failed: string };

/** What was only said, and makes room for what is said next. */
let lastSaid: string | undefined;
/** What was last said on the pages of each jug: only its newest act is taken back by a press. */
const lastOf = new Map<string, string>();
/** What is told now, the oldest first: more would wait, unseen, for these to be closed. */
let shown: string[] = [];
let acting = false;

function close(id: string) {
  shown = shown.filter((each) => each !== id);
  toaster.remove(id);
}

function say(text: string, { undo, press, tone }: More = {}) {
  const jug = location.pathname.match(/^\/jugs\/\d+/)?.[0];
  const before = jug && lastOf.get(jug);
  if (before) close(before);
  if (lastSaid) close(lastSaid);
  for (const old of shown.slice(0, -MOST_SHOWN + 1)) close(old);
  const back = undo && { label: "Undo", run: undo, failed: "That could not be undone: " };
  const offered = press ? { ...press, failed: "" } : back;
  const id = toaster.create({
    title: text,
    type: tone === "bad" ? "error" : "info",
    meta: { offered },
  });
  shown.push(id);
  lastSaid = offered ? undefined : id;
  if (jug) lastOf.set(jug, id);
}

async function pressed(id: string, { run, failed }: Offered) {
  if (acting) return;
  acting = true;
  try {
    await run();
    close(id);
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    say(`${failed}${error.message}`, { tone: "bad" });
  } finally {
    acting = false;
  }
}

/** Tell the person what was done; with `undo`, offer to take it back, with `press` something else. */
export function useSay() {
  return say;
}

/** Gives the page as much more at its foot as what is told there takes (see theme/system). */
function makeRoom() {
  const told = document.querySelectorAll<HTMLElement>("[data-told]");
  const high = [...told].reduce((sum, each) => sum + each.offsetHeight, 0);
  const room = `calc(${high}px + ${told.length * GAP_REM + FOOT_REM}rem)`;
  document.documentElement.style.setProperty("--told", told.length ? room : "0px");
}

function Told({ children }: { children: ReactNode }) {
  useLayoutEffect(() => {
    makeRoom();
    return () => void requestAnimationFrame(makeRoom);
  }, []);
  return <Toast.Root data-told="">{children}</Toast.Root>;
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
            <Told>
              <Toast.Title>{toast.title}</Toast.Title>
              {toast.meta?.offered && (
                <QuietButton onClick={() => pressed(toast.id ?? "", toast.meta?.offered)}>
                  {toast.meta.offered.label}
                </QuietButton>
              )}
              <QuietButton
                variant="bare"
                size="slim"
                aria-label={`Close: ${toast.title}`}
                onClick={() => close(toast.id ?? "")}
              >
                ✕
              </QuietButton>
            </Told>
          )}
        </Toaster>
      )}
    </>
  );
}
