<script setup lang="ts">
/** A whole train in end view, turning at true relative speeds. A tap on a gear asks to change its count. */
import { useElementSize } from "@vueuse/core";
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef } from "vue";

import type { TrainOut } from "../api/types";
import { circlePath, gearPath } from "./path";

const props = defineProps<{ train: TrainOut; turning: boolean; picked?: { stage: number; nth: number }; red?: string[] }>();
const emit = defineEmits<{ pick: [stage: number, nth: number] }>();

/** As wide as it stands there, so that its letters are as large on a phone as at a desk. */
const { width } = useElementSize(useTemplateRef("drawing"));
const W = computed(() => width.value || 760);
const H = computed(() => Math.max(300, 0.62 * W.value));
const RIM = 4;
const turn = ref(0);
const reach = (gear: TrainOut["gears"][number]) => gear.radius + (gear.kind === "ring" ? RIM : 1);
const box = computed(() => {
  const g = props.train.gears;
  return {
    left: Math.min(...g.map((gear) => gear.x - reach(gear))),
    right: Math.max(...g.map((gear) => gear.x + reach(gear))),
    low: Math.min(...g.map((gear) => gear.y - reach(gear))),
    high: Math.max(...g.map((gear) => gear.y + reach(gear))),
  };
});
const scale = computed(() => Math.min((W.value - 50) / (box.value.right - box.value.left), (H.value - 60) / (box.value.high - box.value.low), 9));
const place = (x: number, y: number) => ({ x: W.value / 2 + (x - (box.value.left + box.value.right) / 2) * scale.value, y: H.value / 2 - (y - (box.value.low + box.value.high) / 2) * scale.value });
/** Turns of shaft 1 a second: the fastest shaft goes round in about four seconds. */
const pace = computed(() => 0.25 / Math.max(1, ...props.train.gears.map((gear) => Math.abs(gear.turns))));

const drawn = computed(() =>
  props.train.gears.map((gear, n) => ({
    gear,
    n,
    path: gear.tooth.length
      ? (gear.kind === "ring" ? circlePath((gear.radius + RIM) * scale.value) : "") + gearPath(gear.tooth, gear.teeth, scale.value)
      : circlePath(Math.max(gear.radius, 3) * scale.value),
  })),
);
/** Large gears lie under small ones, so that each can be tapped. */
const layers = computed(() => [...drawn.value].sort((a, b) => b.gear.radius - a.gear.radius));
/** The two straight runs of each belt or chain. */
const belts = computed(() =>
  props.train.gears.flatMap((gear, n) => {
    const other = props.train.gears[n + 1];
    if (gear.kind !== "pulley" || other?.kind !== "pulley" || other.stage !== gear.stage) return [];
    const [from, to] = [place(gear.x, gear.y), place(other.x, other.y)];
    const along = Math.atan2(to.y - from.y, to.x - from.x);
    const lean = Math.acos(((gear.radius - other.radius) * scale.value) / Math.hypot(to.x - from.x, to.y - from.y));
    return [lean, -lean].map((side) => {
      const [x, y] = [Math.cos(along + side), Math.sin(along + side)];
      return `M${from.x + gear.radius * scale.value * x} ${from.y + gear.radius * scale.value * y}L${to.x + other.radius * scale.value * x} ${to.y + other.radius * scale.value * y}`;
    });
  }),
);
/** Gears on one shaft stand in one place: only the first names it. */
const named = (n: number) => props.train.gears.findIndex((gear) => Math.hypot(gear.x - (props.train.gears[n]?.x ?? 0), gear.y - (props.train.gears[n]?.y ?? 0)) < 0.01) === n;

/** Large enough for the shaft's name, and never over the teeth. */
const hub = (radius: number) => Math.max(3, Math.min(11, radius * 0.5), radius * 0.16);

