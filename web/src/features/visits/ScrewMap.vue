<script setup lang="ts">
/** A cover with its holes: which screw goes where, laid out by a tap where that was not said. */
import { computed } from "vue";

import type { RowSeen } from "../../api/types";

type Cover = RowSeen["covers"][number];
const props = defineProps<{ cover: Cover; turns?: number[]; of?: string; fixed?: boolean }>();
const emit = defineEmits<{ layOut: [layout: string, holes: number[]] }>();

const LAYOUTS = [
  ["rows", "in rows"],
  ["circle", "in a circle"],
  ["corners", "at the corners"],
] as const;
const X = 104;
const Y = 62;
const round = computed(() => props.cover.layout === "circle");
/** Numbered by length, the longest first: 1 is the longest, whatever its colour. */
const order = computed(() => props.cover.kinds.map((_, n) => n).sort((a, b) => (props.cover.kinds[b]?.length_mm ?? 0) - (props.cover.kinds[a]?.length_mm ?? 0)));
const numberOf = (kind: number) => order.value.indexOf(kind) + 1;
const several = computed(() => props.cover.kinds.length > 1);
const asks = computed(() => several.value && props.cover.holes.some((hole) => !hole.known));

/** The turn each hole is drawn down in, those of the piece in hand only: the others had theirs. */
const turnOf = computed(() => {
  const mine = props.cover.kinds.findIndex((kind) => kind.pieces.includes(props.of ?? ""));
  let next = 0;
  return props.cover.holes.map((hole) => (props.turns?.length && hole.kind === mine ? props.turns[next++] : undefined));
});
const says = (n: number, kind: number) => (props.turns?.length ? (turnOf.value[n] ?? "") : several.value ? numberOf(kind) : "");

/** A tapped hole takes the next kind; one that had it takes what was here, so that the counts stay. */
function tap(at: number) {
  if (!several.value || props.fixed) return;
  const holes = props.cover.holes.map((hole) => hole.kind);
  const mine = holes[at] ?? 0;
  for (let by = 1; by < props.cover.kinds.length; by += 1) {
    const wanted = (mine + by) % props.cover.kinds.length;
    const other = holes.lastIndexOf(wanted);
    if (other < 0) continue;
    holes[other] = mine;
    holes[at] = wanted;
    return emit("layOut", props.cover.layout, holes);
  }
}
const lie = (layout: string) => emit("layOut", layout, asks.value ? [] : props.cover.holes.map((hole) => hole.kind));
</script>

<template>
  <figure>
    <svg v-if="cover.holes.length" viewBox="-140 -92 280 184" role="group" :aria-label="`Holes of ${cover.name}`">
      <ellipse v-if="round" :rx="X + 26" :ry="Y + 26" />
      <rect v-else :x="-X - 26" :y="-Y - 24" :width="2 * X + 52" :height="2 * Y + 48" rx="16" />
      <g
        v-for="(hole, n) in cover.holes"
        :key="n"
        :class="[`kind${numberOf(hole.kind)}`, { asks: several && !hole.known, taps: several && !fixed }]"
        :transform="`translate(${hole.x * X} ${hole.y * Y})`"
        :role="several && !fixed ? 'button' : undefined"
        :tabindex="several && !fixed ? 0 : undefined"
        :aria-label="`Hole ${n + 1}: ${says(n, hole.kind) || numberOf(hole.kind)}, ${cover.kinds[hole.kind]?.label ?? ''}`"
        @click="tap(n)"
        @keydown.enter="tap(n)"
      >
        <circle :r="cover.holes.length > 16 ? 10 : 15" />
        <text y="6" text-anchor="middle" aria-hidden="true">{{ says(n, hole.kind) }}</text>
      </g>
    </svg>
    <p v-else class="soft">Too many to draw one by one.</p>
    <p v-if="asks && !fixed" class="harm">Which hole takes the odd one was not noted: tap it.</p>
    <ul class="legend">
      <li v-for="n in order" :key="n" :class="`kind${numberOf(n)}`">
        <i aria-hidden="true" :style="{ width: `${Math.min(100, 14 + 3 * (cover.kinds[n]?.length_mm ?? 0))}px` }">{{ several ? numberOf(n) : "" }}</i>
        <span
          ><b>{{ cover.kinds[n]?.count }} × {{ cover.kinds[n]?.label }}</b> <span class="soft">step {{ cover.kinds[n]?.steps.join(", ") }}</span></span
        >
      </li>
    </ul>
    <div v-if="!fixed && cover.holes.length > 2" class="lies" role="group" aria-label="Holes lie">
      <button v-for="[key, label] in LAYOUTS" :key="key" type="button" :aria-pressed="cover.layout === key" @click="lie(key)">{{ label }}</button>
    </div>
  </figure>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 340px;
}

rect,
ellipse {
  fill: var(--ground);
  stroke: var(--soft);
  stroke-width: 1.4;
}

circle {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 2;
}

text {
  fill: var(--ink);
  font: 700 16px var(--mono);
}

.taps {
  cursor: pointer;
}

.asks circle {
  stroke-dasharray: 4 3;
}

.kind1 circle,
.kind1 i {
  fill: var(--ink);
  background: var(--ink);
  color: var(--panel);
}

.kind1 text {
  fill: var(--panel);
}

.kind2 circle,
.kind2 i {
  fill: var(--brass);
  background: var(--brass);
  color: var(--on-brass);
}

.kind2 text {
  fill: var(--on-brass);
}

.kind3 circle,
.kind3 i {
  fill: var(--panel);
  background: var(--panel);
  color: var(--ink);
}

.legend li {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  min-height: 30px;
}

.legend i {
  height: 20px;
  padding-left: 5px;
  border: 1px solid var(--ink);
  border-radius: 2px;
  font: 700 14px/18px var(--mono);
}

.lies {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}

.lies button {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--soft);
  font: 600 15px/1 var(--sans);
  cursor: pointer;
}

.lies [aria-pressed="true"] {
  color: var(--ink);
  text-decoration: underline;
  text-decoration-color: var(--brass);
  text-decoration-thickness: 3px;
}
</style>
