<script setup lang="ts">
/** One piece as it lies in the row. A component of its own, so that a new piece redraws no other. */
import { computed } from "vue";

import type { Step } from "../../api/types";
import PieceFigure from "../../drawing/PieceFigure.vue";
import { lie, TALL, type Scales } from "./rowScale";
import { answered, dead, piecesOf } from "./visit";

const props = defineProps<{ step: Step; here: boolean; counting?: boolean; scales: Scales; inside?: boolean }>();
defineEmits<{ pick: [] }>();

const pieces = computed(() => piecesOf(props.step));
/** Those of one line side by side, in a place that grows with them. */
const WIDE = 118;
const NEXT = 58;
const drawn = computed(() => pieces.value.map((piece, n, all) => ({ piece, x: (n - (all.length - 1) / 2) * NEXT, ...lie(piece.figure, props.scales) })));
const wide = computed(() => WIDE + (pieces.value.length - 1) * NEXT);
const group = computed(() => props.step.piece.group);
const counted = computed(() => props.counting && pieces.value.every((piece) => piece.owed <= answered(piece)));
</script>

<template>
  <li :class="{ counted, here }" :style="{ width: `${wide}px` }">
    <button type="button" :aria-current="here" @click="$emit('pick')">
      <svg :viewBox="`${7 - wide / 2} ${-TALL} ${wide - 14} ${TALL}`" :style="{ width: `${wide - 14}px` }" aria-hidden="true">
        <g v-for="drawing in drawn" :key="drawing.piece.id" :transform="`translate(${drawing.x} ${-drawing.half - 2})`">
          <PieceFigure :figure="drawing.piece.figure" :scale="drawing.scale" :damaged="dead(drawing.piece)" />
        </g>
      </svg>
      <span class="name"
        ><b>{{ step.number }}</b> {{ pieces.map((piece) => piece.name).join(" + ") }}</span
      >
      <span v-if="group && !inside" class="group">{{ group }}</span>
      <span v-if="pieces.some((piece) => piece.count > 1)" class="count">{{ pieces.map((piece) => `×${piece.count}`).join(" ") }}</span>
      <span v-if="step.photos.length" class="photo" role="img" aria-label="has a photo">▣</span>
    </button>
  </li>
</template>

<style scoped>
li {
  flex: none;
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

/* A phone that lies, or whose keyboard is up: what is done has the room, the row is its names. */
@media (max-height: 500px), (max-width: 700px) and (max-height: 620px) {
  li {
    contain-intrinsic-size: 118px 46px;
  }

  button {
    padding: 5px 6px;
  }

  svg,
  .count,
  .photo {
    display: none;
  }

  .name {
    margin: 0;
  }
}
</style>
