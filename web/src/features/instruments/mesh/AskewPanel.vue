<script setup lang="ts">
/** What does not stand true: faces offset, a leaning shaft, a gear that runs out. */
import InputText from "primevue/inputtext";
import { computed } from "vue";

import type { Pair } from "../../../api/types";
import "../panel.css";
import { useMesh } from "./mesh";

const props = defineProps<{ pair: Pair }>();
const desk = useMesh();
const W = 420;
const H = 130;
const most = computed(() => Math.max(...props.pair.askew.turn_backlash_mm, props.pair.band.high_mm) * 1.1);
const low = computed(() => Math.min(0, ...props.pair.askew.turn_backlash_mm));
const y = (mm: number) => H - 8 - ((mm - low.value) / (most.value - low.value)) * (H - 20);
const path = computed(() => props.pair.askew.turn_deg.map((deg, n) => `${n ? "L" : "M"}${(deg / 360) * W} ${y(props.pair.askew.turn_backlash_mm[n] ?? 0)}`).join(""));
</script>

<template>
  <div class="asked">
    <label
      >widths <InputText v-model="desk.said.width1" class="value few" inputmode="decimal" placeholder="gear" aria-label="Width of the gear" />
      <InputText v-model="desk.said.width2" class="value few" inputmode="decimal" placeholder="mate" aria-label="Width of the mate"
    /></label>
    <label>faces offset <InputText v-model="desk.said.offset" class="value few" inputmode="decimal" placeholder="mm" /></label>
    <label>shaft leans <InputText v-model="desk.said.tilt" class="value few" inputmode="decimal" placeholder="°" /></label>
    <label>run-out <InputText v-model="desk.said.runout" class="value few" inputmode="decimal" placeholder="by dial" /></label>
  </div>
  <p v-if="pair.askew.width_mm !== null" class="verdict" :class="pair.askew.width_enough ? 'good' : 'bad'">
    <b>{{ pair.askew.width_mm.toFixed(2) }} mm run together</b>, {{ Math.round(100 * (pair.askew.width_share ?? 1)) }} % of the narrower: it carries so much less.
  </p>
  <p v-if="pair.askew.tilt_says" class="verdict bad">{{ pair.askew.tilt_says }}</p>
  <template v-if="pair.askew.turn_deg.length">
    <p class="verdict" :class="pair.askew.turn_tight ? 'bad' : 'good'">
      <b>{{ pair.askew.least_mm?.toFixed(3) }} to {{ pair.askew.most_mm?.toFixed(3) }} mm over a turn</b>, tightest with the high side to the mate, {{ pair.askew.tight_at_deg?.toFixed(0) }}°. Set the
      mesh there.
    </p>
    <svg class="paper" :viewBox="`0 0 ${W} ${H}`" role="img" aria-label="Backlash over a turn">
      <rect class="right" x="0" :y="y(pair.band.high_mm)" :width="W" :height="y(pair.band.low_mm) - y(pair.band.high_mm)" />
      <path class="zero" :d="`M0 ${y(0)}H${W}`" />
      <path class="play" :d="path" />
    </svg>
  </template>
  <p v-if="pair.askew.width_mm === null && !pair.askew.turn_deg.length" class="soft">Faces that do not cover each other, a shaft that leans, a gear bored off its middle: say what was measured.</p>
</template>

<style scoped>
.few {
  width: 76px;
}

svg {
  width: 100%;
  height: auto;
}

.right {
  fill: var(--verdigris);
  fill-opacity: 0.16;
}

.zero {
  stroke: var(--oxide);
  stroke-dasharray: 5 4;
}

.play {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.4;
}
</style>
