<script setup lang="ts">
/** The gear reader: count, close the caliper, and be told what it is and how sure. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, nextTick, onMounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";

import { asProblem } from "../../api/client";
import type { ReadIn } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import CaliperDrawing from "../../drawing/CaliperDrawing.vue";
import { useVisit } from "../visits/visit";
import CandidateList from "./CandidateList.vue";
import CountPanel from "./CountPanel.vue";
import JudgementList from "./JudgementList.vue";
import MeasurementList from "./MeasurementList.vue";
import { useReader, type Kind } from "./reader";

const route = useRoute();
const router = useRouter();
const store = useVisit();
const visitId = computed(() => (typeof route.query.visit === "string" ? route.query.visit : ""));
const pieceId = computed(() => String(route.query.piece ?? ""));
const rim = computed(() => Number(route.query.rim ?? 0));
const piece = computed(() => store.pieces.find((one) => one.id === pieceId.value));

const reader = useReader(() => (store.visit && visitId.value ? store.visit.unit.kind : ""));
const { teeth, orTeeth, rows, bore, boreShape, width, mark, boss, material, worn, missing, read, bare, problem, choice, candidate, wrong } = reader;
const list = ref<InstanceType<typeof MeasurementList>>();
const counting = ref(false);
const SHAPES = ["round", "D", "spline", "hex", "keyed"];
const WORN = [
  { key: "both", label: "both flanks" },
  { key: "one", label: "one flank" },
  { key: "sector", label: "one sector" },
];

const drawing = computed(() => candidate.value?.drawing ?? (reader.readings.value.length ? undefined : bare.value?.drawing));
const hold = computed(() => read.value?.shown ?? (read.value ? undefined : bare.value?.shown));
const note = computed(() => {
  const gone = missing.value.length ? `, ${missing.value.length} missing` : "";
  return (read.value ? `${candidate.value?.label ?? ""} drawn` : "count alone: size not yet read") + gone;
});

async function add(kind: Kind) {
  const n = reader.add(kind);
  reader.at.value = n;
  await list.value?.focus(n);
}

/** Take the advised measurement: its row opens, filled as far as it can be. */
async function takeNext() {
  const next = read.value?.next;
  if (!next) return;
  const n = reader.add(next.kind as Kind, { how: next.how as "settled", k: next.k ? String(next.k) : "" });
  const row = rows.value[n];
  if (row?.values.trim()) row.values = `${row.values.trim().replace(/;$/, "")}; `;
  reader.at.value = n;
  await nextTick();
  document.querySelector<HTMLInputElement>(`#value${n}`)?.focus();
}

function tap(tooth: number) {
  missing.value = missing.value.includes(tooth) ? missing.value.filter((one) => one !== tooth) : [...missing.value, tooth];
}

function use(count: number) {
  teeth.value = String(count);
  orTeeth.value = "";
}

async function pin() {
  if (!candidate.value || !piece.value || problem.value) return;
  await store.pin(piece.value.id, rim.value, { ...reader.given.value, show: null }, choice.value);
  await router.push({ name: "visit", params: { visitId: visitId.value, stage: "read" } });
}

/** What there is in the drawer like the gear looked at. */
function inTheDrawer() {
  const one = candidate.value;
  if (!one) return;
  const query = { teeth: String(drawing.value?.teeth ?? teeth.value), module: one.label.endsWith("DP") ? one.label : String(one.module_mm), angle: String(one.pressure_angle_deg), bore: bore.value, width: width.value };
  void router.push({ name: "drawer", query });
}

function back() {
  if (visitId.value) void router.push({ name: "visit", params: { visitId: visitId.value, stage: "read" } });
  else void router.push({ name: "bench" });
}

function move(by: number) {
  const most = (read.value?.candidates.length ?? 1) - 1;
  choice.value = Math.max(0, Math.min(most, choice.value + by));
}

useKeys({ "Ctrl+Enter": pin, n: takeNext, d: inTheDrawer, Escape: back, ArrowDown: () => move(1), ArrowUp: () => move(-1) });

onMounted(async () => {
  if (visitId.value && store.visit?.id !== visitId.value) {
    try {
      await store.load(visitId.value);
    } catch (error) {
      problem.value = asProblem(error);
    }
  }
  if (piece.value) {
    teeth.value = String(piece.value.teeth[rim.value] ?? "");
    const kept = piece.value.pins.find((one) => one.rim === rim.value)?.given as ReadIn | undefined;
    if (kept) reader.restore(kept);
  }
  await nextTick();
  document.querySelector<HTMLInputElement>(teeth.value ? "#value0" : "#teeth")?.focus();
});
</script>

