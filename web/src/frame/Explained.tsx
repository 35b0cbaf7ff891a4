import { Fragment, memo, type ReactNode, useSyncExternalStore } from "react";
import type { Schemas } from "../api/client";
import { retold } from "../units";
import css from "./Explained.module.css";

type Term = Schemas["TermOut"];

let meant = new Map<string, Term>();
let anyTerm: RegExp | null = null;

/** The words of the trade, as core tells them; kept once when the app opens. */
export function setGlossary(terms: Term[]) {
  meant = new Map(terms.flatMap((term) => term.words.map((word) => [word.toLowerCase(), term])));
  const words = [...meant.keys()].sort((a, b) => b.length - a.length);
  const escaped = words.map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, "\\$&"));
  anyTerm =
    words.length > 0 ? new RegExp(`(?<![\\w-])(${escaped.join("|")})(?![\\w-])`, "gi") : null;
}

/** A sentence of core's in this kitchen's figures, its words of the trade opening their meaning. */
export const Explained = memo(function Explained({ text: told }: { text: string }) {
  const text = retold(told);
  if (!anyTerm) return text;
  const parts: ReactNode[] = [];
  const said = new Set<Term>();
  let at = 0;
  for (const found of text.matchAll(anyTerm)) {
    const term = meant.get(found[0].toLowerCase());
    if (!term || said.has(term)) continue;
    said.add(term);
    parts.push(
      text.slice(at, found.index),
      <Word key={found.index} term={term}>
        {found[0]}
      </Word>,
    );
    at = found.index + found[0].length;
  }
  parts.push(text.slice(at));
  return parts.map((part, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: parts of a sentence stand in their order
    <Fragment key={i}>{part}</Fragment>
  ));
});

const GAP_PX = 6;
const SHEET = "meaning";

let shown: Term | null = null;
const listening = new Set<() => void>();

function listen(changed: () => void) {
  listening.add(changed);
  return () => listening.delete(changed);
}

/** A word with its meaning a tap away. */
function Word({
  term,
  label,
  children,
}: {
  term: Term;
  /** What it is called, where the word itself is not what is pressed. */
  label?: string;
  children: string;
}) {
  function show(event: React.MouseEvent<HTMLButtonElement>) {
    shown = term;
    for (const changed of listening) changed();
    const at = event.currentTarget.getBoundingClientRect();
    // Opened by the browser itself right after this, so that Escape and a press beside close it.
    requestAnimationFrame(() => {
      const sheet = document.getElementById(SHEET);
      if (!sheet) return;
      const size = sheet.getBoundingClientRect();
      const left = Math.min(Math.max(at.left, GAP_PX), window.innerWidth - size.width - GAP_PX);
      const under = at.bottom - 8 + size.height < window.innerHeight;
      sheet.style.left = `${left}px`;
      sheet.style.top = `${under ? at.bottom - 8 : at.top - size.height + 8}px`;
    });
  }
  return (
    <button
      type="button"
      className={css.word}
      aria-label={label}
      popoverTarget={SHEET}
      onClick={show}
    >
      {children}
    </button>
  );
}

/** What the first word of the trade in a label means, asked beside it: a label holds no button. */
export function Meant({ label }: { label: string }) {
  const found = anyTerm ? new RegExp(anyTerm.source, "i").exec(label) : null;
  const term = found && meant.get(found[0].toLowerCase());
  if (!term) return null;
  return (
    <Word term={term} label={`What is “${term.name}”?`}>
      ?
    </Word>
  );
}

/** Where the meaning of whatever word was tapped is shown. */
export function Meaning() {
  const term = useSyncExternalStore(listen, () => shown);
  return (
    <div id={SHEET} popover="auto" className={css.meaning} role="status">
      <b>{term?.name}</b> {term?.meaning}
    </div>
  );
}
