<script setup lang="ts">
/** A toothed part as the core drew it, with the two points between which is measured. */
import { computed } from "vue";

import type { Sketch } from "../api/types";

const props = defineProps<{ sketch: Sketch; note?: string }>();

const W = 560;
const H = 380;
const LINE = 60;
const all = computed(() => [...props.sketch.closed, ...props.sketch.thin].flat());
const box = computed(() => {
  const xs = all.value.map(([x]) => x ?? 0);
  const ys = all.value.map(([, y]) => y ?? 0);
  return { left: Math.min(...xs), right: Math.max(...xs), low: Math.min(...ys), high: Math.max(...ys) };
});
const scale = computed(() => Math.min((W - 96) / (box.value.right - box.value.left), (H - LINE - 96) / (box.value.high - box.value.low)));
const place = ([x = 0, y = 0]: readonly number[]) => {
  const { left, right, low, high } = box.value;
  return [W / 2 + (x - (left + right) / 2) * scale.value, (H + LINE) / 2 - 8 - (y - (low + high) / 2) * scale.value] as const;
};
const path = (line: readonly (readonly number[])[], closed: boolean) =>
  `M${line
    .map((point) =>
      place(point)
        .map((n) => n.toFixed(1))
        .join(" "),
    )
    .join("L")}${closed ? "Z" : ""}`;
const from = computed(() => place(props.sketch.measure[0] ?? []));
const to = computed(() => place(props.sketch.measure[1] ?? []));
const upright = computed(() => Math.abs(from.value[0] - to.value[0]) < 1);
/** A depth is dimensioned beside the part, everything else above it. */
const side = computed(() => place([box.value.right, 0])[0] + 22);
</script>

<template>
  <svg class="paper sketch" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Measured ${sketch.what}`">
    <path v-for="(line, n) in sketch.closed" :key="`c${n}`" class="body" :d="path(line, true)" />
    <path v-for="(line, n) in sketch.thin" :key="`t${n}`" class="thin" :d="path(line, false)" />
    <g class="measure">
      <template v-if="upright">
        <path class="thread" :d="`M${from[0]} ${from[1]}H${side + 8}M${to[0]} ${to[1]}H${side + 8}`" />
        <path :d="`M${side} ${from[1]}V${to[1]}`" />
        <circle :cx="from[0]" :cy="from[1]" r="4.500" />
        <circle :cx="to[0]" :cy="to[1]" r="4.500" />
      </template>
      <template v-else>
        <path class="thread" :d="`M${from[0]} ${LINE - 10}V${from[1]}M${to[0]} ${LINE - 10}V${to[1]}`" />
        <path :d="`M${from[0]} ${LINE - 2}H${to[0]}`" />
        <path class="arrow" :d="`M${from[0]} ${LINE - 2}l11 -4.500v9zM${to[0]} ${LINE - 2}l-11 -4.500v9z`" />
        <circle :cx="from[0]" :cy="from[1]" r="4.500" />
        <circle :cx="to[0]" :cy="to[1]" r="4.500" />
      </template>
      <text :x="W / 2" y="34" text-anchor="middle">{{ sketch.what }}</text>
    </g>
    <text v-if="note" x="20" :y="H - 16">{{ note }}</text>
  </svg>
</template>

<style scoped>
.sketch {
  display: block;
  width: 100%;
  height: auto;
  max-height: 360px;
}

path {
  fill: none;
  stroke-linejoin: round;
}

.body {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 1.6;
}

.thin {
  stroke: var(--soft);
  stroke-width: 1;
}

.measure path,
.measure circle {
  stroke: var(--slate);
  stroke-width: 1.5;
}

.measure .thread {
  stroke-width: 1;
}

.arrow,
circle {
  fill: var(--slate);
}

text {
  fill: var(--slate);
  font: 600 16px var(--mono);
}

/* The whole drawing is half as large there, its letters need not be. */
@media (max-width: 700px) {
  text {
    font-size: 22px;
  }
}
</style>
