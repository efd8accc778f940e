<script setup lang="ts">
/** How far a visit is, as a small toothed rack in a list: one drawing, where there are many in a page. */
import { computed } from "vue";

import { useSession } from "../workshop/session";

const props = defineProps<{ stage: string }>();

const WIDE = 168;
const HIGH = 13;
const GAP = 2;
const session = useSession();
const stages = computed(() => session.words?.stages ?? []);
const reached = computed(() => stages.value.findIndex((stage) => stage.key === props.stage));

/** Teeth from one to before another. */
function teeth(from: number, to: number): string {
  const wide = (WIDE - GAP * (stages.value.length - 1)) / stages.value.length;
  const flank = 0.07 * wide;
  return Array.from({ length: Math.max(0, to - from) }, (_, n) => `M${(from + n) * (wide + GAP)} 0l${flank} ${HIGH}h${wide - 2 * flank}l${flank} ${-HIGH}`).join("");
}
</script>

<template>
  <svg class="drawn" :viewBox="`0 -1.5 ${WIDE} ${HIGH + 2.5}`" :width="WIDE" :height="HIGH + 2.5" aria-hidden="true">
    <template v-if="reached >= 0">
      <path class="open" :d="teeth(reached + 1, stages.length)" />
      <path class="done" :d="teeth(0, reached)" />
      <path class="here" :d="teeth(reached, reached + 1)" />
    </template>
    <path class="line" :d="`M0 -0.75H${WIDE}`" />
  </svg>
</template>

<style scoped>
.drawn {
  display: block;
}

path {
  stroke-width: 1.5;
}

.open {
  fill: none;
  stroke: var(--hair);
}

.done {
  fill: var(--ink);
  stroke: var(--ink);
}

.here {
  fill: var(--brass);
  stroke: var(--ink);
}

.line {
  stroke: var(--ink);
}
</style>
