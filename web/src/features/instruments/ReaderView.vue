<script setup lang="ts">
/** The gear reader: count, close the caliper, and be told what it is and how sure. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import SelectButton from "primevue/selectbutton";
import { computed, nextTick, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import type { Gear, Problem, Read, ReadIn, ReadingIn } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import CaliperDrawing from "../../drawing/CaliperDrawing.vue";
import { useVisit } from "../visits/visit";
import CandidateList from "./CandidateList.vue";

const route = useRoute();
const router = useRouter();
const store = useVisit();
const visitId = computed(() => (typeof route.query.visit === "string" ? route.query.visit : ""));
const pieceId = computed(() => String(route.query.piece ?? ""));
const rim = computed(() => Number(route.query.rim ?? 0));
const piece = computed(() => store.pieces.find((one) => one.id === pieceId.value));

const teeth = ref("");
const tips = ref("");
const how = ref<"settled" | "largest">("settled");
const spans = ref<{ k: string; value: string }[]>([]);
const mark = ref("");
const bore = ref("");
const width = ref("");
const read = ref<Read>();
const bare = ref<Gear>();
const problem = ref<Problem>();
const choice = ref(0);
const HOW = [
  { key: "settled", label: "settled" },
  { key: "largest", label: "rocked to the largest" },
];

const readings = computed<ReadingIn[]>(() => {
  const taken: ReadingIn[] = [];
  if (tips.value.trim()) taken.push({ kind: "tips", how: how.value, value: tips.value.trim() });
  for (const span of spans.value) {
    if (span.value.trim()) taken.push({ kind: "span", how: "settled", k: Number(span.k) || 2, value: span.value.trim() });
  }
  return taken;
});
const given = computed<ReadIn>(() => ({
  teeth: Number(teeth.value) || 0,
  readings: readings.value,
  error_mm: 0.02,
  mark: mark.value,
  unit_kind: store.visit && visitId.value ? store.visit.unit.kind : "",
  bore_mm: bore.value.trim() || null,
  width_mm: width.value.trim() || null,
}));

let asked = 0;
async function look() {
  const mine = ++asked;
  if (!teeth.value.trim()) {
    read.value = bare.value = problem.value = undefined;
    return;
  }
  try {
    if (readings.value.length) {
      const answer = await ask(api.POST("/api/sums/read", { body: given.value }));
      if (mine !== asked) return;
      read.value = answer;
      choice.value = 0;
    } else {
      // Nothing read yet: the count alone is drawn, at module 1.
      const body = { teeth: given.value.teeth, module_mm: 1 } as never;
      const answer = await ask(api.POST("/api/sums/gear", { body }));
      if (mine !== asked) return;
      read.value = undefined;
      bare.value = answer;
    }
    problem.value = undefined;
  } catch (error) {
    if (mine === asked) problem.value = asProblem(error);
  }
}

let pause: number | undefined;
watch([teeth, tips, how, spans, mark, bore, width], () => {
  window.clearTimeout(pause);
  pause = window.setTimeout(() => void look(), 120);
}, { deep: true });

const candidate = computed(() => read.value?.candidates[choice.value]);
const drawing = computed(() => candidate.value?.drawing ?? (readings.value.length ? undefined : bare.value?.drawing));
const hold = computed(() => {
  if (read.value) return read.value.holds.at(-1);
  return bare.value?.holds.find((one) => one.what.endsWith(how.value));
});
const holdReading = computed(() => {
  if (!read.value || read.value.next) return "";
  return readings.value.at(-1)?.value?.toString() ?? "";
});
const suggested = computed(() => String(read.value?.next?.k ?? read.value?.span_usual ?? bare.value?.span_usual ?? 2));
/** The field the server complains of, to mark it where it stands. */
const wrong = computed(() => {
  const field = problem.value?.field ?? "";
  if (field.startsWith("readings.")) return tips.value.trim() && field.startsWith("readings.0") ? "tips" : "spans";
  return field;
});

async function addSpan() {
  spans.value.push({ k: suggested.value, value: "" });
  await nextTick();
  const boxes = document.querySelectorAll<HTMLInputElement>(".span-value");
  boxes[boxes.length - 1]?.focus();
}

/** Take the advised measurement: its field opens, filled as far as it can be. */
function takeNext() {
  const next = read.value?.next;
  if (!next) return;
  if (next.kind === "span") void addSpan();
  else {
    how.value = next.how as "settled" | "largest";
    document.querySelector<HTMLInputElement>("#tips")?.focus();
  }
}

async function pin() {
  if (!candidate.value || !piece.value) return;
  await store.pin(piece.value.id, rim.value, given.value, choice.value);
  await router.push({ name: "visit", params: { visitId: visitId.value, stage: "read" } });
}

function back() {
  if (visitId.value) void router.push({ name: "visit", params: { visitId: visitId.value, stage: "read" } });
  else void router.push({ name: "bench" });
}

function nextField(event: KeyboardEvent) {
  const fields = [...document.querySelectorAll<HTMLInputElement>(".inputs input")];
  const after = fields[fields.indexOf(event.target as HTMLInputElement) + 1];
  after?.focus();
}

