<script setup lang="ts">
/** A gear and its mate in true outline: pushed together, pulled apart and turned by hand, and judged. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import SelectButton from "primevue/selectbutton";
import { computed, onMounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";

import { asProblem } from "../../../api/client";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import TopBar from "../../../app/TopBar.vue";
import CrossedDrawing from "../../../drawing/CrossedDrawing.vue";
import MeshCurve from "../../../drawing/MeshCurve.vue";
import PairDrawing from "../../../drawing/PairDrawing.vue";
import { useVisit } from "../../visits/visit";
import { useChoices } from "../choices";
import "../panel.css";
import AskewPanel from "./AskewPanel.vue";
import CrossedPanel from "./CrossedPanel.vue";
import MeshFigures from "./MeshFigures.vue";
import PaperPanel from "./PaperPanel.vue";
import WarmPanel from "./WarmPanel.vue";
import { useMesh } from "./mesh";

const route = useRoute();
const router = useRouter();
const store = useVisit();
const desk = useMesh();
const choices = useChoices();
const turning = ref(!window.matchMedia("(prefers-reduced-motion: reduce)").matches);
const closer = ref(false);
const panel = ref("mesh");
const FORMS = [
  { key: "spur", label: "Spur, helical" },
  { key: "ring", label: "In a ring" },
  { key: "worm", label: "Worm" },
  { key: "bevel", label: "Bevel" },
];
const PANELS = [
  { key: "mesh", label: "Mesh" },
  { key: "paper", label: "Paper" },
  { key: "warm", label: "Warm" },
  { key: "askew", label: "Askew" },
];
const visitId = computed(() => (typeof route.query.visit === "string" ? route.query.visit : ""));
const flat = computed(() => desk.form === "spur" || desk.form === "ring");

function back() {
  if (visitId.value) void router.push({ name: "visit", params: { visitId: visitId.value, stage: "read" } });
  else void router.push({ name: "bench" });
}
/** The same two gears, to be changed for others. */
function regear() {
  const gear = desk.rim1?.pin?.gear ?? desk.rim2?.pin?.gear;
  const query = desk.inVisit ? { pinion: desk.rim1?.teeth, spur: desk.rim2?.teeth, size: gear?.module_mm } : { pinion: desk.said.teeth1, spur: desk.said.teeth2, size: desk.said.size };
  void router.push({ name: "regear", query });
}
/** A hundredth of a millimetre by the arrow keys. */
function nudge(by: number) {
  if (!desk.pair) return;
  desk.drag((desk.dragged ?? desk.pair.centre_distance_mm) + by);
  desk.drop();
}

useKeys({
  Space: () => (turning.value = !turning.value),
  x: desk.swap,
  z: () => (closer.value = !closer.value),
  r: regear,
  Escape: back,
  ArrowLeft: () => nudge(-0.01),
  ArrowRight: () => nudge(0.01),
});
onMounted(async () => {
  desk.inVisit = Boolean(visitId.value);
  for (const name of ["first", "second"] as const) if (typeof route.query[name] === "string") desk[name] = route.query[name];
  for (const name of ["teeth1", "teeth2", "size", "distance"] as const) if (typeof route.query[name] === "string") desk.said[name] = route.query[name];
  if (visitId.value) {
    desk.form = "spur";
    if (store.visit?.id !== visitId.value) {
      try {
        await store.load(visitId.value);
      } catch (error) {
        desk.problem = asProblem(error);
      }
    }
  }
  await desk.look();
});
</script>

