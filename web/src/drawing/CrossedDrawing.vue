<script setup lang="ts">
/** A worm over its wheel, or two bevels on their cones, to scale. */
import { computed } from "vue";

import type { Crossed } from "../api/types";
import { circlePath } from "./path";

const props = defineProps<{ crossed: Crossed }>();

const W = 700;
const H = 420;
const first = computed(() => props.crossed.diameters_mm[0] ?? 1);
const second = computed(() => props.crossed.diameters_mm[1] ?? 1);
const bevel = computed(() => props.crossed.cones_deg.length === 2);
const scale = computed(() => (bevel.value ? Math.min(300 / second.value, 300 / first.value, 40) : Math.min(360 / (first.value * 1.4 + second.value), 40)));
/** Threads of the worm, leaning by its lead. */
const threads = computed(() => {
  const [r, long] = [(first.value / 2) * scale.value, second.value * 0.32 * scale.value];
  const lean = Math.tan(((props.crossed.lead_angle_deg ?? 0) * Math.PI) / 180) * 2 * r;
  return Array.from({ length: 9 }, (_, n) => `M${-long + (n * 2 * long) / 8 - lean / 2} ${r}l${lean} ${-2 * r}`).join("");
});
/** A pitch cone seen from the side: its apex at the crossing, its axis turned so far. */
function cone(diameter: number, angle: number, turn: number) {
  const r = (diameter / 2) * scale.value;
  const deep = r / Math.tan((angle * Math.PI) / 180);
  return { outline: `M0 0L${deep} ${-r}V${r}Z`, face: `M${deep * 0.66} ${-r * 0.66}L${deep} ${-r}V${r}L${deep * 0.66} ${r * 0.66}Z`, axis: `M-16 0H${deep + 74}`, turn, deep, r };
}
const cones = computed(() => {
  const [cone1, cone2] = props.crossed.cones_deg;
  if (cone1 === undefined || cone2 === undefined) return [];
  return [cone(first.value, cone1, 0), cone(second.value, cone2, cone1 + cone2)];
});
const shims = computed(() => props.crossed.shims_mm);
const far = computed(() => (bevel.value ? (first.value / 2 / Math.tan(((props.crossed.cones_deg[0] ?? 45) * Math.PI) / 180)) * scale.value : 0));
</script>

<template>
  <svg class="paper" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="bevel ? 'The pair on its cones' : 'The worm over its wheel'">
    <g v-if="bevel" :transform="`translate(${W / 2 - far / 2} ${H / 2 - 60})`">
      <g v-for="(each, n) in cones" :key="n" :transform="`rotate(${each.turn})`">
        <path class="thin" :d="each.outline" />
        <path class="body" :d="each.face" />
        <path class="axis" :d="each.axis" />
        <!-- Where its shim lies, and which way more of it moves the gear. -->
        <rect class="shim" :class="{ laid: shims[n] }" :x="each.deep + 4" :y="-each.r * 0.45" width="9" :height="each.r * 0.9" />
        <path class="in" :d="`M${each.deep + 62} 0H${each.deep + 22}m10 -6l-10 6l10 6`" />
      </g>
      <g v-for="(each, n) in cones" :key="`said${n}`" :transform="`rotate(${each.turn}) translate(${each.deep + (n ? 92 : 122)} 0) rotate(${-each.turn})`">
        <text text-anchor="middle" y="-4">{{ n ? "second" : "first" }}</text>
        <text text-anchor="middle" y="14" class="soft">{{ shims[n] ? `shim ${(shims[n] ?? 0) > 0 ? "+" : "−"}${Math.abs(shims[n] ?? 0).toFixed(2)}` : "shim" }}</text>
      </g>
    </g>
    <g v-else :transform="`translate(${W / 2} ${30 + (first / 2) * scale})`">
      <path class="body" :d="circlePath((second / 2) * scale)" :transform="`translate(0 ${((first + second) / 2) * scale})`" />
      <path class="body" :d="circlePath((second / 2) * scale * 0.2)" :transform="`translate(0 ${((first + second) / 2) * scale})`" />
      <rect class="body" :x="-second * 0.36 * scale" :y="-(first / 2) * scale" :width="second * 0.72 * scale" :height="first * scale" rx="4" />
      <path class="thin" :d="threads" />
      <path class="axis" :d="`M${-second * 0.45 * scale} 0H${second * 0.45 * scale}M0 ${-(first / 2) * scale - 14}V${(first / 2 + second) * scale + 10}`" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: auto;
}

.body {
  fill: var(--panel);
  fill-opacity: 0.85;
  stroke: var(--ink);
  stroke-width: 1.6;
}

.thin {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
}

.shim {
  fill: none;
  stroke: var(--brass);
  stroke-width: 1.6;
}

.laid {
  fill: var(--brass);
}

.in {
  fill: none;
  stroke: var(--brass);
  stroke-width: 2.4;
}

text {
  fill: var(--ink);
  font: 600 14px var(--mono);
}

.soft {
  fill: var(--soft);
}

.axis {
  stroke: var(--slate);
  stroke-dasharray: 12 3 3 3;
}

/* The whole drawing is half as large there, its letters need not be. */
@media (max-width: 700px) {
  text {
    font-size: 23px;
  }
}
</style>
