<script setup lang="ts">
/** The row: every piece in the order it came off, as it lies on the bench. */
import { computed, nextTick, ref, watch } from "vue";

import type { Step } from "../../api/types";
import RowPiece from "./RowPiece.vue";

const props = defineProps<{ steps: Step[]; at?: string; counting?: boolean }>();
const emit = defineEmits<{ pick: [step: Step] }>();

const TALL = 88;
const strip = ref<HTMLElement>();

/** Fasteners share one scale, so that the short one is seen to be short; so do round things. */
const longest = computed(() => Math.max(12, ...props.steps.map(({ piece: { figure: f } }) => (f.shape === "screw" ? f.length + f.head_height : 0))));
const widest = computed(() => Math.max(10, ...props.steps.map(({ piece: { figure: f } }) => (f.rims.length ? 2 * (f.rims[0]?.tip_radius_mm ?? 0) : f.diameter && f.shape !== "shaft" && f.shape !== "screw" ? f.diameter : 0))));
const fastener = computed(() => Math.min(7, (TALL - 4) / longest.value));
const round = computed(() => Math.min(7, TALL / widest.value));

watch(
  () => [props.at, props.steps.length],
  async () => {
    await nextTick();
    strip.value?.querySelector(".here, .next")?.scrollIntoView({ block: "nearest", inline: "center" });
  },
  { immediate: true },
);
</script>

<template>
  <section class="row" aria-label="The row">
    <ol ref="strip">
      <RowPiece v-for="step in steps" :key="step.id" :step="step" :here="step.id === at" :counting="counting" :fastener="fastener" :round="round" @pick="emit('pick', step)" />
      <li v-if="!steps.length" class="empty soft">The pieces lie here, in the order they come off.</li>
    </ol>
  </section>
</template>

<style scoped>
.row {
  flex: none;
  background: var(--panel);
  border-top: 1px solid var(--ink);
}

ol {
  display: flex;
  height: 148px;
  overflow-x: auto;
  padding: 0 var(--margin);
  scrollbar-width: thin;
  scrollbar-color: var(--hair) transparent;
  background: linear-gradient(var(--hair), var(--hair)) 0 106px / 100% 1px no-repeat;
}

.empty {
  width: auto;
  padding-top: 46px;
}
</style>
