/** The row seen otherwise: its order, tools, tray, stacks, screws, and where its pieces run. */
import { defineStore } from "pinia";
import { ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import { latest } from "../../api/latest";
import type { Problem, RowSeen } from "../../api/types";
import { useOutbox } from "../../record/outbox";
import { useVisit } from "./visit";

export const useRowSeen = defineStore("row-seen", () => {
  const store = useVisit();
  const outbox = useOutbox();
  const row = ref<RowSeen>();
  const problem = ref<Problem>();

  // What was seen of another visit is not this one's.
  watch(
    () => store.visit?.id,
    () => (row.value = problem.value = undefined),
  );

  const begin = latest();
  async function look() {
    const id = store.visit?.id;
    const last = begin();
    if (!id || !store.steps.length) {
      row.value = undefined;
      return;
    }
    try {
      await outbox.settle();
      const answer = await ask(api.GET("/api/visits/{visit_id}/row", { params: { path: { visit_id: id } } }));
      if (!last()) return;
      row.value = answer;
      problem.value = undefined;
    } catch (error) {
      if (last()) problem.value = asProblem(error);
    }
  }

  const runsOf = (pieceId: string) => row.value?.surroundings.find((where) => where.piece_id === pieceId);
  const coverOf = (pieceId: string) => row.value?.covers.find((cover) => cover.kinds.some((kind) => kind.pieces.includes(pieceId)));
  return { row, problem, look, runsOf, coverOf };
});