useKeys({ "Ctrl+Enter": pin, n: takeNext, Escape: back, ArrowDown: () => move(1), ArrowUp: () => move(-1) });
function move(by: number) {
  const most = (read.value?.candidates.length ?? 1) - 1;
  choice.value = Math.max(0, Math.min(most, choice.value + by));
}

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
    if (kept) restore(kept);
  }
  await nextTick();
  document.querySelector<HTMLInputElement>(teeth.value ? "#tips" : "#teeth")?.focus();
});

/** A pinned gear opens with the readings it was judged by. */
function restore(kept: ReadIn) {
  for (const reading of kept.readings) {
    if (reading.kind === "span") spans.value.push({ k: String(reading.k), value: String(reading.value) });
    else {
      tips.value = String(reading.value);
      how.value = reading.how ?? "settled";
    }
  }
  mark.value = kept.mark ?? "";
  bore.value = kept.bore_mm ? String(kept.bore_mm) : "";
  width.value = kept.width_mm ? String(kept.width_mm) : "";
}
</script>

<template>
  <TopBar title="Gear reader" :about="piece ? `for ${store.visit?.unit.label}, ${piece.name}` : 'on its own'" />
  <main class="work reader">
    <section class="left">
      <CaliperDrawing v-if="drawing" :drawing="drawing" :hold="hold" :reading="holdReading" :bore="Number(bore.replace(',', '.')) || 0" :note="read ? `${candidate?.label} drawn` : 'count alone: size not yet read'" />
      <div v-else class="paper empty"><p>{{ read ? "No gear to draw: the readings fit none." : "Count the teeth, marking the one you start at." }}</p></div>
      <form class="inputs" @submit.prevent>
        <div class="field">
          <label class="label" for="teeth">Teeth</label>
          <InputText id="teeth" v-model="teeth" class="value" inputmode="numeric" :invalid="wrong === 'teeth'" @keydown.enter="nextField" />
        </div>
        <div class="field">
          <label class="label" for="tips">Over the tips</label>
          <InputText id="tips" v-model="tips" class="value" inputmode="decimal" placeholder="mm or 0.5in" :invalid="wrong === 'tips'" @keydown.enter="nextField" />
        </div>
        <div class="field">
          <span id="how" class="label">read</span>
          <SelectButton v-model="how" :options="HOW" option-label="label" option-value="key" :allow-empty="false" aria-labelledby="how" />
        </div>
        <div v-for="(span, n) in spans" :key="n" class="field">
          <label class="label" :for="`span${n}`">Span over <input v-model="span.k" class="k value" inputmode="numeric" :aria-label="`teeth in span ${n + 1}`" /> teeth</label>
          <InputText :id="`span${n}`" v-model="span.value" class="value span-value" inputmode="decimal" :invalid="wrong === 'spans'" @keydown.enter="nextField" />
        </div>
        <div class="field">
          <label class="label" for="bore">Bore</label>
          <InputText id="bore" v-model="bore" class="value" inputmode="decimal" :invalid="wrong === 'bore_mm'" @keydown.enter="nextField" />
        </div>
        <div class="field">
          <label class="label" for="width">Width</label>
          <InputText id="width" v-model="width" class="value" inputmode="decimal" :invalid="wrong === 'width_mm'" @keydown.enter="nextField" />
        </div>
        <div class="field">
          <label class="label" for="mark">Mark</label>
          <InputText id="mark" v-model="mark" class="value" maxlength="60" placeholder="48P" @keydown.enter="nextField" />
        </div>
        <Button variant="outlined" class="span-add" :disabled="!teeth || spans.length > 5" @click="addSpan">Add a span</Button>
      </form>
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
        <p v-for="note in read.notes" :key="note" class="harm">{{ note }}</p>
      </template>
      <template v-else-if="!problem">
        <h1>Which gear is this?</h1>
        <ol class="how">
          <li>Count the teeth. Count again.</li>
          <li>Close the caliper over the tips and let it settle to the smallest reading.</li>
          <li>That is often enough. If not, the one measurement that settles it is named here.</li>
        </ol>
      </template>
      <ProblemNote :problem="problem" />
      <div class="actions">
        <Button v-if="piece" :disabled="!candidate || !!problem" @click="pin">{{ read?.certain ? "Pin it" : "Pin as it stands" }} to {{ piece.name }} <KeyCap k="Ctrl Enter" /></Button>
        <Button variant="outlined" @click="back">{{ visitId ? "Back to the visit" : "Bench" }} <KeyCap k="Esc" /></Button>
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
  gap: 14px;
  align-content: start;
}

.left :deep(.caliper) {
  max-height: 430px;
}

.empty {
  display: grid;
  place-items: center;
  min-height: 420px;
  color: var(--soft);
}

.inputs {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
}

.field {
  display: grid;
  gap: 3px;
}

.field :deep(.p-inputtext) {
  width: 104px;
  padding-inline: 10px;
}

.field #tips,
.field .span-value {
  width: 150px;
}

.k {
  width: 48px;
  min-height: 44px;
  border: 1px solid var(--soft);
  border-radius: 3px;
  background: var(--panel);
  color: var(--ink);
  font-size: 16px;
  text-align: center;
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
