<script setup lang="ts">
/** A sub-assembly that came off as one: closed in the row, opened as a row of its own. */
import { computed } from "vue";

import type { Step } from "../../api/types";
import PieceFigure from "../../drawing/PieceFigure.vue";
import { lie, TALL, type Scales } from "./rowScale";
import { answered, dead, piecesOf } from "./visit";

const props = defineProps<{ name: string; steps: Step[]; counting?: boolean; scales: Scales }>();
defineEmits<{ open: [] }>();

const SHOWN = 3;
const laid = computed(() => props.steps.flatMap(piecesOf));
/** Its first pieces, side by side and smaller. */
const drawn = computed(() => laid.value.slice(0, SHOWN).map((piece, n, all) => ({ piece, x: (n - (all.length - 1) / 2) * 50, ...lie(piece.figure, props.scales) })));
const pieces = computed(() => laid.value.reduce((sum, piece) => sum + piece.count, 0));
const counted = computed(() => props.counting && laid.value.every((piece) => piece.owed <= answered(piece)));
</script>

<template>
  <li :class="{ counted }">
    <button type="button" @click="$emit('open')">
      <span class="band">{{ name }}</span>
      <svg :viewBox="`-80 ${-TALL} 160 ${TALL}`" aria-hidden="true">
        <g v-for="drawing in drawn" :key="drawing.piece.id" :transform="`translate(${drawing.x} ${-drawing.half * 0.8 - 2}) scale(0.8)`">
          <PieceFigure :figure="drawing.piece.figure" :scale="drawing.scale" :damaged="dead(drawing.piece)" />
        </g>
      </svg>
      <span class="name"
        ><b>{{ steps[0]?.number }}–{{ steps.at(-1)?.number }}</b> {{ pieces }} pieces, open</span
      >
    </button>
  </li>
</template>

<style scoped>
li {
  flex: none;
  width: 172px;
  content-visibility: auto;
  contain-intrinsic-size: 172px 140px;
}

button {
  position: relative;
  width: 100%;
  height: 100%;
  padding: 16px 4px 0;
  border: 0;
  background: linear-gradient(var(--ground), var(--ground)) 6px 0 / calc(100% - 12px) 100% no-repeat;
  font: 500 14.5px/1.15 var(--sans);
  color: var(--soft);
  cursor: pointer;
  text-align: center;
}

button:focus-visible {
  outline-offset: -3px;
}

.band {
  position: absolute;
  top: 0;
  left: 6px;
  right: 6px;
  overflow: hidden;
  border-top: 4px solid var(--slate);
  color: var(--slate);
  font: 600 14px/1.2 var(--sans);
  white-space: nowrap;
}

svg {
  display: block;
  width: 160px;
  height: 88px;
  margin: 0 auto;
}

.name b {
  color: var(--ink);
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
    contain-intrinsic-size: 172px 46px;
  }

  svg {
    display: none;
  }
}
</style>