<template>
  <TopBar title="Gear reader" :about="piece ? `for ${store.visit?.unit.label}, ${piece.name}` : 'on its own'" />
  <main class="work reader">
    <section class="left">
      <CaliperDrawing v-if="drawing" :drawing="drawing" :made="candidate?.new" :hold="hold" :missing="missing" :bore="Number(bore.replace(',', '.')) || 0" :note="note" @tap="tap" />
      <div v-else class="paper empty"><p>{{ read ? "No gear to draw: the readings fit none." : "Count the teeth, marking the one you start at." }}</p></div>
      <div class="counted">
        <label for="teeth">Teeth</label>
        <InputText id="teeth" v-model="teeth" class="value few" inputmode="numeric" :invalid="wrong.field === 'teeth'" />
        <label for="or">or</label>
        <InputText id="or" v-model="orTeeth" class="value few" inputmode="numeric" aria-label="second count" :invalid="wrong.field === 'or_teeth'" />
        <Button variant="outlined" :aria-expanded="counting" @click="counting = !counting">Teeth missing?</Button>
      </div>
      <CountPanel v-if="counting" :counted="[teeth, orTeeth].map(Number).filter((z) => z > 3)" :module="candidate?.module_mm" @use="use" />
      <MeasurementList ref="list" v-model:rows="rows" :wrong="wrong.row" @at="reader.at.value = $event" @add="add" @drop="reader.drop" />
      <div class="details">
        <label>Bore <InputText v-model="bore" class="value" inputmode="decimal" :invalid="wrong.field === 'bore_mm'" /></label>
        <Select v-model="boreShape" :options="SHAPES" aria-label="Shape of the bore" />
        <label>Width <InputText v-model="width" class="value" inputmode="decimal" :invalid="wrong.field === 'width_mm'" /></label>
        <label>Mark <InputText v-model="mark" class="value" maxlength="60" placeholder="48P" /></label>
        <label>Boss <InputText v-model="boss" maxlength="60" placeholder="long, one side" /></label>
        <label>Of <InputText v-model="material" maxlength="40" placeholder="nylon" /></label>
        <Select v-model="worn" :options="WORN" option-label="label" option-value="key" aria-label="Where it is worn" placeholder="no wear seen" show-clear />
      </div>
    </section>
    <section class="right">
      <template v-if="read">
        <h1 aria-live="polite">{{ read.answer }}</h1>
        <p :class="read.certain ? 'proved' : 'soft'">{{ read.reason }}</p>
        <CandidateList :read="read" :choice="choice" @choose="choice = $event" />
        <div v-if="read.next" class="next">
          <p><b>Measure next: {{ read.next.what }}</b></p>
          <p>{{ read.next.says }}</p>
          <Button variant="outlined" @click="takeNext">Take it <KeyCap k="N" /></Button>
        </div>
        <JudgementList :read="read" />
      </template>
      <template v-else-if="!problem">
        <h1>Which gear is this?</h1>
        <ol class="how">
          <li>Count the teeth. Count again.</li>
          <li>Close the caliper over the tips and let it settle to the smallest reading.</li>
          <li>That is often enough. If not, the one measurement that settles it is named here.</li>
        </ol>
        <p class="soft">Teeth gone? Tap them off the drawing, and let a chord, the mate or a turn count for you.</p>
      </template>
      <ProblemNote :problem="problem" />
      <div class="actions pinning">
        <Button v-if="piece" :disabled="!candidate || !!problem" @click="pin">{{ read?.certain ? "Pin it" : "Pin as it stands" }} <KeyCap k="Ctrl Enter" /></Button>
        <Button variant="outlined" :disabled="!candidate" @click="inTheDrawer">In the drawer? <KeyCap k="D" /></Button>
        <Button variant="outlined" @click="back">{{ visitId ? "Back" : "Bench" }} <KeyCap k="Esc" /></Button>
      </div>
    </section>
  </main>
</template>

<style scoped>
.reader {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 32px;
  align-content: start;
}

.left,
.right {
  display: grid;
  gap: 12px;
  align-content: start;
}

.left :deep(.caliper) {
  max-height: 360px;
}

.empty {
  display: grid;
  place-items: center;
  min-height: 340px;
  color: var(--soft);
}

.counted,
.details {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}

.counted label {
  font-weight: 600;
}

.few {
  width: 84px;
}

.details {
  padding-top: 10px;
  border-top: 1px solid var(--hair);
}

.details label {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--soft);
  font-size: 16px;
}

.details :deep(input) {
  width: 92px;
}

.pinning {
  position: sticky;
  bottom: -24px;
  padding: 12px 0;
  background: var(--ground);
  border-top: 1px solid var(--hair);
}

.next {
  display: grid;
  gap: 4px;
  justify-items: start;
  padding: 14px 18px;
  background: var(--brass-wash);
  border-left: 4px solid var(--brass);
}

.next :deep(.p-button) {
  margin-top: 8px;
}

.how {
  display: grid;
  gap: 10px;
  list-style: decimal;
  padding-left: 22px;
  font-size: 19px;
}

@media (max-width: 900px) {
  .reader {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
