/** An earlier row of the same model, laid beside the one being stripped. */
import { defineStore } from "pinia";
import { computed, ref, watch } from "vue";

import { api, ask } from "../../api/client";
import { latest } from "../../api/latest";
import type { Guide } from "../../api/types";
import { useOutbox } from "../../record/outbox";
import { useVisit } from "./visit";

export const useGuide = defineStore("guide", () => {
  const store = useVisit();
  const outbox = useOutbox();
  const guide = ref<Guide>();
  const coming = computed(() => guide.value?.steps.find((step) => step.number === guide.value?.next));

  const begin = latest();
  async function look() {
    const id = store.visit?.id;
    const last = begin();
    if (!id) {
      guide.value = undefined;
      return;
    }
    try {
      await outbox.settle();
      const answer = await ask(api.GET("/api/visits/{visit_id}/guide", { params: { path: { visit_id: id } } }));
      if (last()) guide.value = answer;
    } catch {
      // The row is the technician's own; the guide only helps.
    }
  }

  async function follow(guideId: string | null) {
    const id = store.visit?.id;
    if (id) guide.value = await ask(api.PUT("/api/visits/{visit_id}/guide", { params: { path: { visit_id: id } }, body: { guide_id: guideId } }));
  }

  /** Once for a visit, and then at each step only where a guide is followed. */
  let of = "";
  watch(
    () => `${store.visit?.id} ${store.steps.length}`,
    () => {
      const id = store.visit?.id ?? "";
      if (id === of && !guide.value?.guide_id) return;
      of = id;
      void look();
    },
    { immediate: true },
  );
  return { guide, coming, follow };
});
