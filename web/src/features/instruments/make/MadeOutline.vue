<script setup lang="ts">
/** What is laid out, with ten millimetres beside it, so that its size is seen. */
import { computed } from "vue";

const props = defineProps<{ outline: Line[]; mate?: Line[]; line?: Line[]; label: string }>();
type Line = number[][];

const drawn = (lines: Line[] = [], end = "Z") => lines.map((line) => `M${line.map(([x, y]) => `${x} ${-(y ?? 0)}`).join("L")}${end}`).join("");
/** What is to be seen, and room for the rule under it. */
const frame = computed(() => {
  const points = [...props.outline, ...(props.mate ?? []), ...(props.line ?? [])].flat();
  const along = points.map(([x]) => x ?? 0);
  const up = points.map(([, y]) => -(y ?? 0));
  const [left, right, top, bottom] = [Math.min(...along), Math.max(...along), Math.min(...up), Math.max(...up)];
  const tall = Math.max(2, bottom - top);
  const wide = Math.max(right - left, 1.35 * tall, 12);
  return { left: (left + right - wide * 1.06) / 2, top: top - 0.03 * tall, wide: wide * 1.06, tall, foot: bottom + 0.12 * tall };
});
const rule = computed(() => `M${frame.value.left + 0.02 * frame.value.wide} ${frame.value.foot}h10m0 ${-tick.value}v${2 * tick.value}m-10 0v${-2 * tick.value}`);
const tick = computed(() => 0.015 * frame.value.tall);
</script>

<template>
  <svg :viewBox="`${frame.left} ${frame.top} ${frame.wide} ${frame.tall * 1.2}`" role="img" :aria-label="label">
    <path v-if="mate?.length" class="mate" :d="drawn(mate)" />
    <path class="body" :d="drawn(outline)" />
    <path v-if="line?.length" class="belt" :d="drawn(line, '')" />
    <path class="rule" :d="rule" />
    <text class="said" :x="frame.left + 0.02 * frame.wide" :y="frame.foot - 0.03 * frame.tall" :font-size="frame.tall * 0.04">10 mm</text>
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

.mate {
  fill: color-mix(in srgb, var(--slate) 12%, var(--panel));
  stroke: var(--slate);
  stroke-width: 1.5;
  fill-rule: evenodd;
  vector-effect: non-scaling-stroke;
}

.belt {
  fill: none;
  stroke: var(--brass);
  stroke-width: 2;
  stroke-dasharray: 6 4;
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
