<script setup lang="ts">
/** Two gears in mesh in true outline, turning together. Ratio and phases come from the core. */
import { computed, onBeforeUnmount, onMounted, ref } from "vue";

import type { Pair } from "../api/types";
import { circlePath, gearPath } from "./path";

const props = defineProps<{ pair: Pair; turning: boolean }>();

const W = 700;
const H = 480;
const turn = ref(0);
const layout = computed(() => {
  const { first, second, centre_distance_mm: a } = props.pair;
  const wide = first.tip_radius_mm + a + second.tip_radius_mm;
  const tall = 2 * Math.max(first.tip_radius_mm, second.tip_radius_mm);
  const scale = Math.min((W - 60) / wide, (H - 110) / tall);
  const x1 = (W - wide * scale) / 2 + first.tip_radius_mm * scale;
  return { scale, x1, x2: x1 + a * scale, y: H / 2 - 14 };
});
const one = computed(() => gearPath(props.pair.first.tooth, props.pair.first.teeth, layout.value.scale));
const two = computed(() => gearPath(props.pair.second.tooth, props.pair.second.teeth, layout.value.scale));
const angle1 = computed(() => -props.pair.phase_1_deg + turn.value);
const angle2 = computed(() => -props.pair.phase_2_deg - turn.value / props.pair.ratio_decimal);
const measure = computed(() => H - 34);

let frame = 0;
let last = 0;
function spin(now: number) {
  const seconds = last ? Math.min(now - last, 60) / 1000 : 0;
  last = now;
  // The smaller gear goes round in about six seconds, whichever it is.
  if (props.turning) turn.value += seconds * 60 * Math.min(1, props.pair.ratio_decimal);
  frame = requestAnimationFrame(spin);
}
function nudge(event: PointerEvent) {
  if (event.buttons) turn.value += event.movementX * 0.4;
}
onMounted(() => {
  frame = requestAnimationFrame(spin);
});
onBeforeUnmount(() => cancelAnimationFrame(frame));
</script>

<template>
  <svg class="paper pair" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`${pair.first.teeth} teeth driving ${pair.second.teeth}`" @pointermove="nudge">
    <g v-for="gear in [{ x: layout.x1, d: one, angle: angle1, of: pair.first }, { x: layout.x2, d: two, angle: angle2, of: pair.second }]" :key="gear.x" :transform="`translate(${gear.x} ${layout.y})`">
      <g :transform="`rotate(${gear.angle})`">
        <path class="outline" :d="gear.d" />
        <path class="outline" :d="circlePath(gear.of.root_radius_mm * layout.scale * 0.24)" />
        <path class="spoke" :d="`M0 ${-gear.of.root_radius_mm * layout.scale * 0.24}V${-gear.of.root_radius_mm * layout.scale * 0.94}`" />
      </g>
      <path class="pitch" :d="circlePath(gear.of.reference_radius_mm * layout.scale)" />
    </g>
    <g class="measure">
      <path :d="`M${layout.x1} ${layout.y + 8}V${measure + 6}M${layout.x2} ${layout.y + 8}V${measure + 6}M${layout.x1} ${measure}H${layout.x2}`" />
      <path class="arrow" :d="`M${layout.x1} ${measure}l11 -4.500v9zM${layout.x2} ${measure}l-11 -4.500v9z`" />
      <text :x="(layout.x1 + layout.x2) / 2" :y="measure - 8" text-anchor="middle">{{ pair.centre_distance_mm.toFixed(3) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.pair {
  display: block;
  width: 100%;
  height: auto;
  touch-action: none;
  cursor: grab;
}

.outline {
  fill: var(--panel);
  fill-opacity: 0.6;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-linejoin: round;
}

.spoke {
  stroke: var(--brass);
  stroke-width: 2.5;
  stroke-linecap: round;
}

.pitch {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1;
  stroke-dasharray: 9 3 2 3;
}

.measure path {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1;
}

.measure .arrow {
  fill: var(--slate);
}

text {
  fill: var(--slate);
  font: 600 17px var(--mono);
}
</style>