<template>
  <TopBar title="Mesh" :about="desk.inVisit ? `in ${store.visit?.unit.label ?? ''}` : 'on its own'" />
  <main class="work view">
    <section class="left">
      <SelectButton v-if="!desk.inVisit" v-model="desk.form" :options="FORMS" option-label="label" option-value="key" :allow-empty="false" aria-label="Kind of pair" />
      <template v-if="flat">
        <PairDrawing v-if="desk.pair" :pair="desk.pair" :turning="turning" :distance="desk.now?.distance" :verdict="desk.now?.verdict ?? ''" :closer="closer" @drag="desk.drag" @drop="desk.drop" />
        <div v-else class="paper empty"><p>Pick the gear and its mate.</p></div>
        <MeshCurve v-if="desk.pair && desk.now" :pair="desk.pair" :at="desk.now.distance" @drag="desk.drag" @drop="desk.drop" />
      </template>
      <CrossedDrawing v-else-if="desk.crossed" :crossed="desk.crossed" />
      <div class="fields">
        <template v-if="desk.inVisit">
          <div class="field wide">
            <span id="first" class="label">Gear</span
            ><Select v-model="desk.first" aria-labelledby="first" :options="desk.rims" option-label="label" option-value="key" placeholder="Pick a gear of the row" />
          </div>
          <div class="field wide">
            <span id="second" class="label">Its mate</span
            ><Select v-model="desk.second" aria-labelledby="second" :options="desk.rims" option-label="label" option-value="key" placeholder="Pick its mate" />
          </div>
        </template>
        <template v-else>
          <div class="field">
            <template v-if="desk.form === 'worm'"><label class="label" for="starts">Starts</label><InputText id="starts" v-model="desk.said.starts" class="value" inputmode="numeric" /></template>
            <template v-else><label class="label" for="teeth1">Gear, teeth</label><InputText id="teeth1" v-model="desk.said.teeth1" class="value" inputmode="numeric" /></template>
          </div>
          <div class="field">
            <label class="label" for="teeth2">{{ desk.form === "ring" ? "Ring, teeth" : "Mate, teeth" }}</label><InputText id="teeth2" v-model="desk.said.teeth2" class="value" inputmode="numeric" />
          </div>
          <div class="field"><label class="label" for="size">Module, or 32 DP</label><InputText id="size" v-model="desk.said.size" class="value" /></div>
          <div class="field"><label class="label" for="angle">Pressure angle, °</label><InputText id="angle" v-model="desk.said.angle" class="value" inputmode="decimal" /></div>
          <template v-if="flat">
            <div class="field"><label class="label" for="helix">Helix, °</label><InputText id="helix" v-model="desk.said.helix" class="value" inputmode="decimal" /></div>
            <div class="field"><label class="label" for="shift1">Shift, gear</label><InputText id="shift1" v-model="desk.said.shift1" class="value" inputmode="decimal" /></div>
            <div class="field"><label class="label" for="shift2">Shift, mate</label><InputText id="shift2" v-model="desk.said.shift2" class="value" inputmode="decimal" /></div>
          </template>
        </template>
        <template v-if="flat">
          <div class="field"><label class="label" for="distance">Centre distance</label><InputText id="distance" v-model="desk.said.distance" class="value" placeholder="no play" /></div>
          <div class="field">
            <span id="band" class="label">Judged as</span><Select v-model="desk.band.name" aria-labelledby="band" :options="choices?.bands ?? []" option-label="says" option-value="key" />
          </div>
        </template>
        <template v-if="desk.form === 'spur' && !desk.inVisit">
          <div class="field"><label class="label" for="size2">Mate of another size</label><InputText id="size2" v-model="desk.said.size2" class="value" placeholder="the same" /></div>
          <div class="field"><label class="label" for="worn">Worn off the gear, mm</label><InputText id="worn" v-model="desk.said.worn" class="value" inputmode="decimal" placeholder="new" /></div>
        </template>
      </div>
    </section>
    <section class="right">
      <template v-if="!flat">
        <h1>{{ desk.form === "worm" ? "Worm and wheel" : "Bevels" }}</h1>
        <CrossedPanel />
      </template>
      <template v-else-if="desk.pair && desk.now">
        <h1 class="ratio">
          {{ desk.pair.ratio }} <span class="soft">{{ desk.pair.says }}</span>
        </h1>
        <SelectButton v-model="panel" :options="PANELS" option-label="label" option-value="key" :allow-empty="false" aria-label="What to see of it" />
        <p v-if="desk.mixed" class="verdict" :class="desk.mixed.verdict === 'runs' ? 'good' : 'bad'" role="status">
          {{ desk.mixed.says }} <span class="soft">{{ (100 * desk.mixed.share).toFixed(2) }} % of the pitch.</span>
        </p>
        <MeshFigures v-if="panel === 'mesh'" :pair="desk.pair" :now="desk.now" :moving="desk.dragged !== undefined" />
        <PaperPanel v-else-if="panel === 'paper'" :pair="desk.pair" />
        <WarmPanel v-else-if="panel === 'warm'" :pair="desk.pair" />
        <AskewPanel v-else :pair="desk.pair" />
      </template>
      <p v-else-if="desk.inVisit && desk.rim1 && desk.rim2 && !desk.known" class="soft">Read one of the two first: the size is needed.</p>
      <p v-if="desk.inVisit && desk.pair && (!desk.rim1?.pin?.gear || !desk.rim2?.pin?.gear)" class="soft">The gear not read is taken to be of its mate's size.</p>
      <ProblemNote :problem="desk.problem" />
      <div v-if="flat" class="actions">
        <Button variant="outlined" @click="turning = !turning">{{ turning ? "Hold" : "Turn" }} <KeyCap k="Space" /></Button>
        <Button variant="outlined" @click="closer = !closer">{{ closer ? "Whole" : "Closer" }} <KeyCap k="Z" /></Button>
        <Button variant="outlined" @click="desk.swap">Swap <KeyCap k="X" /></Button>
        <Button v-if="desk.form === 'spur'" variant="outlined" @click="regear">Regear <KeyCap k="R" /></Button>
        <Button variant="outlined" @click="back">{{ desk.inVisit ? "Back to the visit" : "Bench" }} <KeyCap k="Esc" /></Button>
      </div>
    </section>
  </main>
</template>

<style scoped>
.view {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 28px;
  align-content: start;
}

.left,
.right {
  display: grid;
  gap: 10px;
  align-content: start;
}

.empty {
  display: grid;
  place-items: center;
  min-height: 420px;
  color: var(--soft);
}

.ratio {
  max-width: none;
  font-family: var(--mono);
}

.ratio span {
  font: 450 16px/1.3 var(--sans);
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px 14px;
}

.field {
  display: grid;
  gap: 2px;
  min-width: 0;
}

.wide {
  grid-column: span 2;
}

.field :deep(.p-inputtext),
.field :deep(.p-select) {
  width: 100%;
  min-width: 0;
}

@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
