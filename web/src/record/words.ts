/** What an entry says, for someone who has to decide about it. */
import type { Waiting } from "./store";

const WHAT: Record<Waiting["kind"], string> = {
  step: "Step",
  undo: "Step taken back",
  verdict: "Verdict",
  pin: "Gear reading",
  unpin: "Gear reading taken back",
  work: "Sum kept with a piece",
  unwork: "Sum taken back",
  tick: "Count",
  untick: "Count taken back",
  mark: "Step of the plan",
  timer: "Timer",
  photo: "Photo",
  marks: "Marks on a photo",
  sound: "Recording",
  trial: "Check made while listening",
  cover: "Holes of a cover",
  waits: "What it waits for",
  check: "Check",
  proof: "Check of the proof",
  watch: "To watch",
};

const SAID = ["line", "verdict", "finding", "instead", "text", "check", "label", "waits_for", "note", "answer", "outcome", "count"];

export function whatIs(entry: Waiting): string {
  return WHAT[entry.kind] ?? "Entry";
}

export function wordsOf(entry: Waiting): string {
  const body = (entry.body ?? {}) as Record<string, unknown>;
  return SAID.flatMap((name) => (typeof body[name] === "string" || typeof body[name] === "number" ? [String(body[name])] : []))
    .filter(Boolean)
    .join(", ");
}
