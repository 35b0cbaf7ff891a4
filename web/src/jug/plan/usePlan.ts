import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { answer, api, ProblemError, type Schemas } from "../../api/client";
import { useNewest } from "../../api/newest";
import { beingKept, showJug } from "../../api/queries";
import { useAct } from "../../frame/act";
import { putAside, setAside } from "../../frame/useKept";
import {
  type Draft,
  draftOf,
  type Mistyped,
  mistypedOf,
  type Plan,
  planOf,
  withMistyped,
} from "./draft";

const QUIET_MS = 600;
// How long after a server that did not answer it is asked again.
const AGAIN_MS = 3000;
const MOST_UNDO = 100;
// Bodies that outlive their page are up to 64 KiB in all, by the Fetch standard, and a letter may
// take up to three bytes.
const MOST_KEPT_ALIVE = 20_000;
const STROKE_MS = 1000;

export type Keeping =
  | { state: "kept" }
  | { state: "keeping" }
  | { state: "unkept"; why: string }
  | { state: "overtaken"; why: string };

const NONE: string[] = [];

/** Under which what was mistyped in a plan is put aside. */
export const mistypedKey = (jugId: number) => `mistyped-${jugId}`;

/** A plan that the record has not taken yet, and the version that it was made from. */
type Unkept = { basedOn: number; plan: Plan };

