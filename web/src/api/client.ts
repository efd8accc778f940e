/** The generated client, with the token Django wants and one way to say what went wrong. */
import createClient from "openapi-fetch";
import { ref } from "vue";

import type { paths } from "../../generated/schema";
import { toTheDoor } from "../app/door";
import { forget, KEPT_AT } from "../offline/kept";
import { noteChanged } from "../record/stamps";
import { fetchOrTold } from "./told";
import type { Problem } from "./types";

export const api = createClient<paths>({ baseUrl: "", fetch: fetchOrTold });

export function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

api.use({
  onRequest({ request }) {
    request.headers.set("X-CSRFToken", csrfToken());
    return request;
  },
  onResponse({ response }) {
    // The session is over. What was recorded waits on the device for the next one; what was seen does not.
    if (response.status === 401) void forget().then(toTheDoor);
    noteChanged(response);
    const kept = response.headers.get(KEPT_AT);
    if (kept) noteKept(new Date(kept));
  },
});

export const UNREACHABLE: Problem = {
  problem: "The bench's server does not answer.",
  field: "",
  hint: "Check that it runs. What you entered is kept on this device.",
  where: [],
  code: "unreachable",
  mine: "",
  theirs: "",
  who: "",
};

/** The hour of the oldest answer shown that came from this device, while the server is away. */
export const asOf = ref<Date>();

function noteKept(hour: Date) {
  if (!asOf.value || hour < asOf.value) asOf.value = hour;
  noteAway();
}

/** Whether the server or its database is being brought back. */
export const away = ref(false);
const LOOK_AGAIN = 2000;

/** Out of reach: look, until all is well again. */
export function noteAway() {
  if (away.value) return;
  away.value = true;
  const look = async () => {
    const well = await fetch("/health").then(
      (answer) => answer.ok,
      () => false,
    );
    if (well) [away.value, asOf.value] = [false, undefined];
    else window.setTimeout(() => void look(), LOOK_AGAIN);
  };
  window.setTimeout(() => void look(), LOOK_AGAIN);
}

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
    noteAway();
    throw UNREACHABLE;
  }
  if (answer.response.status === 503) noteAway();
  if (answer.data !== undefined) return answer.data;
  throw asProblem(answer.error);
}

export function asProblem(error: unknown): Problem {
  if (typeof error === "object" && error !== null && "problem" in error) return error as Problem;
  return UNREACHABLE;
}
