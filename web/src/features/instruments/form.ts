/** What is known of a part that is no plain gear, asked of the core as it is typed. */
import { computed, ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { FormIn, FormOut, Problem } from "../../api/types";
import { maybeNumber, numberOr } from "../../text/numbers";

/** A way of measuring with what was typed for it. */
export interface Line {
  n: string;
  size: string;
  value: string;
}

export function useForm(form: FormIn["form"]) {
  const teeth = ref(form === "worm" ? "1" : "");
  const mate = ref("");
  const outside = ref("");
  const hand = ref<NonNullable<FormIn["hand"]>>("");
  const lines = ref<Record<string, Line>>({});
  /** The way being measured, which the drawing shows. */
  const at = ref("");

  const answer = ref<FormOut>();
  const problem = ref<Problem>();
  const choice = ref(0);

  const filled = computed(() => Object.entries(lines.value).filter(([, line]) => line.value.trim()));
  const request = computed<FormIn>(() => {
    const shown = lines.value[at.value];
    return {
      form,
      teeth: form === "rack" ? 0 : numberOr(teeth.value, 0),
      mate_teeth: maybeNumber(mate.value),
      outside_mm: outside.value.trim() || null,
      hand: hand.value || "",
      error_mm: 0.02,
      readings: filled.value.map(([way, line]) => ({ way, n: maybeNumber(line.n), size_mm: line.size.trim() || null, value: line.value.trim() })),
      show: shown ? { way: at.value, n: maybeNumber(shown.n) } : null,
    };
  });

  const begin = latest();
  async function look() {
    const last = begin();
    if (form !== "rack" && !teeth.value.trim()) {
      answer.value = problem.value = undefined;
      return;
    }
    try {
      const said = await ask(api.POST("/api/sums/form", { body: request.value }));
      if (!last()) return;
      const before = answer.value?.candidates[choice.value]?.label;
      answer.value = said;
      choice.value = Math.max(
        0,
        said.candidates.findIndex((candidate) => choice.value && candidate.label === before),
      );
      for (const way of said.ways) lines.value[way.key] ??= { n: way.counts ? "5" : "", size: "", value: "" };
      problem.value = undefined;
    } catch (error) {
      if (last()) problem.value = asProblem(error);
    }
  }

  watch(
    request,
    resting(() => void look()),
    { deep: true },
  );

  /** The way the server complains of, or the field by name. */
  const wrong = computed(() => {
    const named = /^readings\.(\d+)/.exec(problem.value?.field ?? "");
    return named ? (filled.value[Number(named[1])]?.[0] ?? "") : (problem.value?.field ?? "");
  });

  /** A pinned part opens with the readings it was judged by. */
  function restore(kept: FormIn) {
    teeth.value = String(kept.teeth || "");
    mate.value = kept.mate_teeth ? String(kept.mate_teeth) : "";
    outside.value = kept.outside_mm ? String(kept.outside_mm) : "";
    hand.value = kept.hand ?? "";
    for (const reading of kept.readings ?? []) {
      lines.value[reading.way] = { n: reading.n ? String(reading.n) : "", size: reading.size_mm ? String(reading.size_mm) : "", value: String(reading.value) };
    }
  }

  return { teeth, mate, outside, hand, lines, at, answer, problem, choice, request, wrong, look, restore };
}
