<script setup lang="ts">
/** Speed against shaft distance: every pair a dot, the slot or the holes drawn in, the target a line. */
import { useElementSize } from "@vueuse/core";
import { computed, useTemplateRef } from "vue";

import type { Regear } from "../api/types";

const props = defineProps<{ found: Regear; chosen?: Regear["choices"][number] }>();

/** As wide as it stands there, so that its letters are as large on a phone as at a desk. */
const { width } = useElementSize(useTemplateRef("chart"));
const W = computed(() => width.value || 760);
const H = 210;
const L = 54;
const B = 34;
const value = (choice: { speed_km_h: number | null; travel_mm: number }) => choice.speed_km_h ?? choice.travel_mm;
const goal = computed(() => props.found.target_value);
const span = computed(() => {
  const at = props.found.points.map((point) => point.distance_mm);
  const [slotLow, slotHigh] = props.found.slot_mm;
  const low = Math.min(...at, slotLow ?? Infinity, ...props.found.holes_mm);
  const high = Math.max(...at, slotHigh ?? -Infinity, ...props.found.holes_mm);
  const pad = (high - low) * 0.04 || 1;
  const values = [...props.found.points.map((point) => point.value), goal.value];
  return { low: low - pad, high: high + pad, least: Math.min(...values) * 0.95, most: Math.max(...values) * 1.05 };
});
const x = (mm: number) => L + ((mm - span.value.low) / (span.value.high - span.value.low)) * (W.value - L - 12);
const y = (v: number) => H - B - ((v - span.value.least) / (span.value.most - span.value.least)) * (H - B - 10);
const ticks = (low: number, high: number, many: number) => {
  const raw = (high - low) / many;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 5, 10].map((k) => k * power).find((fair) => fair >= raw) ?? raw;
  const marks = [];
  for (let at = Math.ceil(low / step) * step; at <= high; at += step) marks.push(+at.toFixed(6));
  return marks;
};
</script>

<template>
  <svg ref="chart" class="paper" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Speed against shaft distance, ${found.fitting} pairs fit`">
    <rect v-if="found.slot_mm.length" class="slot" :x="x(found.slot_mm[0] ?? 0)" y="0" :width="x(found.slot_mm[1] ?? 0) - x(found.slot_mm[0] ?? 0)" :height="H - B" />
    <path v-for="mm in found.holes_mm" :key="mm" class="hole" :d="`M${x(mm)} 0V${H - B}`" />
    <path class="goal" :d="`M${L} ${y(goal)}H${W - 12}`" />
    <text :x="L + 6" :y="y(goal) - 5">wanted {{ goal.toFixed(1) }} {{ found.axis }}</text>
    <circle v-for="(point, n) in found.points" :key="n" :class="{ fits: point.fits }" :cx="x(point.distance_mm)" :cy="y(point.value)" :r="point.fits ? 3.4 : 2" />
    <circle v-if="chosen" class="chosen" :cx="x(chosen.distance_mm)" :cy="y(value(chosen))" r="8" />
    <g class="axis">
      <path :d="`M${L} 0V${H - B}H${W - 12}`" />
      <text v-for="v in ticks(span.least, span.most, 4)" :key="`v${v}`" :x="L - 7" :y="y(v) + 5" text-anchor="end">{{ v }}</text>
      <text v-for="mm in ticks(span.low, span.high, W / 95)" :key="`m${mm}`" :x="x(mm)" :y="H - B + 17" text-anchor="middle">{{ mm }}</text>
      <text :x="W - 12" :y="H - 4" text-anchor="end">shaft distance, mm</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: auto;
}

.slot {
  fill: var(--brass-wash);
}

.hole {
  stroke: var(--brass);
  stroke-width: 1.4;
}

.goal {
  stroke: var(--slate);
  stroke-width: 1.6;
  stroke-dasharray: 7 4;
}

circle {
  fill: var(--soft);
  fill-opacity: 0.35;
}

.fits {
  fill: var(--verdigris);
  fill-opacity: 0.9;
}

.chosen {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.axis path {
  fill: none;
  stroke: var(--ink);
}

text {
  paint-order: stroke;
  stroke: var(--panel);
  stroke-width: 3px;
  fill: var(--slate);
  font: 600 13px var(--mono);
}

.axis text {
  fill: var(--soft);
}
</style>
