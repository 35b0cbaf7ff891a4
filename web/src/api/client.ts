import createClient, { type Middleware } from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Problem = Schemas["Problem"];

/** A refusal from the server, with its sentences. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.errors[0]?.text ?? "That did not work.");
  }

  /** The sentence about one field of what was sent, if there is one. */
  at(...places: string[]): string | undefined {
    return this.problem.errors.find((item) => places.includes(item.at))?.text;
  }
}

function cookie(name: string): string {
  const found = document.cookie.split("; ").find((part) => part.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

// What is posted to be worked out and is not kept, dozens of times in one pull at a bar.
const QUESTIONS =
  /^\/api\/(plans\/.+|shelf\/(labels|products)\/read|shelf\/pictures\/.+|shelf\/compare|blend|jugs\/\{jug_id\}\/(.+\/preview|glasses|drops|trial|bottle-mix))$/;

// A write carries a key of its own, so that one sent twice is done once.
const written: Middleware = {
  onRequest({ request, schemaPath }) {
    if (request.method !== "GET") {
      request.headers.set("X-CSRFToken", cookie("csrftoken"));
      if (!QUESTIONS.test(schemaPath)) request.headers.set("Idempotency-Key", key());
    }
    return request;
  },
};

function key(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}

const AGAIN_MS = 700;

/** A request that got no answer is sent once more, with the same key. */
async function sturdy(request: Request): Promise<Response> {
  const again = request.clone();
  try {
    return await fetch(request);
  } catch (error) {
    if (!navigator.onLine || request.signal.aborted) throw error;
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    return fetch(again);
  }
}

// The record is never answered from a cache, and a question to it never waits for one of the same
// address that was just called off.
export const api = createClient<paths>({ baseUrl: "/", fetch: sturdy, cache: "no-store" });
api.use(written);

/** What the page itself refuses, where it stands in the form, before anything is sent. */
export function mistyped(errors: Problem["errors"]): ProblemError {
  return new ProblemError(422, { errors, causes: [], insist_allowed: false });
}

function unreachable(): Problem {
  const why = navigator.onLine ? "Amber Jug does not answer." : "You are offline.";
  const text = `${why} What you typed is still here: try again shortly.`;
  return { errors: [{ at: "", text }], causes: [], insist_allowed: false };
}

/** The data of an answer, or a ProblemError. */
export async function answer<T>(
  asked: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await asked.catch(() => {
    throw new ProblemError(0, unreachable());
  });
  if (data !== undefined) return data;
  const problem = error as Problem | undefined;
  throw new ProblemError(response.status, problem?.errors ? problem : unreachable());
}