/** A jug's plan being worked on: draft, undo, what core makes of it, and keeping it. */
export function usePlan(jug: Schemas["JugOut"], usualFillMl: number) {
  const queries = useQueryClient();
  const aside = `plan-${jug.id}`;
  // What the record did not take when this page was last left, offline say.
  const [left] = useState(() => (jug.stage !== "plan" ? null : putAside<Unkept>(aside)));
  const wrong = mistypedKey(jug.id);
  const [draft, setDraft] = useState<Draft>(() =>
    withMistyped(
      draftOf(left?.plan ?? jug.kept.plan, usualFillMl),
      jug.stage === "plan" ? putAside<Mistyped>(wrong) : null,
    ),
  );
  const current = useRef(draft);
  current.current = draft;
  const past = useRef<Draft[]>([]);
  const future = useRef<Draft[]>([]);
  const last = useRef<{ stroke: string | undefined; at: number }>({ stroke: undefined, at: 0 });
  const [can, setCan] = useState({ undo: false, redo: false });
  const [keeping, setKeeping] = useState<Keeping>({ state: "kept" });
  const version = useRef(left?.basedOn ?? jug.kept.version);
  // The last that was whole: what is mistyped stays as it was there, and the rest is kept.
  const whole = useRef<Plan>(left?.plan ?? jug.kept.plan);
  const { plan, problems } = useMemo(() => planOf(draft, whole.current), [draft]);
  const mistyped = useMemo(() => mistypedOf(draft, problems), [draft, problems]);
  useEffect(() => {
    if (plan && !mistyped) whole.current = plan;
    if (jug.stage === "plan") setAside(wrong, mistyped);
  }, [plan, mistyped, wrong, jug.stage]);
  const body = useMemo(() => (plan ? JSON.stringify(plan) : null), [plan]);
  const [asFetched] = useState(() =>
    JSON.stringify(planOf(draftOf(jug.kept.plan, usualFillMl)).plan),
  );
  const keptBody = useRef<string | null>(asFetched);
  // Whether the jug as fetched is behind the record by now.
  const touched = useRef(false);
  const evaluation = useNewest((asked: Plan) =>
    answer(api.POST("/api/plans/evaluate", { body: asked })),
  );

  /** `stroke` names one movement (a drag, a figure being typed): undone as a whole. */
  const change = useCallback((edit: (before: Draft) => Draft, stroke?: string) => {
    const now = Date.now();
    const same = stroke && stroke === last.current.stroke && now - last.current.at < STROKE_MS;
    last.current = { stroke, at: now };
    if (!same) past.current = [...past.current.slice(-MOST_UNDO), current.current];
    future.current = [];
    setCan((before) => (before.undo && !before.redo ? before : { undo: true, redo: false }));
    setDraft(edit);
  }, []);

  const step = useCallback((from: Draft[], to: Draft[]) => {
    const next = from.pop();
    last.current = { stroke: undefined, at: 0 };
    if (next) {
      to.push(current.current);
      setDraft(next);
    }
    setCan({ undo: past.current.length > 0, redo: future.current.length > 0 });
  }, []);
  const undo = useCallback(() => step(past.current, future.current), [step]);
  const redo = useCallback(() => step(future.current, past.current), [step]);

  const { ask } = evaluation;
  useEffect(() => {
    if (body && jug.stage === "plan") {
      const asked = JSON.parse(body) as Plan;
      if (asked.pours.length > 0) ask(asked);
    }
  }, [body, ask, jug.stage]);

  const triedBody = useRef<string | null>(null);
  const refusedBody = useRef<string | null>(null);
  const keep = useCallback(
    async (wanted: string) => {
      touched.current = true;
      triedBody.current = wanted;
      setKeeping({ state: "keeping" });
      try {
        const kept = await answer(
          api.PUT("/api/jugs/{jug_id}/plan", {
            params: { path: { jug_id: jug.id } },
            body: { based_on: version.current, plan: JSON.parse(wanted) as Plan },
            // Outlives the page it was typed on; a browser refuses that to a large one.
            keepalive: wanted.length < MOST_KEPT_ALIVE,
          }),
        );
        version.current = kept.version;
        keptBody.current = wanted;
        setKeeping({ state: "kept" });
        queries.invalidateQueries({ queryKey: ["jugs"] });
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
        // A refused plan is not sent again unchanged; one the server never saw is.
        if (error.status === 422) refusedBody.current = wanted;
        setKeeping({
          state: error.status === 409 ? "overtaken" : "unkept",
          why: error.message,
        });
      }
    },
    [jug.id, queries],
  );

  // Looked at again when a keeping ends: what changed meanwhile is kept next.
  const { state } = keeping;
  useEffect(() => {
    if (body === null || state === "keeping") return;
    const unkept = body !== keptBody.current && jug.stage === "plan";
    setAside(aside, unkept ? { basedOn: version.current, plan: JSON.parse(body) } : null);
  }, [aside, body, state, jug.stage]);
  useEffect(() => {
    const { state } = keeping;
    if (state === "overtaken" || state === "keeping") return;
    if (body === null || body === keptBody.current || body === refusedBody.current) return;
    if (jug.stage !== "plan") return;
    const wait = body === triedBody.current ? AGAIN_MS : QUIET_MS;
    const timer = setTimeout(() => keep(body), wait);
    return () => clearTimeout(timer);
    // By each answer, not by its word: two refusals on end are two.
  }, [body, keep, keeping, jug.stage]);

  /** Take the other window's plan, or put this one on top of it; both stay in the record. */
  const { act } = useAct();
  const settle = (whose: "theirs" | "mine") => act(() => settled(whose));
  async function settled(whose: "theirs" | "mine") {
    const now = await answer(
      api.GET("/api/jugs/{jug_id}", { params: { path: { jug_id: jug.id } } }),
    );
    version.current = now.kept.version;
    setKeeping({ state: "kept" });
    if (whose === "theirs") {
      await showJug(now);
      const theirs = draftOf(now.kept.plan, usualFillMl);
      keptBody.current = JSON.stringify(planOf(theirs).plan);
      change(() => theirs);
    } else if (body) {
      await keep(body);
    }
  }

  /** Keep at once what is not kept yet; true when the plan in sight is the kept one. */
  const pitched = jug.stage !== "plan";
  const latest = useRef({ body, keep, pitched });
  latest.current = { body, keep, pitched };
  const keepNow = useCallback(async () => {
    const { body: wanted, keep: send, pitched: history } = latest.current;
    if (history || wanted === null || wanted === refusedBody.current) return;
    if (wanted !== keptBody.current) await send(wanted);
  }, []);

  // Leaving loses nothing: what is left is sent, and whoever looks at the jug next waits for it.
  useEffect(() => {
    const onHide = () => {
      if (document.visibilityState === "hidden") keepNow();
    };
    document.addEventListener("visibilitychange", onHide);
    window.addEventListener("pagehide", keepNow);
    window.addEventListener("online", keepNow);
    return () => {
      document.removeEventListener("visibilitychange", onHide);
      window.removeEventListener("pagehide", keepNow);
      window.removeEventListener("online", keepNow);
      const sent = keepNow();
      if (!touched.current) return;
      beingKept.set(jug.id, sent);
      queries.resetQueries({ queryKey: ["jug", jug.id] });
    };
  }, [keepNow, queries, jug.id]);

  const dirty = body !== keptBody.current;
  return {
    draft,
    plan,
    problems,
    mistyped: mistyped?.names ?? NONE,
    change,
    undo,
    redo,
    can,
    evaluation,
    keeping,
    dirty,
    settle,
    keepNow,
  };
}
