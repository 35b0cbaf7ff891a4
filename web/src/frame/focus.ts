import { useEffect, useRef } from "react";
import { useLocation } from "react-router";

/** Focus something that takes none by itself, without moving the page. */
function land(element: HTMLElement) {
  if (!element.hasAttribute("tabindex")) element.setAttribute("tabindex", "-1");
  element.focus({ preventScroll: true });
}

/** Where reading begins on a page: its heading, or the page itself. */
function beginning(): HTMLElement | null {
  return document.querySelector<HTMLElement>("#main h1, #main") ?? null;
}

/**
 * Keeps the focus where a person left it: at the beginning of a page they go to, and near what
 * they pressed when that is gone.
 */
export function useFocusKept() {
  const { pathname } = useLocation();
  const first = useRef(true);
  const last = useRef<HTMLElement | null>(null);
  const trail = useRef<HTMLElement[]>([]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the place changes
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    // The page may still be on its way; whoever focuses a field of it meanwhile keeps that.
    const timer = setTimeout(() => {
      const now = document.activeElement;
      if (now && now !== document.body && document.querySelector("#main")?.contains(now)) return;
      const start = beginning();
      if (start) land(start);
    }, 60);
    return () => clearTimeout(timer);
  }, [pathname]);

  useEffect(() => {
    function onFocus(event: FocusEvent) {
      const path: HTMLElement[] = [];
      last.current = event.target instanceof HTMLElement ? event.target : null;
      let at = last.current?.parentElement ?? null;
      while (at && at !== document.body) {
        path.push(at);
        at = at.parentElement;
      }
      trail.current = path;
    }
    // What had the focus was taken away: the nearest that is left of its surroundings has it.
    const watch = new MutationObserver(() => {
      if (document.activeElement && document.activeElement !== document.body) return;
      if (!last.current || last.current.isConnected) return;
      const near = trail.current.find((element) => element.isConnected);
      last.current = null;
      if (!near) return;
      const heading = near.querySelector<HTMLElement>("h1, h2, h3");
      land(heading ?? near);
    });
    document.addEventListener("focusin", onFocus);
    watch.observe(document.body, { childList: true, subtree: true });
    return () => {
      document.removeEventListener("focusin", onFocus);
      watch.disconnect();
    };
  }, []);
}

/** Name the page in the window's title. */
export function useTitle(title: string) {
  useEffect(() => {
    document.title = title ? `${title} · Amber Jug` : "Amber Jug";
  }, [title]);
}

/** Escape closes what is open, wherever one is in it; the focus goes back to what opened it. */
export function useEscape(onClose: () => void, open = true) {
  const close = useRef(onClose);
  close.current = onClose;
  useEffect(() => {
    if (!open) return;
    const opener = document.activeElement;
    function onKey(event: KeyboardEvent) {
      if (event.key !== "Escape" || event.defaultPrevented) return;
      // The meaning of a word lies on top, and closes first.
      if (document.querySelector(":popover-open")) return;
      event.preventDefault();
      close.current();
    }
    window.addEventListener("keydown", onKey);
    return () => {
      window.removeEventListener("keydown", onKey);
      if (opener instanceof HTMLElement && opener.isConnected) opener.focus();
    };
  }, [open]);
}
