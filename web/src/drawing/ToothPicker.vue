<script setup lang="ts">
/** A gear to be looked over tooth by tooth: tap a tooth, or walk round with the arrows and press Space. */
import { computed, ref } from "vue";

import { circlePath, gearPath } from "./path";

const props = defineProps<{ teeth: number; tooth: number[][]; radius: number; marked: Record<string, number[]>; by: string }>();
const emit = defineEmits<{ tap: [tooth: number] }>();
const R = 150;
const at = ref(0);
const scale = computed(() => R / props.radius);
const outline = computed(() => gearPath(props.tooth, props.teeth, scale.value));
const dots = computed(() =>
  Object.entries(props.marked).flatMap(([what, list]) =>
    list.map((n) => {
      const angle = (2 * Math.PI * n) / props.teeth;
      return { key: `${what}${n}`, x: Math.sin(angle) * (R + 12), y: -Math.cos(angle) * (R + 12), now: what === props.by };
    }),
  ),
);
const hand = computed(() => {
  const angle = (2 * Math.PI * at.value) / props.teeth;
  return { x: Math.sin(angle) * (R - 26), y: -Math.cos(angle) * (R - 26) };
});

function tap(event: MouseEvent) {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const [x, y] = [event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2];
  const n = Math.round((Math.atan2(x, -y) / (2 * Math.PI)) * props.teeth);
  at.value = ((n % props.teeth) + props.teeth) % props.teeth;
  emit("tap", at.value);
}

function key(event: KeyboardEvent) {
  if (event.key === "ArrowRight" || event.key === "ArrowLeft") at.value = (at.value + (event.key === "ArrowRight" ? 1 : props.teeth - 1)) % props.teeth;
  else if (event.key === " ") emit("tap", at.value);
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <svg
    class="paper"
    viewBox="-180 -180 360 360"
    tabindex="0"
    role="application"
    :aria-label="`${teeth} teeth: arrows walk, Space marks; tooth ${at + 1}, ${(marked[by] ?? []).length} marked`"
    @click="tap"
    @keydown="key"
  >
    <path class="body" :d="outline" />
    <path class="bore" :d="circlePath(34)" />
    <circle v-for="dot in dots" :key="dot.key" :cx="dot.x" :cy="dot.y" r="7" :class="{ now: dot.now }" />
    <path class="hand" :d="`M0 0L${hand.x} ${hand.y}`" />
    <text y="6" text-anchor="middle">{{ at + 1 }}</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-height: 400px;
  cursor: pointer;
}

.body {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 1.3;
  stroke-linejoin: round;
}

.bore {
  fill: var(--ground);
  stroke: var(--ink);
}

circle {
  fill: var(--soft);
}

.now {
  fill: var(--oxide);
}

.hand {
  stroke: var(--brass);
  stroke-width: 2;
}

text {
  fill: var(--ink);
  font: 700 22px var(--mono);
}
</style>
