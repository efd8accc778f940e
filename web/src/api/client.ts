/** The generated client, with the token Django wants and one way to say what went wrong. */
import createClient from "openapi-fetch";

import type { paths } from "../../generated/schema";
import { toTheDoor } from "../app/door";
import type { Problem } from "./types";

export const api = createClient<paths>({ baseUrl: "" });

export function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

api.use({
  onRequest({ request }) {
    request.headers.set("X-CSRFToken", csrfToken());
    return request;
  },
  onResponse({ response }) {
    // The session is over. What was recorded waits on the device for the next one.
    if (response.status === 401) toTheDoor();
  },
});

export const UNREACHABLE: Problem = {
  problem: "The bench's server does not answer.",
  field: "",
  hint: "Check that it runs. What you entered is kept on this device.",
};

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data, or the problem thrown as told by the server. */
export async function ask<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await asked;
  } catch {
    throw UNREACHABLE;
  }
  if (answer.data !== undefined) return answer.data;
  throw asProblem(answer.error);
}

export function asProblem(error: unknown): Problem {
  if (typeof error === "object" && error !== null && "problem" in error) return error as Problem;
  return UNREACHABLE;
}
