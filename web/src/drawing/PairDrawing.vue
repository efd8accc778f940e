<script setup lang="ts">
/** Two gears in mesh in true outline. The mate is pushed and pulled by its half, the gear turned by the other. */
import { computed, onBeforeUnmount, onMounted, ref } from "vue";

import type { Pair } from "../api/types";
import { circlePath, gearPath } from "./path";

const props = defineProps<{ pair: Pair; turning: boolean; distance?: number; verdict: string; closer: boolean }>();
const emit = defineEmits<{ drag: [distance: number]; drop: [] }>();

const W = 700;
const H = 370;
const RIM = 1.12;
const turn = ref(0);
const apart = computed(() => props.distance ?? props.pair.centre_distance_mm);
const wide = computed(() => {
  const { first, second, centre_distance_mm: a, internal } = props.pair;
  return internal ? 2 * second.root_radius_mm * RIM : first.tip_radius_mm + a + second.tip_radius_mm;
});
/** The scale stays while the hand moves, so that what moves is seen to move; and the outlines with it. */
const scale = computed(() => {
  const { first, second, internal } = props.pair;
  const tall = 2 * Math.max(first.tip_radius_mm, internal ? second.root_radius_mm * RIM : second.tip_radius_mm);
  return Math.min((W - 60) / wide.value, (H - 70) / tall);
});
const layout = computed(() => {
  const y = H / 2 - 10;
  if (props.pair.internal) return { scale: scale.value, x1: W / 2 + apart.value * scale.value, x2: W / 2, y };
  const x1 = (W - wide.value * scale.value) / 2 + props.pair.first.tip_radius_mm * scale.value;
  return { scale: scale.value, x1, x2: x1 + apart.value * scale.value, y };
});
const first = computed(() => gearPath(props.pair.first.tooth, props.pair.first.teeth, scale.value));
const second = computed(() => (props.pair.internal ? circlePath(props.pair.second.root_radius_mm * RIM * scale.value) : "") + gearPath(props.pair.second.tooth, props.pair.second.teeth, scale.value));
const angle1 = computed(() => -props.pair.phase_1_deg + turn.value);
const angle2 = computed(() => -props.pair.phase_2_deg + ((props.pair.internal ? 1 : -1) * turn.value) / props.pair.ratio_decimal);
const measure = computed(() => H - 26);
/** A window on where they touch. */
const view = computed(() => {
  if (!props.closer) return `0 0 ${W} ${H}`;
  const x = layout.value.x1 + props.pair.first.reference_radius_mm * layout.value.scale;
  const wide = Math.min(W, (9 * Math.PI * 2 * props.pair.first.reference_radius_mm * layout.value.scale) / props.pair.first.teeth / 2);
  return `${x - wide / 2} ${layout.value.y - (wide * H) / W / 2} ${wide} ${(wide * H) / W}`;
});

let frame = 0;
let last = 0;
function spin(now: number) {
  const seconds = last ? Math.min(now - last, 60) / 1000 : 0;
  last = now;
  // The smaller gear goes round in about six seconds, whichever it is.
  if (props.turning) turn.value += seconds * 60 * Math.min(1, props.pair.ratio_decimal) * (props.closer ? 0.15 : 1);
  frame = requestAnimationFrame(spin);
}

/** Where the hand took hold: of the mate, to move it; of the gear, to turn it. */
let pushing = false;
function down(event: PointerEvent) {
  const svg = event.currentTarget as SVGSVGElement;
  svg.setPointerCapture(event.pointerId);
  const box = svg.getBoundingClientRect();
  const at = ((event.clientX - box.left) / box.width) * W;
  pushing = !props.closer && (props.pair.internal ? at > layout.value.x1 : at > layout.value.x1 + props.pair.first.tip_radius_mm * layout.value.scale);
}
function move(event: PointerEvent) {
  if (!event.buttons) return;
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const mm = ((event.movementX / box.width) * W) / layout.value.scale;
  // A pair is set in hundredths: the hand moves ten times as far as the gear.
  if (pushing) emit("drag", apart.value + mm / 10);
  else turn.value += event.movementX * (props.closer ? 0.05 : 0.4);
}
function up() {
  if (pushing) emit("drop");
  pushing = false;
}
onMounted(() => {
  frame = requestAnimationFrame(spin);
});
onBeforeUnmount(() => cancelAnimationFrame(frame));
</script>

<template>
  <svg class="paper pair" :class="verdict" :viewBox="view" role="img" :aria-label="`${pair.first.teeth} teeth driving ${pair.second.teeth}`" @pointerdown="down" @pointermove="move" @pointerup="up">
    <g
      v-for="gear in [
        { n: 2, x: layout.x2, d: second, angle: angle2, of: pair.second },
        { n: 1, x: layout.x1, d: first, angle: angle1, of: pair.first },
      ]"
      :key="gear.n"
      :transform="`translate(${gear.x} ${layout.y})`"
    >
      <g :transform="`rotate(${gear.angle})`">
        <path class="outline" :d="gear.d" />
        <template v-if="!gear.of.internal">
          <path class="outline" :d="circlePath(gear.of.root_radius_mm * layout.scale * 0.24)" />
          <path class="spoke" :d="`M0 ${-gear.of.root_radius_mm * layout.scale * 0.24}V${-gear.of.root_radius_mm * layout.scale * 0.94}`" />
        </template>
      </g>
      <path class="pitch" :d="circlePath(gear.of.reference_radius_mm * layout.scale)" />
    </g>
    <g v-if="!closer" class="measure">
      <path :d="`M${layout.x1} ${layout.y + 8}V${measure + 6}M${layout.x2} ${layout.y + 8}V${measure + 6}M${layout.x1} ${measure}H${layout.x2}`" />
      <path
        class="arrow"
        :d="layout.x1 < layout.x2 ? `M${layout.x1} ${measure}l11 -4.500v9zM${layout.x2} ${measure}l-11 -4.500v9z` : `M${layout.x1} ${measure}l-11 -4.500v9zM${layout.x2} ${measure}l11 -4.500v9z`"
      />
      <text :x="(layout.x1 + layout.x2) / 2" :y="measure - 7" text-anchor="middle">{{ apart.toFixed(3) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.pair {
  display: block;
  width: 100%;
  height: auto;
  touch-action: none;
  cursor: grab;
  user-select: none;
}

.outline {
  fill: var(--panel);
  fill-opacity: 0.6;
  fill-rule: evenodd;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-linejoin: round;
  vector-effect: non-scaling-stroke;
}

.jammed .outline,
.interferes .outline,
.skipping .outline {
  stroke: var(--oxide);
}

.spoke {
  stroke: var(--brass);
  stroke-width: 2.5;
  stroke-linecap: round;
  vector-effect: non-scaling-stroke;
}

.pitch {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1;
  stroke-dasharray: 9 3 2 3;
  vector-effect: non-scaling-stroke;
}

.measure path {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1;
}

.measure .arrow {
  fill: var(--slate);
}

text {
  fill: var(--slate);
  paint-order: stroke;
  stroke: var(--panel);
  stroke-width: 4px;
  font: 600 17px var(--mono);
}

/* The whole drawing is half as large there, its letters need not be. */
@media (max-width: 700px) {
  text {
    font-size: 26px;
  }
}
</style>
