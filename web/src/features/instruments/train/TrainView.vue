<script setup lang="ts">
/** A train typed as one line or tapped together: drawn, turning, and everything that follows from it. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import SelectButton from "primevue/selectbutton";
import { storeToRefs } from "pinia";
import { computed, nextTick, onMounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";

import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import TopBar from "../../../app/TopBar.vue";
import TrainDrawing from "../../../drawing/TrainDrawing.vue";
import TrainSide from "../../../drawing/TrainSide.vue";
import { useVisit } from "../../visits/visit";
import ClickPanel from "./ClickPanel.vue";
import OpenPanel from "./OpenPanel.vue";
import PlayPanel from "./PlayPanel.vue";
import SpeedPanel from "./SpeedPanel.vue";
import UsePanel from "./UsePanel.vue";
import { useTrain } from "./train";

const route = useRoute();
const router = useRouter();
const store = useVisit();
const desk = useTrain();
const { line, train, problem } = storeToRefs(desk);
if (typeof route.query.line === "string") line.value = route.query.line;
const turning = ref(!window.matchMedia("(prefers-reduced-motion: reduce)").matches);
const side = ref(false);
const panel = ref(typeof route.query.panel === "string" ? route.query.panel : "speeds");
const PANELS = [
  { key: "speeds", label: "Speeds" },
  { key: "click", label: "A click" },
  { key: "play", label: "Play" },
  { key: "use", label: "In the unit" },
];
const PARTS = [
  ["pair", "12:48"],
  ["ring", "12:48i"],
  ["bevels", "14:42b"],
  ["worm", "w1:40"],
  ["belt", "belt 20:40"],
  ["planets", "p12/18/48"],
] as const;
const picked = ref<{ stage: number; nth: number }>();
const count = computed(() => (picked.value ? desk.countAt(picked.value.stage, picked.value.nth) : undefined));
const open = computed(() => problem.value?.code === "open_count" || Boolean(train.value?.filled.length));

/** Gears of the visit, to be tapped into pairs. */
const visitId = computed(() => (typeof route.query.visit === "string" ? route.query.visit : ""));
const rims = computed(() => (visitId.value ? store.pieces.flatMap((piece) => piece.teeth.map((teeth, rim) => ({ key: `${piece.id}${rim}`, teeth, name: piece.name }))) : []));
const driver = ref<{ key: string; teeth: number }>();
function take(rim: { key: string; teeth: number }) {
  if (!driver.value) driver.value = rim;
  else {
    if (driver.value.key !== rim.key) desk.add(`${driver.value.teeth}:${rim.teeth}`);
    driver.value = undefined;
  }
}

async function pick(stage: number, nth: number) {
  picked.value = { stage, nth };
  const at = desk.spot(stage, nth);
  await nextTick();
  const field = document.querySelector<HTMLInputElement>("#line");
  if (!field || !at) return;
  field.focus();
  field.setSelectionRange(...at);
}

function step(by: number) {
  if (picked.value && count.value) desk.setCount(picked.value.stage, picked.value.nth, count.value + by);
}

const back = () => (visitId.value ? router.push({ name: "visit", params: { visitId: visitId.value, stage: "read" } }) : router.push({ name: "bench" }));
useKeys({ Space: () => (turning.value = !turning.value), v: () => (side.value = !side.value), Escape: back, "+": () => step(1), "-": () => step(-1) });
onMounted(async () => {
  if (visitId.value && store.visit?.id !== visitId.value) await store.load(visitId.value).catch(() => undefined);
  await desk.look();
});
</script>

<template>
  <TopBar title="Train" :about="visitId ? `in ${store.visit?.unit.label ?? ''}` : 'driver first, stage by stage'" />
  <main class="work view">
    <section class="left">
      <div class="board">
        <template v-if="train">
          <TrainSide v-if="side" :train="train" @pick="pick" />
          <TrainDrawing v-else :train="train" :turning="turning" :picked="picked" :red="problem?.where" @pick="pick" />
        </template>
        <div v-else class="paper empty"><p>Say the train as pairs.</p></div>
        <div v-if="picked && count" class="stepper" role="group" aria-label="Change its count">
          <button type="button" aria-label="One tooth less" @click="step(-1)">−</button><b class="value">{{ count }}</b
          ><button type="button" aria-label="One tooth more" @click="step(1)">+</button>
        </div>
      </div>
      <InputText id="line" v-model="line" class="value line" aria-label="The train" spellcheck="false" :invalid="problem?.field === 'line'" />
      <ProblemNote :problem="problem" />
      <div class="adds">
        <button v-for="[label, text] in PARTS" :key="label" type="button" @click="desk.add(text)">+ {{ label }}</button>
        <span class="soft small">? for a count not known · tap a gear to change its count</span>
      </div>
      <div v-if="rims.length" class="adds" role="group" aria-label="Gears of the row">
        <span class="soft small">{{ driver ? `${driver.teeth} drives …` : "From the row, driver first:" }}</span>
        <button v-for="rim in rims" :key="rim.key" type="button" :class="{ on: driver?.key === rim.key }" @click="take(rim)">
          <b class="value">{{ rim.teeth }}</b> {{ rim.name }}
        </button>
      </div>
    </section>
    <section class="right">
      <template v-if="train">
        <div class="head">
          <h1>
            <span class="ratio">{{ train.ratio || "two drives" }}</span>
          </h1>
          <div class="actions">
            <Button variant="outlined" @click="side = !side">{{ side ? "End" : "Side" }} <KeyCap k="V" /></Button>
            <Button variant="outlined" :disabled="side" @click="turning = !turning">{{ turning ? "Hold" : "Turn" }} <KeyCap k="Space" /></Button>
          </div>
        </div>
        <p>{{ train.says }}</p>
      </template>
      <OpenPanel v-if="open" />
      <template v-if="train">
        <SelectButton v-model="panel" :options="PANELS" option-label="label" option-value="key" :allow-empty="false" aria-label="What to see of it" />
        <SpeedPanel v-if="panel === 'speeds'" :train="train" />
        <ClickPanel v-else-if="panel === 'click'" :train="train" />
        <PlayPanel v-else-if="panel === 'play'" :train="train" />
        <UsePanel v-else :train="train" />
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
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 28px;
  align-content: start;
}

.left,
.right {
  display: grid;
  gap: 10px;
  align-content: start;
}

.board {
  position: relative;
}

.empty {
  min-height: 420px;
  display: grid;
  place-items: center;
}

.line {
  width: 100%;
  font-size: 22px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  justify-content: space-between;
  align-items: center;
}

.ratio {
  font-size: 42px;
}

.stepper {
  position: absolute;
  left: 12px;
  bottom: 12px;
  display: flex;
  align-items: center;
  background: var(--panel);
  border: 1.5px solid var(--ink);
  border-radius: 4px;
}

.stepper button {
  width: 52px;
  height: 52px;
  border: 0;
  background: none;
  color: var(--ink);
  font: 600 28px/1 var(--sans);
  cursor: pointer;
}

.stepper b {
  min-width: 46px;
  text-align: center;
  font-size: 24px;
}

.adds {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.adds button {
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--soft);
  border-radius: 22px;
  background: none;
  color: var(--ink);
  font: 600 16px/1 var(--sans);
  cursor: pointer;
}

.adds .on {
  background: var(--brass-wash);
  border-color: var(--brass);
}

@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
