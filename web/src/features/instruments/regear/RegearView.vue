<script setup lang="ts">
/** Other gears for the same motor: which pinion and spur, where to set them, and what it does to the motor. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import SelectButton from "primevue/selectbutton";
import { computed, onMounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";

import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import TopBar from "../../../app/TopBar.vue";
import RegearChart from "../../../drawing/RegearChart.vue";
import { useChoices } from "../choices";
import "../panel.css";
import HoleChart from "./HoleChart.vue";
import { useRegear } from "./regear";

const router = useRouter();
const route = useRoute();
const desk = useRegear();
const choices = useChoices();
const picked = ref(0);
const showHoles = ref(false);
const WANTS = [
  { key: "keep", label: "keep the speed" },
  { key: "speed", label: "a speed, km/h" },
  { key: "ratio", label: "a final drive" },
  { key: "cooler", label: "a cooler motor, %" },
];
const CUTS = [
  { key: "plain", label: "without shift" },
  { key: "shifted", label: "few teeth shifted" },
];
const LIMITS = [
  { key: "slot", label: "slot" },
  { key: "plate", label: "row of holes" },
  { key: "holes", label: "measured holes" },
  { key: "none", label: "none" },
];
const chosen = computed(() => desk.search?.choices[picked.value] ?? desk.search?.choices[0]);
const holed = computed(() => desk.limit === "plate" || desk.limit === "holes");
const NEEDED = { speed: "20", ratio: "9", cooler: "15" } as Record<string, string>;

function walk(by: number) {
  picked.value = Math.max(0, Math.min((desk.search?.choices.length ?? 1) - 1, picked.value + by));
}
function mesh() {
  const best = chosen.value;
  if (best) void router.push({ name: "mesh", query: { teeth1: best.pinion, teeth2: best.spur, size: desk.said.size, distance: best.distance_mm.toFixed(3) } });
}
useKeys({ ArrowDown: () => walk(1), ArrowUp: () => walk(-1), m: mesh, Escape: () => router.push({ name: "bench" }) });
onMounted(() => {
  for (const name of ["pinion", "spur", "size"] as const) if (typeof route.query[name] === "string") desk.said[name] = route.query[name];
  return desk.look();
});
</script>

<template>
  <TopBar title="Regear" about="other gears for the same motor" />
  <main class="work view">
    <section class="asks" aria-label="The gearing">
      <fieldset>
        <legend>Now</legend>
        <label>Pinion <InputText v-model="desk.said.pinion" class="value" inputmode="numeric" /></label>
        <label>Spur <InputText v-model="desk.said.spur" class="value" inputmode="numeric" /></label>
        <label>Module <InputText v-model="desk.said.size" class="value" /></label>
        <label>Wheel, mm <InputText v-model="desk.said.wheel" class="value" inputmode="decimal" /></label>
        <label>Further : 1 <InputText v-model="desk.said.reduction" class="value" inputmode="decimal" /></label>
      </fieldset>
      <fieldset>
        <legend>Changed</legend>
        <label>Wheel, mm <InputText v-model="desk.said.newWheel" class="value" inputmode="decimal" placeholder="as it was" aria-label="New wheel, mm" /></label>
        <label>Further : 1 <InputText v-model="desk.said.newReduction" class="value" inputmode="decimal" placeholder="as it was" aria-label="New further reduction" /></label>
        <label>rpm per volt <InputText v-model="desk.said.kv" class="value" inputmode="decimal" placeholder="not known" /></label>
        <label>Volts <InputText v-model="desk.said.volts" class="value" inputmode="decimal" placeholder="not known" /></label>
      </fieldset>
      <fieldset>
        <legend>Wanted</legend>
        <Select v-model="desk.want" :options="WANTS" option-label="label" option-value="key" aria-label="Wanted" @change="desk.said.value = NEEDED[desk.want] ?? ''" />
        <InputText v-if="desk.want !== 'keep'" v-model="desk.said.value" class="value" inputmode="decimal" aria-label="How much" />
      </fieldset>
      <fieldset>
        <legend>Room</legend>
        <SelectButton v-model="desk.limit" :options="LIMITS" option-label="label" option-value="key" :allow-empty="false" aria-label="Limits" />
        <template v-if="desk.limit === 'slot'">
          <label>Nearest, mm <InputText v-model="desk.said.slotLeast" class="value" inputmode="decimal" /></label>
          <label>Farthest <InputText v-model="desk.said.slotMost" class="value" inputmode="decimal" /></label>
        </template>
        <template v-else-if="desk.limit === 'plate'">
          <label>First hole <InputText v-model="desk.said.first" class="value" inputmode="decimal" /></label>
          <label>Pitch <InputText v-model="desk.said.pitch" class="value" inputmode="decimal" /></label>
          <label>Holes <InputText v-model="desk.said.count" class="value" inputmode="numeric" /></label>
          <label>Offset <InputText v-model="desk.said.offset" class="value" inputmode="decimal" /></label>
        </template>
        <label v-else-if="desk.limit === 'holes'" class="wide">Shaft distances <InputText v-model="desk.said.distances" class="value" placeholder="26.4 27.2 28.0" /></label>
      </fieldset>
      <fieldset>
        <legend>Can be had</legend>
        <label class="wide">Pinions <InputText v-model="desk.said.pinions" class="value" placeholder="10-20, 24" /></label>
        <label class="wide">Spurs <InputText v-model="desk.said.spurs" class="value" placeholder="48-62" /></label>
        <label class="wide">Pinions cut <Select v-model="desk.cut" :options="CUTS" option-label="label" option-value="key" aria-label="Pinions cut" /></label>
        <label class="wide">Mesh <Select v-model="desk.band" :options="choices?.bands ?? []" option-label="says" option-value="key" aria-label="Mesh judged as" /></label>
      </fieldset>
    </section>
    <section class="answer">
      <ProblemNote :problem="desk.problem" />
      <template v-if="desk.search">
        <h1>{{ desk.search.says }}</h1>
        <p v-if="desk.search.note" class="soft small">{{ desk.search.note }}</p>
        <p class="soft">Left as it is: final drive {{ desk.search.unchanged_final_drive.toFixed(2) }}, {{ desk.search.unchanged_says }}. Wanted: {{ desk.search.target_final_drive.toFixed(2) }}.</p>
        <HoleChart v-if="showHoles && desk.chart" :chart="desk.chart" :asked="desk.charted" />
        <template v-else>
          <RegearChart :found="desk.search" :chosen="chosen" />
          <table class="figures">
            <thead>
              <tr>
                <th>pinion : spur</th>
                <th class="num">final</th>
                <th class="num">{{ desk.search.axis === "km/h" ? "km/h" : "mm a turn" }}</th>
                <th class="num">set at</th>
                <th class="num">play</th>
                <th class="why">motor</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(choice, n) in desk.search.choices.slice(0, 12)" :key="`${choice.pinion}:${choice.spur}`" :class="{ on: n === picked, out: !choice.fits }" @click="picked = n">
                <td>
                  <button type="button" class="value pick" :aria-pressed="n === picked">{{ choice.pinion }} : {{ choice.spur }}</button>{{ " " }}
                  <span v-if="choice.in_stock" class="proved small">in stock</span>{{ " " }}
                  <span v-if="choice.hunts" class="soft small">hunts</span>
                </td>
                <td class="value num">
                  {{ choice.final_drive.toFixed(2) }}
                  <p class="small" :class="choice.close ? 'proved' : 'soft'">{{ choice.off > 0 ? "+" : "−" }}{{ (100 * Math.abs(choice.off)).toFixed(1) }} %</p>
                </td>
                <td class="value num">{{ (choice.speed_km_h ?? choice.travel_mm).toFixed(1) }}</td>
                <td class="value num">{{ choice.hole ? `hole ${choice.hole}` : choice.distance_mm.toFixed(2) }}</td>
                <td class="value num">{{ choice.fits ? choice.backlash_mm?.toFixed(2) : "–" }}</td>
                <td class="small why">{{ choice.fits ? choice.load_says : choice.reason }}</td>
              </tr>
            </tbody>
          </table>
        </template>
        <div class="actions">
          <Button :disabled="!chosen" @click="mesh">See it mesh <KeyCap k="M" /></Button>
          <Button v-if="holed && desk.chart" variant="outlined" @click="showHoles = !showHoles">{{ showHoles ? "Choices" : "Hole chart" }}</Button>
        </div>
        <p class="verdict bad small">{{ desk.search.caution }}</p>
      </template>
    </section>
  </main>
</template>

<style scoped>
.view {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 2fr);
  gap: 28px;
  align-content: start;
}

section {
  display: grid;
  gap: 10px;
  align-content: start;
}

fieldset {
  display: grid;
  min-width: 0;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 12px;
  margin: 0;
  padding: 6px 0 8px;
  border: 0;
  border-bottom: 1px solid var(--hair);
}

legend {
  padding: 0;
  font-size: 15px;
  font-weight: 700;
}

fieldset label {
  display: grid;
  font-size: 15px;
  color: var(--soft);
}

fieldset :deep(.p-inputtext),
fieldset :deep(.p-select) {
  width: 100%;
  min-width: 0;
}

fieldset :deep(.p-selectbutton),
.wide {
  grid-column: span 2;
}

h1 {
  font-size: 25px;
}

tbody tr {
  cursor: pointer;
}

.on td {
  background: var(--brass-wash);
}

.out td {
  opacity: 0.62;
}

.figures .why {
  padding-left: 16px;
}

.pick {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  font-size: 19px;
  font-weight: 700;
  cursor: pointer;
}

@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media (max-width: 700px) {
  .view {
    /* As tall as what they hold: the view scrolls, not each part of it. */
    grid-auto-rows: max-content;
  }

  section {
    grid-template-columns: minmax(0, 1fr);
  }

  table {
    display: block;
    overflow-x: auto;
  }

  .pick {
    white-space: nowrap;
  }

  .figures .why {
    min-width: 190px;
  }
}
</style>
