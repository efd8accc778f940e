<script setup lang="ts">
/** One piece as it lies in the row. A component of its own, so that a new piece redraws no other. */
import { computed } from "vue";

import type { Step } from "../../api/types";
import PieceFigure from "../../drawing/PieceFigure.vue";
import { lie, TALL, type Scales } from "./rowScale";
import { answered, dead } from "./visit";

const props = defineProps<{ step: Step; here: boolean; counting?: boolean; scales: Scales; inside?: boolean }>();
defineEmits<{ pick: [] }>();

const drawn = computed(() => lie(props.step, props.scales));
const group = computed(() => props.step.piece.group);
const counted = computed(() => props.counting && props.step.piece.owed <= answered(props.step.piece));
</script>

<template>
  <li :class="{ counted, here }">
    <button type="button" :aria-current="here" @click="$emit('pick')">
      <svg :viewBox="`-52 ${-TALL} 104 ${TALL}`" aria-hidden="true">
        <g :transform="`translate(0 ${-drawn.half - 2})`">
          <PieceFigure :figure="step.piece.figure" :scale="drawn.scale" :damaged="dead(step.piece)" />
        </g>
      </svg>
      <span class="name"
        ><b>{{ step.number }}</b> {{ step.piece.name }}</span
      >
      <span v-if="group && !inside" class="group">{{ group }}</span>
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
