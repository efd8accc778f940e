/** What could be done about what failed: asked for, and asked again as more is known. */
import { ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import type { Decision, DecisionState, Problem, WorthState } from "../../../api/types";
import { newId } from "../../../record/ids";
import { useVisit } from "../visit";

export function useDecision() {
  const store = useVisit();
  const decision = ref<Decision>();
  const problem = ref<Problem>();
  const visit_id = () => store.visit?.id ?? "";

  async function trying(work: () => Promise<Decision>): Promise<boolean> {
    try {
      decision.value = await work();
      problem.value = undefined;
      return true;
    } catch (error) {
      problem.value = asProblem(error);
      return false;
    }
  }

  const look = () => trying(() => ask(api.GET("/api/visits/{visit_id}/decision", { params: { path: { visit_id: visit_id() } } })));
  const jot = (line: string) => trying(() => ask(api.PUT("/api/visits/{visit_id}/offers/{offer_id}", { params: { path: { visit_id: visit_id(), offer_id: newId() } }, body: { line } })));
  const takeBack = (offer_id: string) => trying(() => ask(api.DELETE("/api/visits/{visit_id}/offers/{offer_id}", { params: { path: { visit_id: visit_id(), offer_id } } })));
  const sayWorth = (said: WorthState) => trying(() => ask(api.PUT("/api/visits/{visit_id}/worth", { params: { path: { visit_id: visit_id() } }, body: { ...said, based_on: decision.value?.worth } })));
  const choose = (chosen: DecisionState | null) => trying(() => ask(api.PUT("/api/visits/{visit_id}/decided", { params: { path: { visit_id: visit_id() } }, body: { decision: chosen } })));

  watch(
    () => [store.visit?.id, store.visit?.changed_at],
    () => void (store.visit && look()),
    { immediate: true },
  );
  return { decision, problem, jot, takeBack, sayWorth, choose };
}

/** A price, or from to where it is a guess. */
export const money = ([least, most]: [number, number] | number[]) => {
  const [a = 0, b = 0] = [least, most];
  const one = (value: number) => (value >= 100 || Number.isInteger(value) ? value.toFixed(0) : value.toFixed(2));
  return a === b ? one(a) : `${one(a)} to ${one(b)}`;
};
