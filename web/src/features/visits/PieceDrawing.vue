<script setup lang="ts">
/** One piece, large, with its measures. */
import { computed } from "vue";

import type { Entry, Piece } from "../../api/types";
import PieceFigure from "../../drawing/PieceFigure.vue";

const props = defineProps<{ piece: Piece | Entry["pieces"][number]; damaged?: boolean }>();
const TALL = 230;
const figure = computed(() => props.piece.figure);
const scale = computed(() => {
  const f = figure.value;
  if (f.shape === "screw" && f.length) return Math.min(14, TALL / (f.length + f.head_height), 120 / Math.max(f.head_width, 1));
  if (f.rims.length) return TALL / (2 * (f.rims[0]?.tip_radius_mm ?? 1));
  if (f.shape === "shaft" && f.length) return Math.min(8, 148 / f.length);
  if (f.diameter) return Math.min(20, TALL / f.diameter);
  return 2;
});
const sized = computed(() => Boolean(figure.value.length || figure.value.diameter || figure.value.rims.length));
const half = computed(() => (figure.value.shape === "screw" ? ((figure.value.length + figure.value.head_height) * scale.value) / 2 : 0));
</script>

<template>
  <svg viewBox="-180 -170 360 320" role="img" :aria-label="piece.name">
    <PieceFigure :figure="figure" :scale="scale" :unknown="150" :damaged="damaged" :transform="sized ? undefined : 'scale(2.4)'" />
    <g v-if="half && figure.length" class="dimension">
      <path :d="`M${(figure.head_width * scale) / 2 + 12} ${half - figure.length * scale}H100M${(figure.diameter * scale) / 2 + 8} ${half}H100M92 ${half - figure.length * scale}V${half}`" />
      <path class="arrow" :d="`M92 ${half - figure.length * scale}l-4.500 11h9zM92 ${half}l-4.500 -11h9z`" />
      <text x="104" :y="half - (figure.length * scale) / 2 + 6">{{ piece.thread }}</text>
    </g>
    <g v-else-if="figure.rims.length" class="dimension">
      <text x="0" y="144" text-anchor="middle">
        {{ figure.rims.map((rim) => rim.teeth).join(" / ") }} teeth{{ figure.rims.every((rim) => rim.read) ? "" : piece.module ? ` of ${piece.module}, as said` : ", size not yet read" }}
      </text>
    </g>
    <g v-else-if="piece.size" class="dimension">
      <text x="0" y="144" text-anchor="middle">{{ piece.size }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 100%;
  min-width: 0;
}

.dimension path {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1;
}

.dimension .arrow {
  fill: var(--slate);
}

text {
  fill: var(--slate);
  font: 600 15px var(--mono);
}
</style>
