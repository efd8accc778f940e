/** The proof of the visit on screen: its checks as the record asks for them, and how each went. */
import { computed, onUnmounted, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import { latest } from "../../../api/latest";
import type { Problem, ProofPage, ProofRow, ResultIn } from "../../../api/types";
import { newId } from "../../../record/ids";
import { useOutbox, type Waiting } from "../../../record/outbox";
import { useVisit } from "../visit";

export function useProof() {
  const store = useVisit();
  const outbox = useOutbox();
  const page = ref<ProofPage>();
  const problem = ref<Problem>();
  /** The check picked out; else the next that is open. */
  const picked = ref("");
  /** Results on their way, by check. */
  const sending = ref<Record<string, string>>({});
  /** The result last given: with a figure out of its band it comes back as failed, and its check stays at hand. */
  let tried = "";
  const begin = latest();

  async function look() {
    const id = store.visit?.id;
    if (!id) return;
    const last = begin();
    try {
      const answer = await ask(api.GET("/api/visits/{visit_id}/proof", { params: { path: { visit_id: id } } }));
      if (!last()) return;
      const waits = (await outbox.of(id)).filter((entry) => entry.kind === "proof").map((entry) => entry.body as ResultIn);
      if (!last()) return;
      [page.value, sending.value] = [answer, Object.fromEntries(waits.map((result) => [result.check, result.outcome]))];
      // By the result, not the check: an answer asked for before it was sent still tells of the one before.
      const came = answer.checks.find((check) => check.result?.id === tried);
      if (came?.result?.outcome === "failed") picked.value = came.key;
    } catch (error) {
      if (last() && !page.value) problem.value = asProblem(error);
    }
  }

  /** Through or refused, the record knows best. */
  function settled(entry: Waiting) {
    if (entry.visitId === store.visit?.id && entry.kind === "proof") void look();
  }
  const stops = [outbox.listen(settled), outbox.mourn(settled)];
  onUnmounted(() => stops.forEach((stop) => stop()));
  watch(
    () => store.visit?.changed_at,
    () => void look(),
    { immediate: true },
  );

  const stands = (check: ProofRow) => sending.value[check.key] ?? check.result?.outcome ?? "";
  const checks = computed(() => page.value?.checks ?? []);
  /** Picked, else the first that is open. */
  const current = computed(
    () =>
      checks.value.find((check) => check.key === picked.value) ??
      checks.value.find((check) => !check.later && !["met", "waived"].includes(stands(check))) ??
      checks.value.find((check) => check.later && !stands(check)),
  );

  async function went(outcome: ResultIn["outcome"], value: number | null, note: string) {
    const check = current.value;
    if (!check) return;
    problem.value = undefined;
    sending.value = { ...sending.value, [check.key]: outcome };
    picked.value = outcome === "failed" ? check.key : "";
    tried = newId();
    await store.proved(tried, { check: check.key, outcome, value, note });
  }

  async function handBack(why: string) {
    const id = store.visit?.id;
    if (!id) return;
    try {
      page.value = await ask(api.PUT("/api/visits/{visit_id}/handed-back", { params: { path: { visit_id: id } }, body: { why } }));
      problem.value = undefined;
    } catch (error) {
      problem.value = asProblem(error);
    }
  }

  async function takeBack(result_id: string) {
    const id = store.visit?.id;
    if (!id) return;
    try {
      page.value = await ask(api.DELETE("/api/visits/{visit_id}/proof/{result_id}", { params: { path: { visit_id: id, result_id } } }));
    } catch (error) {
      problem.value = asProblem(error);
    }
  }

  return { page, problem, picked, current, checks, stands, went, handBack, takeBack };
}
