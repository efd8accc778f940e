<script setup lang="ts">
/** The piece in hand, large on millimetre paper, with its measures; its photo if there is one. */
import { computed, defineAsyncComponent, ref, watch } from "vue";

import type { Entry, Piece, Step } from "../../api/types";
import PieceDrawing from "./PieceDrawing.vue";
import PhotoMarks from "./PhotoMarks.vue";
import { dead, piecesOf, useVisit } from "./visit";

/** A photo is opened now and then; what marks it comes when it is. */
const PhotoMarker = defineAsyncComponent(() => import("./PhotoMarker.vue"));
const props = defineProps<{ entry?: Entry; step?: Step; piece?: Piece; photos?: string[] }>();
const store = useVisit();

/** One piece where one is in hand; all that the line says otherwise. */
const pieces = computed(() => (props.piece ? [props.piece] : (props.entry?.pieces ?? (props.step ? piecesOf(props.step) : []))));
const facts = computed(() => pieces.value[0]);
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

const facing = computed(() => facts.value?.facing);
const minds = computed(() => [...new Set(pieces.value.flatMap((piece) => piece.minds))]);
const mind = computed(() => facts.value?.caution);
</script>

<template>
  <figure class="paper sheet">
    <button v-if="pictures.length && !flipped" type="button" class="picture" :aria-label="`Photo of ${step?.piece.name ?? 'this step'}: open it to mark`" @click="opened = pictures[0] ?? ''">
      <img decoding="async" :src="store.photoUrl(pictures[0] ?? '')" :alt="step?.piece.name ?? 'photo'" />
      <PhotoMarks :photo="pictures[0] ?? ''" />
    </button>
    <div v-else class="drawn">
      <PieceDrawing v-for="(each, n) in pieces" :key="n" :piece="each" :damaged="'verdict' in each && dead(each as Piece)" />
    </div>
    <figcaption v-if="facts">
      <span v-if="facing" class="facing">{{ facing }}</span>
      <span v-if="mind" class="harm">{{ mind }}</span>
      <span v-for="said in minds" :key="said" class="harm">{{ said }}</span>
      <button v-for="(other, n) in pictures.slice(1, 4)" :key="other" type="button" :aria-label="`Photo ${n + 2}`" @click="opened = other">{{ n + 2 }}</button>
      <button v-if="pictures.length" type="button" class="flip" @click="flipped = !flipped">{{ flipped ? "Photo" : "Drawing" }}</button>
    </figcaption>
    <slot />
    <PhotoMarker v-if="opened" :photo="opened" :piece="piece ?? step?.piece" @close="opened = ''" />
  </figure>
</template>

<style scoped>
.sheet {
  position: relative;
  height: 400px;
  overflow: hidden;
}

.sheet:has(figcaption span) .drawn {
  bottom: 46px;
}

img {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: cover;
}

.drawn {
  position: absolute;
  inset: 0;
  display: flex;
}

.drawn > * {
  flex: 1 1 0;
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