/** SVG turns clockwise, the core counter-clockwise. */
function spin(gear: TrainOut["gears"][number]) {
  return -(gear.phase_deg + 360 * gear.turns * turn.value);
}
function orbit(gear: TrainOut["gears"][number]) {
  if (!gear.carrier_turns) return "";
  const at = place(gear.centre[0] ?? 0, gear.centre[1] ?? 0);
  return `rotate(${-360 * gear.carrier_turns * turn.value} ${at.x} ${at.y})`;
}

let frame = 0;
let last = 0;
function step(now: number) {
  const seconds = last ? Math.min(now - last, 60) / 1000 : 0;
  last = now;
  if (props.turning) turn.value += seconds * pace.value;
  frame = requestAnimationFrame(step);
}
function nudge(event: PointerEvent) {
  if (event.buttons) turn.value += event.movementX * 0.004 * pace.value * 4;
}
onMounted(() => (frame = requestAnimationFrame(step)));
onBeforeUnmount(() => cancelAnimationFrame(frame));
</script>

<template>
  <svg ref="drawing" class="paper train" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Train of ${train.stages.length} stages, ${train.ratio}`" @pointermove="nudge">
    <g
      v-for="member in layers"
      :key="member.n"
      :transform="orbit(member.gear)"
      class="gear"
      :class="{ trouble: member.gear.trouble || red?.includes(member.gear.shaft), picked: picked?.stage === member.gear.stage && picked.nth === member.gear.nth }"
      @click="emit('pick', member.gear.stage, member.gear.nth)"
    >
      <g :transform="`translate(${place(member.gear.x, member.gear.y).x} ${place(member.gear.x, member.gear.y).y})`">
        <template v-if="member.gear.kind === 'worm'">
          <rect class="body" :x="-scale * 9" :y="-scale * 3" :width="scale * 18" :height="scale * 6" rx="3" />
          <path
            class="spoke"
            :d="`M${-scale * 6} ${scale * 3}l${scale * 2} ${-scale * 6}M${-scale * 2} ${scale * 3}l${scale * 2} ${-scale * 6}M${scale * 2} ${scale * 3}l${scale * 2} ${-scale * 6}`"
          />
        </template>
        <g v-else :transform="`rotate(${spin(member.gear)})`">
          <path class="body" :d="member.path" />
          <path v-if="member.gear.kind !== 'ring'" class="spoke" :d="`M0 ${-member.gear.radius * scale * 0.2}V${-member.gear.radius * scale * 0.82}`" />
        </g>
        <circle v-if="member.gear.kind !== 'ring'" class="hub" :r="hub(member.gear.radius * scale)" />
      </g>
    </g>
    <path v-for="run in belts" :key="run" class="belt" :d="run" />
    <g
      v-for="member in drawn.filter((each) => !each.gear.carrier_turns && !(each.gear.nth === 1 && (each.gear.centre[0] || each.gear.centre[1])) && each.gear.kind !== 'ring' && named(each.n))"
      :key="`t${member.n}`"
    >
      <text :x="place(member.gear.x, member.gear.y).x" :y="place(member.gear.x, member.gear.y).y + 5" text-anchor="middle">{{ member.gear.shaft }}</text>
    </g>
  </svg>
</template>

<style scoped>
.train {
  display: block;
  width: 100%;
  height: auto;
  touch-action: none;
}

.gear {
  cursor: pointer;
}

.body {
  fill: var(--panel);
  fill-opacity: 0.86;
  fill-rule: evenodd;
  stroke: var(--ink);
  stroke-width: 1.3;
  stroke-linejoin: round;
}

.gear:hover .body {
  fill: var(--brass-wash);
}

.picked .body {
  fill: var(--brass-wash);
  stroke-width: 2.2;
}

.trouble .body {
  stroke: var(--oxide);
}

.spoke {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1.2;
}

.belt {
  stroke: var(--ink);
  stroke-width: 3;
}

.hub {
  fill: var(--ground);
  stroke: var(--ink);
}

text {
  fill: var(--slate);
  font: 700 15px var(--mono);
  pointer-events: none;
}
</style>
