<script setup lang="ts">
/** What is laid out, with ten millimetres beside it, so that its size is seen. */
import { computed } from "vue";

const props = defineProps<{ outline: number[][][]; label: string }>();
const reach = computed(() => 1.06 * Math.max(1, ...props.outline.flatMap((line) => line.map(([x, y]) => Math.max(Math.abs(x ?? 0) / 1.4, Math.abs(y ?? 0))))));
const path = computed(() => props.outline.map((line) => `M${line.map(([x, y]) => `${x} ${-(y ?? 0)}`).join("L")}Z`).join(""));
const beside = computed(() => 1.5 * reach.value);
const tick = computed(() => 0.03 * reach.value);
const rule = computed(() => `M${-beside.value * 0.97} ${reach.value * 1.14}h10m0 ${-tick.value}v${2 * tick.value}m-10 0v${-2 * tick.value}`);
</script>

<template>
  <svg :viewBox="`${-beside} ${-reach} ${2 * beside} ${2.24 * reach}`" role="img" :aria-label="label">
    <path class="body" :d="path" />
    <path class="rule" :d="rule" />
    <text class="said" :x="-beside * 0.97" :y="reach * 1.08" :font-size="reach * 0.08">10 mm</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: 46dvh;
  background: var(--panel);
  border: 1px solid var(--hair);
}

.body {
  fill: var(--brass-wash);
  stroke: var(--ink);
  stroke-width: 1.5;
  fill-rule: evenodd;
  vector-effect: non-scaling-stroke;
}

.rule {
  fill: none;
  stroke: var(--slate);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}

.said {
  fill: var(--slate);
  font-family: var(--mono);
}

@media (max-width: 900px) {
  svg {
    max-height: 34dvh;
  }
}
</style>
