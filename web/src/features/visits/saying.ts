/** The line being said: what the core makes of it as it is typed, put right chip by chip. */
import { ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import { latest } from "../../api/latest";
import type { Entry, Learnt, Problem } from "../../api/types";

/** From then on an answer is no longer waited for: the network may be gone. */
const LATE_MS = 1500;

export function useSaying() {
  const line = ref("");
  const understood = ref<Entry>();
  const problem = ref<Problem>();
  /** The name just learnt from a correction. */
  const learnt = ref<Learnt>();

  const begin = latest();

  /** What a piece is called here is learnt when its kind is put right; the line then says it by itself. */
  async function putRight(correction: { field: string; value: string; piece: number }) {
    if (correction.field !== "kind" || !correction.value) return understand(correction);
    const text = line.value;
    try {
      learnt.value = await ask(api.PUT("/api/shelf/names", { body: { line: text, kind: correction.value, piece: correction.piece } }));
      await understand();
      if (line.value === text && understood.value?.pieces[correction.piece]?.kind === learnt.value.kind) return;
    } catch {
      // A line that names nothing is put right by itself.
    }
    await understand(correction);
  }

  async function unlearn() {
    const name = learnt.value?.name;
    learnt.value = undefined;
    if (!name) return;
    try {
      await ask(api.PUT("/api/shelf/names/{name}/gone", { params: { path: { name } }, body: { gone: true } }));
      await understand();
    } catch (error) {
      problem.value = asProblem(error);
    }
  }

  /** Ask the core what the line says; only the newest answer counts. */
  async function understand(correction?: { field: string; value: string; piece: number }) {
    const last = begin();
    if (!line.value.trim()) {
      understood.value = undefined;
      problem.value = undefined;
      return;
    }
    try {
      const answer = await ask(api.POST("/api/sums/entry", { body: { line: line.value, correction: correction ?? null } }));
      if (!last()) return;
      understood.value = answer;
      problem.value = undefined;
      if (correction) line.value = answer.line;
    } catch (error) {
      if (last()) problem.value = asProblem(error);
    }
  }

  /** The second reading of the line, taken by one key. */
  function otherwise() {
    const other = understood.value?.alternatives[0];
    if (other) void putRight({ field: "kind", value: other.kind, piece: 0 });
  }

  /** One question at a time: what was typed while it was on its way is asked of as soon as it is answered. */
  let asking = false;
  async function follow() {
    if (asking) return;
    asking = true;
    try {
      for (let of = ""; line.value && of !== line.value;) {
        of = line.value;
        await Promise.race([understand(), new Promise((late) => window.setTimeout(late, LATE_MS))]);
      }
    } finally {
      asking = false;
    }
  }

  watch(line, (text) => {
    if (!text) {
      begin();
      understood.value = problem.value = undefined;
      return;
    }
    void follow();
  });

  /** For the next line. */
  function clear() {
    learnt.value = understood.value = problem.value = undefined;
    begin();
  }

  return { line, understood, problem, learnt, putRight, unlearn, otherwise, clear };
}
