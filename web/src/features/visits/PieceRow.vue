<script setup lang="ts">
/** The row: every piece in the order it came off, as it lies on the bench. */
import { computed, nextTick, ref, watch } from "vue";

import type { Step } from "../../api/types";
import PieceFigure from "../../drawing/PieceFigure.vue";
import { answered } from "./visit";

const props = defineProps<{ steps: Step[]; at?: string; counting?: boolean }>();
const emit = defineEmits<{ pick: [step: Step] }>();

const TALL = 88;
/** Half heights of the figures that have no measures. */
const HALF: Record<string, number> = { cover: 25, hub: 29, motor: 31, connector: 30, tie: 30, battery: 29, worm: 38, board: 20, nut: 15, circlip: 16, gear: 20, ring: 20, bearing: 16, washer: 16, bush: 16, seal: 16 };
const strip = ref<HTMLElement>();

/** Fasteners share one scale, so that the short one is seen to be short; so do round things. */
const scales = computed(() => {
  let longest = 12;
  let widest = 10;
  for (const { piece } of props.steps) {
    const f = piece.figure;
    if (f.shape === "screw") longest = Math.max(longest, f.length + f.head_height);
    else if (f.rims.length) widest = Math.max(widest, 2 * (f.rims[0]?.tip_radius_mm ?? 0));
    else if (f.diameter && f.shape !== "shaft") widest = Math.max(widest, f.diameter);
  }
  return { fastener: Math.min(7, (TALL - 4) / longest), round: Math.min(7, TALL / widest) };
});

function scaleOf(step: Step) {
  const f = step.piece.figure;
  if (f.shape === "screw") return scales.value.fastener;
  // Never so small that it is not seen for what it is.
  const across = f.rims.length ? 2 * (f.rims[0]?.tip_radius_mm ?? 1) : f.diameter;
  const least = across > 0 && f.shape !== "shaft" ? 26 / across : 0;
  if (f.shape === "shaft" && f.length > 0) return Math.min(scales.value.round, (TALL - 6) / f.length);
  return Math.max(scales.value.round, least);
}

/** Half the height as drawn, so that everything stands on the line. */
function half(step: Step) {
  const f = step.piece.figure;
  const scale = scaleOf(step);
  if (f.shape === "screw") return f.length ? Math.max((f.length + f.head_height) * scale, 14) / 2 : 24;
  if (f.rims.length) return (f.rims[0]?.tip_radius_mm ?? 1) * scale;
  if (f.shape === "shaft" || f.shape === "spring") return f.length ? (f.length * scale) / 2 : 34;
  if (f.diameter && f.shape !== "nut") return (f.diameter * scale) / 2;
  return HALF[f.shape] ?? 24;
}

function state(step: Step) {
  const left = step.piece.owed - answered(step.piece);
  if (!props.counting) return "";
  return left > 0 ? "" : "counted";
}

watch(
  () => [props.at, props.steps.length],
  async () => {
    await nextTick();
    strip.value?.querySelector(".here, .next")?.scrollIntoView({ block: "nearest", inline: "center" });
  },
  { immediate: true },
);
</script>

<template>
  <section class="row" aria-label="The row">
    <ol ref="strip">
      <li v-for="step in steps" :key="step.id" :class="[state(step), { here: step.id === at }]">
        <button type="button" :aria-current="step.id === at" @click="emit('pick', step)">
          <svg :viewBox="`-52 ${-TALL} 104 ${TALL}`" aria-hidden="true">
            <g :transform="`translate(0 ${-half(step) - 2})`">
              <PieceFigure :figure="step.piece.figure" :scale="scaleOf(step)" :damaged="step.piece.verdict === 'replace'" />
            </g>
          </svg>
          <span class="name"><b>{{ step.number }}</b> {{ step.piece.name }}</span>
          <span v-if="step.piece.count > 1" class="count">×{{ step.piece.count }}</span>
          <span v-if="step.photos.length" class="photo" role="img" aria-label="has a photo">▣</span>
        </button>
      </li>
      <li v-if="!steps.length" class="empty soft">The pieces lie here, in the order they come off.</li>
    </ol>
  </section>
</template>

<style scoped>
.row {
  flex: none;
  background: var(--panel);
  border-top: 1px solid var(--ink);
}

ol {
  display: flex;
  height: 148px;
  overflow-x: auto;
  padding: 0 var(--margin);
  scrollbar-width: thin;
  scrollbar-color: var(--hair) transparent;
  background: linear-gradient(var(--hair), var(--hair)) 0 106px / 100% 1px no-repeat;
}

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

.empty {
  width: auto;
  padding-top: 46px;
}
</style>
