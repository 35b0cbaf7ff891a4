import { lazy, Suspense, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { useJugs, useReference, useShelf } from "../api/queries";
import type { Found } from "./Finder";
import { Waited } from "./fields";
import { useEscape } from "./focus";
import { useSay } from "./notices";
import { Panel } from "./states";

const Finder = lazy(() => import("./Finder"));

const LABEL = "Find anything";
const EXAMPLE = "A jug, a product, a word, a place …";
const PLACES = [
  ["/today", "Today"],
  ["/jugs", "Jugs"],
  ["/jugs?new", "New jug"],
  ["/cellar", "Cellar"],
  ["/look-back", "Look back"],
  ["/shelf", "Shelf"],
  ["/shelf?read", "Read a label"],
  ["/shelf/files", "Import and export"],
  ["/settings", "Settings"],
] as const;

/** One field that finds jugs, products, words of the trade and places. */
export function Find({ onClose }: { onClose: () => void }) {
  const [text, setText] = useState("");
  const navigate = useNavigate();
  const say = useSay();
  const jugs = useJugs(200, false).data;
  const products = useShelf({ search: text, sort: "name", limit: 30 }).data?.items;
  const glossary = useReference().data?.glossary;
  useEscape(onClose);
  const items: Found[] = useMemo(
    () => [
      ...(jugs ?? []).map((jug) => ({
        value: `/jugs/${jug.id}`,
        label: `${jug.number} · ${jug.name}`,
        group: "Jugs",
      })),
      ...(products ?? []).map((row) => ({
        value: `/shelf/${row.id}`,
        label: row.name,
        group: "On the shelf",
      })),
      ...PLACES.map(([value, label]) => ({ value, label, group: "Places" })),
      ...(glossary ?? []).map((term) => ({
        value: `word ${term.name}`,
        label: term.name,
        group: "Words",
      })),
    ],
    [jugs, products, glossary],
  );
  function pick(value: string) {
    onClose();
    const term = glossary?.find((one) => `word ${one.name}` === value);
    if (term) say(`${term.name}: ${term.meaning}`);
    else navigate(value);
  }
  return (
    <Panel
      role="search"
      aria-label={LABEL}
      m="4"
      maxW="34rem"
      onKeyDownCapture={(event) => {
        const shown = (event.target as HTMLElement).getAttribute("aria-expanded") === "true";
        if (event.key === "Escape" && !shown) onClose();
      }}
    >
      <Suspense fallback={<Waited label={LABEL} placeholder={EXAMPLE} />}>
        <Finder
          label={LABEL}
          placeholder={EXAMPLE}
          items={items}
          empty="Nothing found."
          autoFocus
          onPick={pick}
          onSearch={setText}
        />
      </Suspense>
    </Panel>
  );
}
