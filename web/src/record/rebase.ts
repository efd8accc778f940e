/** An entry that others overtook, based on what stands now: the member has seen both and says theirs again. */
import type { Problem } from "../api/types";
import type { Entry } from "./outbox";
import type { Waiting } from "./store";

/** Where the state that stands now is a single value of the body's `based_on`. */
const SINGLE: Partial<Record<Waiting["kind"], string>> = { step: "line", watch: "to_watch", marks: "marks" };

export function rebased(entry: Waiting, problem: Problem): Entry {
  const { visitId, kind, method, path, file, shown } = entry;
  let body = entry.body;
  if (problem.code === "overtaken" && problem.now) {
    const name = SINGLE[kind];
    body = { ...(body as object), based_on: name ? problem.now[name] : problem.now };
  }
  return { visitId, kind, method, path, file, shown, body };
}
