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

const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
};

export const api = createClient<paths>({ baseUrl: "/" });
api.use(csrf);

const unreachable: Problem = {
  errors: [
    { at: "", text: "Amber Jug does not answer. What you typed is still here: try again shortly." },
  ],
  causes: [],
  insist_allowed: false,
};

/** The data of an answer, or a ProblemError. */
export async function answer<T>(
  asked: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await asked.catch(() => {
    throw new ProblemError(0, unreachable);
  });
  if (data !== undefined) return data;
  const problem = error as Problem | undefined;
  throw new ProblemError(response.status, problem?.errors ? problem : unreachable);
}
