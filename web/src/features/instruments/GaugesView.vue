<script setup lang="ts">
/** Gauges at life size: hold the part against the glass. Checked once against a bank card. */
import Button from "primevue/button";
import SelectButton from "primevue/selectbutton";
import { computed, onMounted, ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Gauges, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import PieceFigure from "../../drawing/PieceFigure.vue";

const KEY = "dentado.px-per-mm";
/** What the browser calls a millimetre; few screens agree until they are checked. */
const NOMINAL = 96 / 25.4;
const LEAST = 2;
const MOST = 9;

const gauges = ref<Gauges>();
const problem = ref<Problem>();
const scale = ref(Number(localStorage.getItem(KEY)) || NOMINAL);
const checked = ref(localStorage.getItem(KEY) !== null);
const checking = ref(!checked.value);
const view = ref("teeth");
const VIEWS = [
  { key: "teeth", label: "Teeth" },
  { key: "screws", label: "Screws" },
  { key: "sizes", label: "Drives, rounds, shims" },
];

watch(scale, (value) => localStorage.setItem(KEY, value.toFixed(4)));
const card = computed(() => ({ width: (gauges.value?.card_width_mm ?? 0) * scale.value, height: (gauges.value?.card_height_mm ?? 0) * scale.value }));
const line = (points: readonly (readonly number[])[]) => `M${points.map(([x, y]) => `${((x ?? 0) * scale.value).toFixed(2)} ${(-(y ?? 0) * scale.value).toFixed(2)}`).join("L")}`;
const hexagon = (across: number) => {
  const r = (across / 2 / Math.cos(Math.PI / 6)) * scale.value;
  return `M${Array.from({ length: 6 }, (_, n) => `${r * Math.cos((n * Math.PI) / 3)} ${r * Math.sin((n * Math.PI) / 3)}`).join("L")}Z`;
};
const tallest = computed(() => Math.max(1, ...(gauges.value?.screws ?? []).map((screw) => screw.figure.length + screw.figure.head_height)));

function nudge(by: number) {
  scale.value = Math.max(LEAST, Math.min(MOST, scale.value + by));
}

function fits() {
  checked.value = true;
  checking.value = false;
  localStorage.setItem(KEY, scale.value.toFixed(4));
}

onMounted(async () => {
  try {
    gauges.value = await ask(api.GET("/api/sums/gauges"));
  } catch (error) {
    problem.value = asProblem(error);
  }
});
</script>

<template>
  <TopBar title="Gauges" :about="checked ? 'life size on this screen' : 'check the screen first'" />
  <main class="work gauges">
    <ProblemNote :problem="problem" />
    <template v-if="gauges && checking">
      <h1>Lay a bank card on the glass</h1>
      <p class="soft">Make the outline just as large as the card. It is kept for this screen.</p>
      <div class="actions">
        <Button variant="outlined" aria-label="smaller" @click="nudge(-0.02)">−</Button>
        <input v-model.number="scale" type="range" :min="LEAST" :max="MOST" step="0.005" aria-label="Size of the outline" />
        <Button variant="outlined" aria-label="larger" @click="nudge(0.02)">+</Button>
        <Button @click="fits">The card fits</Button>
      </div>
      <svg class="card" :width="card.width + 4" :height="card.height + 4" role="img" aria-label="Outline of a bank card">
        <rect x="2" y="2" :width="card.width" :height="card.height" :rx="3.18 * scale" />
      </svg>
    </template>
    <template v-else-if="gauges">
      <div class="head">
        <h1>Hold the part against the glass</h1>
        <div class="actions">
          <SelectButton v-model="view" :options="VIEWS" option-label="label" option-value="key" :allow-empty="false" aria-label="Which gauges" />
          <Button variant="outlined" @click="checking = true">Check the screen</Button>
          <a class="paper-link" href="/api/sums/gauges.pdf" target="_blank">On paper, 1:1</a>
        </div>
      </div>
      <ul v-if="view === 'teeth'" class="racks">
        <li v-for="rack in gauges.racks" :key="rack.label">
          <span
            >{{ rack.label }} <span class="soft small">pitch {{ rack.pitch_mm.toFixed(2) }}</span></span
          >
          <svg :width="(rack.points.at(-1)?.[0] ?? 0) * scale + 4" :height="rack.depth_mm * scale + 6" role="img" :aria-label="`Rack of ${rack.label}`">
            <path :transform="`translate(2 ${(rack.depth_mm * scale) / 2 + 2})`" :d="line(rack.points)" />
          </svg>
        </li>
      </ul>
      <ul v-else-if="view === 'screws'" class="screws">
        <li v-for="screw in gauges.screws" :key="screw.label">
          <svg :width="Math.max(screw.figure.head_width * scale + 6, 30)" :height="tallest * scale + 8" role="img" :aria-label="screw.label">
            <g :transform="`translate(${Math.max(screw.figure.head_width * scale + 6, 30) / 2} ${((screw.figure.length + screw.figure.head_height) * scale) / 2 + 4})`">
              <PieceFigure :figure="screw.figure" :scale="scale" />
            </g>
          </svg>
          <span class="value small">{{ screw.label }}</span>
        </li>
      </ul>
      <template v-else>
        <h2 class="label">Across flats</h2>
        <ul class="sizes">
          <li v-for="gauge in gauges.hexes" :key="gauge.label">
            <svg width="64" height="52" viewBox="-32 -26 64 52" role="img" :aria-label="gauge.label"><path :d="hexagon(gauge.size_mm)" /></svg><span class="value small">{{ gauge.label }}</span>
          </li>
        </ul>
        <h2 class="label">Star and cross, the end of the driver</h2>
        <ul class="sizes">
          <li v-for="gauge in [...gauges.stars, ...gauges.crosses]" :key="gauge.label">
            <svg width="64" height="52" viewBox="-32 -26 64 52" role="img" :aria-label="gauge.label"><path :d="`${line(gauge.points)}Z`" /></svg><span class="value small">{{ gauge.label }}</span>
          </li>
        </ul>
        <h2 class="label">Pins, wires, bores</h2>
        <ul class="sizes">
          <li v-for="gauge in gauges.rounds" :key="gauge.label">
            <svg width="64" height="58" viewBox="-32 -29 64 58" role="img" :aria-label="gauge.label"><circle :r="(gauge.size_mm / 2) * scale" /></svg><span class="value small">{{ gauge.label }}</span>
          </li>
        </ul>
        <h2 class="label">Shims, on edge</h2>
        <ul class="sizes">
          <li v-for="gauge in gauges.shims" :key="gauge.label">
            <svg width="64" height="24" viewBox="-32 -12 64 24" role="img" :aria-label="gauge.label">
              <rect class="bar" x="-28" :y="(-gauge.size_mm / 2) * scale" width="56" :height="gauge.size_mm * scale" /></svg
            ><span class="value small">{{ gauge.label }}</span>
          </li>
        </ul>
      </template>
    </template>
  </main>
</template>

<style scoped>
.gauges {
  flex: 1;
  min-height: 0;
  overflow: auto;
  display: grid;
  gap: 14px;
  align-content: start;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  justify-content: space-between;
  align-items: center;
}

input[type="range"] {
  width: min(420px, 60vw);
  height: 44px;
  accent-color: var(--brass);
}

.paper-link {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

path,
rect,
circle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
}

.card rect {
  fill: var(--panel);
  stroke: var(--brass);
  stroke-width: 2;
}

.bar {
  fill: var(--ink);
  stroke: none;
}

.racks {
  columns: 2;
  column-gap: 40px;
}

.racks li {
  display: grid;
  grid-template-columns: 190px auto;
  justify-content: start;
  gap: 16px;
  align-items: center;
  min-height: 46px;
  padding: 7px 0;
  break-inside: avoid;
  border-bottom: 1px solid var(--hair);
}

.screws,
.sizes {
  display: flex;
  flex-wrap: wrap;
  gap: 18px 22px;
}

.screws li,
.sizes li {
  display: grid;
  gap: 6px;
  justify-items: center;
}

@media (max-width: 900px) {
  .racks {
    columns: 1;
  }
}
</style>
