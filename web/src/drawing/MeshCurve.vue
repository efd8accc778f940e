<script setup lang="ts">
/** Backlash against distance, with the verdicts as grounds; the mark is dragged along it. */
import { useElementSize } from "@vueuse/core";
import { computed, useTemplateRef } from "vue";

import type { Pair } from "../api/types";

const props = defineProps<{ pair: Pair; at: number }>();
const emit = defineEmits<{ drag: [distance: number]; drop: [] }>();

/** As wide as it stands there, so that its letters are as large on a phone as at a desk. */
const { width } = useElementSize(useTemplateRef("curve"));
const W = computed(() => width.value || 700);
const H = 92;
const c = computed(() => props.pair.curve);
const from = computed(() => c.value.distance_mm[0] ?? 0);
const to = computed(() => c.value.distance_mm.at(-1) ?? 1);
const x = (mm: number) => ((mm - from.value) / (to.value - from.value)) * W.value;
const low = computed(() => Math.min(...c.value.backlash_mm));
const high = computed(() => Math.max(...c.value.backlash_mm));
const y = (mm: number) => H - 8 - ((mm - low.value) / (high.value - low.value)) * (H - 16);
const line = computed(() => c.value.distance_mm.map((mm, n) => `${n ? "L" : "M"}${x(mm).toFixed(1)} ${y(c.value.backlash_mm[n] ?? 0).toFixed(1)}`).join(""));
/** Runs of one verdict. */
const grounds = computed(() => {
  const made: { verdict: string; from: number; to: number }[] = [];
  c.value.verdict.forEach((verdict, n) => {
    const at = c.value.distance_mm[n] ?? 0;
    const last = made.at(-1);
    if (last?.verdict === verdict) last.to = at;
    else {
      if (last) last.to = at;
      made.push({ verdict, from: at, to: at });
    }
  });
  return made;
});

function move(event: PointerEvent) {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  emit("drag", from.value + ((event.clientX - box.left) / box.width) * (to.value - from.value));
}
function down(event: PointerEvent) {
  (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
  move(event);
}
</script>

<template>
  <svg
    ref="curve"
    class="curve"
    :viewBox="`0 0 ${W} ${H}`"
    role="img"
    aria-label="Backlash against distance"
    @pointerdown="down"
    @pointermove="$event.buttons ? move($event) : undefined"
    @pointerup="emit('drop')"
  >
    <g v-for="ground in grounds" :key="ground.from">
      <rect :class="ground.verdict" :x="x(ground.from)" y="0" :width="Math.max(0, x(ground.to) - x(ground.from))" :height="H" />
      <text v-if="x(ground.to) - x(ground.from) > 58" :x="(x(ground.from) + x(ground.to)) / 2" y="16" text-anchor="middle">{{ ground.verdict }}</text>
    </g>
    <path class="line" :d="line" />
    <path class="mark" :d="`M${x(at)} 0V${H}`" />
    <circle :cx="x(at)" :cy="H - 12" r="9" />
  </svg>
</template>

<style scoped>
.curve {
  display: block;
  width: 100%;
  height: auto;
  border: 1px solid var(--hair);
  background: var(--panel);
  cursor: ew-resize;
  touch-action: none;
  user-select: none;
}

.jammed,
.interferes,
.skipping {
  fill: var(--oxide);
  fill-opacity: 0.22;
}

.tight {
  fill: var(--oxide);
  fill-opacity: 0.1;
}

.right {
  fill: var(--verdigris);
  fill-opacity: 0.28;
}

.loose {
  fill: var(--brass);
  fill-opacity: 0.16;
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.mark {
  stroke: var(--slate);
  stroke-width: 2.5;
}

circle {
  fill: var(--slate);
}

text {
  fill: var(--ink);
  font: 600 13px var(--sans);
}
</style>
