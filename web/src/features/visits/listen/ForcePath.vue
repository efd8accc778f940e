<script setup lang="ts">
/** The path of force from what drives to what is driven, the places marked by how likely the fault sits there. */
import { useElementSize } from "@vueuse/core";
import { computed, ref } from "vue";

import type { Diagnosis } from "../../../api/types";
import { percent } from "./diagnosis";

const props = defineProps<{ path: Diagnosis["path"] }>();

const ROOM = 20;
/** Below this no two words fit side by side: only those of marked places are written, in two lines by turns. */
const WORDS = 96;
const figure = ref<HTMLElement>();
const { width: given } = useElementSize(figure);
const line = computed(() => props.path.filter((station) => station.key !== "frame"));
const frame = computed(() => props.path.find((station) => station.key === "frame"));
const most = computed(() => Math.max(0.01, ...props.path.map((station) => station.odds)));
const width = computed(() => Math.max(280, given.value || 1200));
const pitch = computed(() => (width.value - 2 * ROOM) / line.value.length);
const at = (n: number) => ROOM + pitch.value * (n + 0.5);
const size = (odds: number) => Math.min(12, pitch.value * 0.25) + Math.min(16, pitch.value * 0.24) * Math.sqrt(odds / most.value);
const low = (n: number) => pitch.value < WORDS && line.value.slice(0, n).filter((station) => marked(station.odds)).length % 2 === 1;
const marked = (odds: number) => odds >= 0.08;
const says = computed(() =>
  props.path
    .filter((station) => marked(station.odds))
    .map((station) => `${station.says} ${percent(station.odds)}`)
    .join(", "),
);
</script>

<template>
  <figure ref="figure" class="path">
    <svg :viewBox="`0 0 ${width} 150`" role="img" :aria-label="`Path of force. Likely at: ${says || 'nowhere yet'}`">
      <rect class="frame" :class="{ marked: frame && marked(frame.odds) }" x="4" y="24" :width="width - 8" height="122" rx="6" />
      <text v-if="frame" class="word" x="16" y="17">
        {{ frame.says }}
        <tspan v-if="marked(frame.odds)" class="odds" dx="8">{{ percent(frame.odds) }}</tspan>
      </text>
      <line class="shaft" :x1="at(0)" y1="74" :x2="at(line.length - 1)" y2="74" />
      <g v-for="(station, n) in line" :key="station.key">
        <circle :cx="at(n)" cy="74" :r="size(station.odds)" :class="{ marked: marked(station.odds) }" :style="{ '--odds': station.odds / most }" />
        <text v-if="marked(station.odds)" class="odds" :class="{ on: station.odds > most / 2 }" :x="at(n)" y="79" text-anchor="middle">{{ Math.round(station.odds * 100) }}</text>
        <text
          v-if="pitch >= WORDS || marked(station.odds)"
          class="word"
          :x="at(n)"
          :y="low(n) ? 138 : 122"
          :text-anchor="pitch < WORDS && n === 0 ? 'start' : pitch < WORDS && n === line.length - 1 ? 'end' : 'middle'"
        >
          {{ station.says }}
        </text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: 150px;
}

.frame {
  fill: none;
  stroke: var(--hair);
  stroke-width: 2;
}

.frame.marked {
  stroke: var(--oxide);
  stroke-dasharray: 8 5;
}

.shaft {
  stroke: var(--soft);
  stroke-width: 4;
}

circle {
  fill: var(--panel);
  stroke: var(--soft);
  stroke-width: 2;
  transition:
    r 0.3s,
    fill 0.3s;
}

circle.marked {
  fill: color-mix(in srgb, var(--oxide) calc(25% + 65% * var(--odds)), var(--panel));
  stroke: var(--oxide);
}

.word {
  fill: var(--soft);
  font: 500 15px var(--sans);
}

.odds.on {
  fill: var(--ground) !important;
}

.odds {
  fill: var(--ink);
  font: 700 15px var(--mono);
}
</style>
