<script setup lang="ts">
/** Numbered pins and arrows over a photo that fills its box. */
import { computed } from "vue";

import { useVisit } from "./visit";

const props = defineProps<{ photo: string; whole?: boolean }>();
const store = useVisit();
const photo = computed(() => store.photoOf(props.photo));
const marks = computed(() => photo.value?.marks ?? []);
const wide = computed(() => photo.value?.width ?? 4);
const high = computed(() => photo.value?.height ?? 3);
const unit = computed(() => Math.max(wide.value, high.value) / 40);
const number = (piece?: string | null) => store.laid.find((lies) => lies.piece.id === piece)?.step.number ?? "";
const head = (mark: { x: number; y: number; from_x?: number | null; from_y?: number | null }) => {
  const [x, y] = [mark.x * wide.value, mark.y * high.value];
  const angle = Math.atan2(y - (mark.from_y ?? 0) * high.value, x - (mark.from_x ?? 0) * wide.value);
  const corner = (turn: number) => `${x - unit.value * 1.4 * Math.cos(angle + turn)} ${y - unit.value * 1.4 * Math.sin(angle + turn)}`;
  return `M${x} ${y}L${corner(0.45)}L${corner(-0.45)}Z`;
};
</script>

<template>
  <svg v-if="marks.length" class="marks" :viewBox="`0 0 ${wide} ${high}`" :preserveAspectRatio="whole ? 'xMidYMid meet' : 'xMidYMid slice'" aria-hidden="true">
    <g v-for="(mark, n) in marks" :key="n">
      <template v-if="mark.from_x != null">
        <path class="line" :stroke-width="unit / 3" :d="`M${mark.from_x * wide} ${(mark.from_y ?? 0) * high}L${mark.x * wide} ${mark.y * high}`" />
        <path class="head" :d="head(mark)" />
      </template>
      <template v-else>
        <circle :cx="mark.x * wide" :cy="mark.y * high" :r="unit" />
        <text :x="mark.x * wide" :y="mark.y * high + unit * 0.4" :font-size="unit * 1.15" text-anchor="middle">{{ number(mark.piece) || n + 1 }}</text>
      </template>
    </g>
  </svg>
</template>

<style scoped>
.marks {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}

circle {
  fill: #b27c22;
  stroke: #fff;
}

.line {
  stroke: #b27c22;
}

.head {
  fill: #b27c22;
}

text {
  fill: #14181b;
  font-weight: 700;
}
</style>
