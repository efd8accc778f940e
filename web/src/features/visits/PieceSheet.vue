<script setup lang="ts">
/** The piece in hand, large on millimetre paper, with its measures; its photo if there is one. */
import { computed, defineAsyncComponent, ref, watch } from "vue";

import type { Entry, Figure, Step } from "../../api/types";
import PieceFigure from "../../drawing/PieceFigure.vue";
import PhotoMarks from "./PhotoMarks.vue";
import { dead, useVisit } from "./visit";

/** A photo is opened now and then; what marks it comes when it is. */
const PhotoMarker = defineAsyncComponent(() => import("./PhotoMarker.vue"));
const props = defineProps<{ entry?: Entry; step?: Step; photos?: string[] }>();
const store = useVisit();

const figure = computed<Figure | undefined>(() => props.entry?.figure ?? props.step?.piece.figure);
const facts = computed(() => props.entry ?? props.step?.piece);
const pictures = computed(() => [...(props.photos ?? []), ...(props.entry ? [] : (props.step?.photos ?? []).map((photo) => photo.id))]);
const flipped = ref(false);
/** The photo opened large, to be marked. */
const opened = ref("");
watch(
  () => props.step?.id,
  () => {
    flipped.value = false;
  },
);

const TALL = 230;
const scale = computed(() => {
  const f = figure.value;
  if (!f) return 1;
  if (f.shape === "screw" && f.length) return Math.min(14, TALL / (f.length + f.head_height), 120 / Math.max(f.head_width, 1));
  if (f.rims.length) return TALL / (2 * (f.rims[0]?.tip_radius_mm ?? 1));
  if (f.shape === "shaft" && f.length) return Math.min(8, 148 / f.length);
  if (f.diameter) return Math.min(20, TALL / f.diameter);
  return 2;
});
const sized = computed(() => Boolean(figure.value && (figure.value.length || figure.value.diameter || figure.value.rims.length)));
const facing = computed(() => facts.value?.facing);
const minds = computed(() => facts.value?.minds ?? []);
const mind = computed(() => facts.value?.caution);
const half = computed(() => {
  const f = figure.value;
  return f && f.shape === "screw" ? ((f.length + f.head_height) * scale.value) / 2 : 0;
});
</script>

<template>
  <figure class="paper sheet">
    <button v-if="pictures.length && !flipped" type="button" class="picture" :aria-label="`Photo of ${step?.piece.name ?? 'this step'}: open it to mark`" @click="opened = pictures[0] ?? ''">
      <img decoding="async" :src="store.photoUrl(pictures[0] ?? '')" :alt="step?.piece.name ?? 'photo'" />
      <PhotoMarks :photo="pictures[0] ?? ''" />
    </button>
    <svg v-else-if="figure" viewBox="-180 -170 360 320" role="img" :aria-label="step?.piece.name ?? entry?.name ?? ''">
      <PieceFigure :figure="figure" :scale="scale" :unknown="150" :damaged="Boolean(step && dead(step.piece))" :transform="sized ? undefined : 'scale(2.4)'" />
      <g v-if="half && figure.length" class="dimension">
        <path :d="`M${(figure.head_width * scale) / 2 + 12} ${half - figure.length * scale}H100M${(figure.diameter * scale) / 2 + 8} ${half}H100M92 ${half - figure.length * scale}V${half}`" />
        <path class="arrow" :d="`M92 ${half - figure.length * scale}l-4.500 11h9zM92 ${half}l-4.500 -11h9z`" />
        <text x="104" :y="half - (figure.length * scale) / 2 + 6">{{ facts?.thread }}</text>
      </g>
      <g v-else-if="figure.rims.length" class="dimension">
        <text x="0" y="144" text-anchor="middle">{{ figure.rims.map((rim) => rim.teeth).join(" / ") }} teeth{{ figure.rims.every((rim) => rim.read) ? "" : ", size not yet read" }}</text>
      </g>
      <g v-else-if="facts?.size" class="dimension">
        <text x="0" y="144" text-anchor="middle">{{ facts?.size }}</text>
      </g>
    </svg>
    <figcaption v-if="figure">
      <span v-if="facing" class="facing">{{ facing }}</span>
      <span v-if="mind" class="harm">{{ mind }}</span>
      <span v-for="said in minds" :key="said" class="harm">{{ said }}</span>
      <button v-for="(other, n) in pictures.slice(1, 4)" :key="other" type="button" :aria-label="`Photo ${n + 2}`" @click="opened = other">{{ n + 2 }}</button>
      <button v-if="pictures.length" type="button" class="flip" @click="flipped = !flipped">{{ flipped ? "Photo" : "Drawing" }}</button>
    </figcaption>
    <PhotoMarker v-if="opened" :photo="opened" :piece="step?.piece" @close="opened = ''" />
  </figure>
</template>

<style scoped>
.sheet {
  position: relative;
  height: 400px;
  overflow: hidden;
}

.sheet:has(figcaption span) svg {
  height: calc(100% - 46px);
}

img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}

svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
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

figcaption {
  position: absolute;
  inset: auto 0 0 0;
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 8px 12px;
}

figcaption:has(span) {
  background: var(--panel);
  border-top: 1px solid var(--hair);
}

.facing {
  color: var(--slate);
  font-weight: 600;
}

.picture {
  position: relative;
  display: block;
  width: 100%;
  height: 100%;
  padding: 0;
  border: 0;
  border-radius: 0;
}

.flip {
  margin-left: auto;
}

figcaption button {
  min-width: 44px;
  min-height: 44px;
  padding: 0 14px;
  background: var(--panel);
  border: 1px solid var(--ink);
  border-radius: 4px;
  color: var(--ink);
  font: 600 16px/1 var(--sans);
  cursor: pointer;
}
</style>
