<script setup lang="ts">
/** A gear as the eye sees it: no scale, nothing to read a size from. One tooth carries a pencil mark to count from. */
import { computed } from "vue";

import type { HiddenGear } from "../api/types";
import { circlePath, gearPath } from "./path";

const props = defineProps<{ gear: HiddenGear }>();
const outline = computed(() => gearPath(props.gear.tooth, props.gear.teeth, 100));
</script>

<template>
  <svg class="paper" viewBox="-112 -112 224 224" role="img" aria-label="A gear of unknown size: count its teeth from the marked one">
    <path class="body" :d="outline" />
    <path class="body bore" :d="circlePath(gear.bore * 100)" />
    <path class="mark" :d="`M-2.500 -${gear.root * 100 - 4}l2.500 -5l2.500 5z`" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}

.body {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 0.9;
  stroke-linejoin: round;
}

.bore {
  fill: var(--ground);
}

.mark {
  fill: var(--brass);
}
</style>
