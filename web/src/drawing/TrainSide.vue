<script setup lang="ts">
/** A train from the side, cut open and folded flat: shafts across, a plane for each stage. */
import { computed } from "vue";

import type { TrainOut } from "../api/types";

const props = defineProps<{ train: TrainOut }>();
const emit = defineEmits<{ pick: [stage: number, nth: number] }>();

const W = 760;
const H = 470;
const box = computed(() => {
  const edges = props.train.side;
  return {
    left: Math.min(...edges.map((one) => one.left)),
    right: Math.max(...edges.map((one) => one.right)),
    low: Math.min(...edges.map((one) => one.y - one.half)),
    high: Math.max(...edges.map((one) => one.y + one.half)),
  };
});
const across = computed(() => (W - 120) / (box.value.right - box.value.left));
const tall = computed(() => Math.min((H - 40) / (box.value.high - box.value.low), 8));
const x = (at: number) => 60 + (at - box.value.left) * across.value;
const y = (at: number) => H / 2 - (at - (box.value.low + box.value.high) / 2) * tall.value;
const gears = computed(() => props.train.side.filter((one) => one.kind !== "shaft"));
const shafts = computed(() => props.train.side.filter((one) => one.kind === "shaft"));
/** A ring is cut through: only its rim is solid. */
const RIM = 3;
</script>

<template>
  <svg class="paper side" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Train of ${train.stages.length} stages from the side`">
    <g v-for="one in gears" :key="`${one.stage}${one.name}${one.kind}`" class="gear" @click="emit('pick', one.stage, one.nth)">
      <template v-if="one.kind === 'ring'">
        <rect :x="x(one.left)" :y="y(one.y + one.half + RIM)" :width="x(one.right) - x(one.left)" :height="RIM * tall" />
        <rect :x="x(one.left)" :y="y(one.y - one.half)" :width="x(one.right) - x(one.left)" :height="RIM * tall" />
        <path class="thin" :d="`M${x(one.left)} ${y(one.y + one.half)}V${y(one.y - one.half)}`" />
      </template>
      <rect v-else :x="x(one.left)" :y="y(one.y + one.half)" :width="x(one.right) - x(one.left)" :height="2 * one.half * tall" :class="{ pulley: one.kind === 'pulley' }" />
    </g>
    <text v-for="one in gears.filter((each) => each.kind !== 'worm')" :key="`t${one.stage}${one.name}${one.kind}`" class="count" :x="x(one.right) - 6" :y="y(one.y + one.half) + 17" text-anchor="end">
      {{ 2 * one.half }}
    </text>
    <g v-for="one in shafts" :key="one.name">
      <rect class="shaft" :x="x(one.left)" :y="y(one.y + 0.9)" :width="x(one.right) - x(one.left)" :height="1.8 * tall" rx="2" />
      <path class="axis" :d="`M${x(one.left) - 14} ${y(one.y)}H${x(one.right) + 14}`" />
      <text :x="x(one.left) - 18" :y="y(one.y) + 5" text-anchor="end">{{ one.name }}</text>
    </g>
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
  font: 700 15px var(--mono);
}
</style>
