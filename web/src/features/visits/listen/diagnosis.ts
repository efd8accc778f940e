/** What is wrong, as the core sees it: asked for, and asked again as checks are answered. */
import { computed, onUnmounted, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import { latest } from "../../../api/latest";
import type { Diagnosis, Problem, TrialIn } from "../../../api/types";
import { useOutbox, type Waiting } from "../../../record/outbox";
import { useVisit } from "../visit";

export function useDiagnosis() {
  const store = useVisit();
  const outbox = useOutbox();
  const found = ref<Diagnosis>();
  const problem = ref<Problem>();
  /** Answers on their way, by check: they count as made while they are. */
  const sending = ref<string[]>([]);
  const begin = latest();

  async function look() {
    const id = store.visit?.id;
    if (!id) return;
    const last = begin();
    try {
      const answer = await ask(api.GET("/api/visits/{visit_id}/diagnosis", { params: { path: { visit_id: id } } }));
      if (last()) [found.value, problem.value] = [answer, undefined];
    } catch (error) {
      if (last() && !found.value) problem.value = asProblem(error);
    }
  }

  /** One is through, or was refused: either way the record knows best. */
  function settled(entry: Waiting) {
    if (entry.visitId !== store.visit?.id) return;
    if (entry.kind === "trial") sending.value = sending.value.slice(1);
    if (!outbox.waiting || entry.kind === "trial") void look();
  }
  const stops = [outbox.listen(settled), outbox.mourn(settled)];
  onUnmounted(() => stops.forEach((stop) => stop()));
  watch(
    () => store.visit?.changed_at,
    () => void look(),
    { immediate: true },
  );

  /** Keep what a check gave; none takes it back. */
  async function answer(check: string, said: TrialIn["answer"]) {
    sending.value = [...sending.value, check];
    await store.answerCheck(check, said);
  }

  async function itWas(cause: string) {
    const id = store.visit?.id;
    if (!id) return;
    try {
      found.value = await ask(api.PUT("/api/visits/{visit_id}/cause", { params: { path: { visit_id: id } }, body: { cause, based_on: store.visit?.cause } }));
      if (store.visit) Object.assign(store.visit, { cause, cause_says: found.value?.cause ?? "" });
    } catch (error) {
      problem.value = asProblem(error);
    }
  }

  return { found: computed(() => found.value), problem, sending, answer, itWas };
}

/** A share in words that do not claim more than is known. */
export const percent = (share: number) => (share < 0.01 ? "< 1 %" : `${Math.round(share * 100)} %`);
