<script setup lang="ts">
/** A train from the side, cut open and folded flat: shafts across, a plane for each stage. */
import { useElementSize } from "@vueuse/core";
import { computed, useTemplateRef } from "vue";

import type { TrainOut } from "../api/types";

const props = defineProps<{ train: TrainOut }>();
const emit = defineEmits<{ pick: [stage: number, nth: number] }>();

const { width } = useElementSize(useTemplateRef("drawing"));
const W = computed(() => width.value || 760);
const H = computed(() => Math.max(300, 0.62 * W.value));
const box = computed(() => {
  const edges = props.train.side;
  return {
    left: Math.min(...edges.map((edge) => edge.left)),
    right: Math.max(...edges.map((edge) => edge.right)),
    low: Math.min(...edges.map((edge) => edge.y - edge.half)),
    high: Math.max(...edges.map((edge) => edge.y + edge.half)),
  };
});
const across = computed(() => (W.value - 120) / (box.value.right - box.value.left));
const tall = computed(() => Math.min((H.value - 40) / (box.value.high - box.value.low), 8));
const x = (at: number) => 60 + (at - box.value.left) * across.value;
const y = (at: number) => H.value / 2 - (at - (box.value.low + box.value.high) / 2) * tall.value;
const gears = computed(() => props.train.side.filter((edge) => edge.kind !== "shaft"));
const shafts = computed(() => props.train.side.filter((edge) => edge.kind === "shaft"));
/** A ring is cut through: only its rim is solid. */
const RIM = 3;
</script>

<template>
  <svg ref="drawing" class="paper side" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Train of ${train.stages.length} stages from the side`">
    <g v-for="gear in gears" :key="`${gear.stage}${gear.name}${gear.kind}`" class="gear" @click="emit('pick', gear.stage, gear.nth)">
      <template v-if="gear.kind === 'ring'">
        <rect :x="x(gear.left)" :y="y(gear.y + gear.half + RIM)" :width="x(gear.right) - x(gear.left)" :height="RIM * tall" />
        <rect :x="x(gear.left)" :y="y(gear.y - gear.half)" :width="x(gear.right) - x(gear.left)" :height="RIM * tall" />
        <path class="thin" :d="`M${x(gear.left)} ${y(gear.y + gear.half)}V${y(gear.y - gear.half)}`" />
      </template>
      <rect v-else :x="x(gear.left)" :y="y(gear.y + gear.half)" :width="x(gear.right) - x(gear.left)" :height="2 * gear.half * tall" :class="{ pulley: gear.kind === 'pulley' }" />
    </g>
    <g v-for="shaft in shafts" :key="shaft.name">
      <rect class="shaft" :x="x(shaft.left)" :y="y(shaft.y + 0.9)" :width="x(shaft.right) - x(shaft.left)" :height="1.8 * tall" rx="2" />
      <path class="axis" :d="`M${x(shaft.left) - 14} ${y(shaft.y)}H${x(shaft.right) + 14}`" />
      <text :x="x(shaft.left) - 18" :y="y(shaft.y) + 5" text-anchor="end">{{ shaft.name }}</text>
    </g>
    <text
      v-for="gear in gears.filter((each) => each.kind !== 'worm')"
      :key="`t${gear.stage}${gear.name}${gear.kind}`"
      class="count"
      :x="x(gear.right) - 6"
      :y="y(gear.y + gear.half) + 17"
      text-anchor="end"
    >
      {{ 2 * gear.half }}
    </text>
  </svg>
</template>

<style scoped>
.side {
  display: block;
  width: 100%;
  height: auto;
}

rect {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 1.3;
}

.gear {
  cursor: pointer;
}

.gear:hover rect {
  fill: var(--brass-wash);
}

.pulley {
  stroke-dasharray: 6 3;
}

.shaft {
  fill: var(--ground);
}

.thin {
  stroke: var(--soft);
  stroke-width: 1;
}

.axis {
  stroke: var(--slate);
  stroke-width: 1;
  stroke-dasharray: 12 3 3 3;
}

.count {
  fill: var(--soft);
  font-size: 14px;
}

text {
  fill: var(--slate);
  paint-order: stroke;
  stroke: var(--panel);
  stroke-width: 4px;
  font: 700 15px var(--mono);
}
</style>
