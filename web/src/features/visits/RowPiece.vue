<script setup lang="ts">
/** One piece as it lies in the row. A component of its own, so that a new piece redraws no other. */
import { computed } from "vue";

import type { Step } from "../../api/types";
import PieceFigure from "../../drawing/PieceFigure.vue";
import { answered, dead } from "./visit";

const props = defineProps<{ step: Step; here: boolean; counting?: boolean; fastener: number; round: number }>();
defineEmits<{ pick: [] }>();

const TALL = 88;
/** Half heights of the figures that have no measures. */
const HALF: Record<string, number> = { cover: 25, hub: 29, motor: 31, connector: 30, tie: 30, battery: 29, worm: 38, board: 20, nut: 15, circlip: 16, gear: 20, ring: 20, bearing: 16, washer: 16, bush: 16, seal: 16 };

const scale = computed(() => {
  const f = props.step.piece.figure;
  if (f.shape === "screw") return props.fastener;
  // Never so small that it is not seen for what it is.
  const across = f.rims.length ? 2 * (f.rims[0]?.tip_radius_mm ?? 1) : f.diameter;
  const least = across > 0 && f.shape !== "shaft" ? 26 / across : 0;
  if (f.shape === "shaft" && f.length > 0) return Math.min(props.round, (TALL - 6) / f.length);
  return Math.max(props.round, least);
});

/** Half the height as drawn, so that everything stands on the line. */
const half = computed(() => {
  const f = props.step.piece.figure;
  if (f.shape === "screw") return f.length ? Math.max((f.length + f.head_height) * scale.value, 14) / 2 : 24;
  if (f.rims.length) return (f.rims[0]?.tip_radius_mm ?? 1) * scale.value;
  if (f.shape === "shaft" || f.shape === "spring") return f.length ? (f.length * scale.value) / 2 : 34;
  if (f.diameter && f.shape !== "nut") return (f.diameter * scale.value) / 2;
  return HALF[f.shape] ?? 24;
});

const group = computed(() => props.step.piece.chips.find((chip) => chip.field === "group")?.value);
const counted = computed(() => props.counting && props.step.piece.owed <= answered(props.step.piece));
</script>

<template>
  <li :class="{ counted, here }">
    <button type="button" :aria-current="here" @click="$emit('pick')">
      <svg :viewBox="`-52 ${-TALL} 104 ${TALL}`" aria-hidden="true">
        <g :transform="`translate(0 ${-half - 2})`">
          <PieceFigure :figure="step.piece.figure" :scale="scale" :damaged="dead(step.piece)" />
        </g>
      </svg>
      <span class="name"><b>{{ step.number }}</b> {{ step.piece.name }}</span>
      <span v-if="group" class="group">{{ group }}</span>
      <span v-if="step.piece.count > 1" class="count">×{{ step.piece.count }}</span>
      <span v-if="step.photos.length" class="photo" role="img" aria-label="has a photo">▣</span>
    </button>
  </li>
</template>

<style scoped>
li {
  flex: none;
  width: 118px;
  content-visibility: auto;
  contain-intrinsic-size: 118px 140px;
}

button {
  position: relative;
  width: 100%;
  height: 100%;
  padding: 16px 4px 0;
  border: 0;
  background: none;
  font: 500 14.5px/1.15 var(--sans);
  color: var(--soft);
  cursor: pointer;
  text-align: center;
}

button:focus-visible {
  outline-offset: -3px;
}

svg {
  display: block;
  width: 104px;
  height: 88px;
  margin: 0 auto;
  overflow: visible;
}

.name {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  margin-top: 4px;
  overflow: hidden;
}

.name b {
  color: var(--ink);
}

.group {
  position: absolute;
  top: 0;
  left: 0;
  right: 0;
  overflow: hidden;
  border-top: 4px solid var(--slate);
  color: var(--slate);
  font: 600 13px/1.2 var(--sans);
  white-space: nowrap;
}

.count,
.photo {
  position: absolute;
  top: 6px;
  right: 10px;
  font: 500 14px/1 var(--mono);
}

.photo {
  right: auto;
  left: 10px;
}

.here {
  background: var(--brass-wash);
  box-shadow: inset 3px 0 0 var(--brass);
}

.here button {
  color: var(--ink);
  font-weight: 600;
}

.counted svg {
  opacity: 0.28;
}

.counted .name::after {
  content: " ✓";
  color: var(--verdigris);
}
</style>
