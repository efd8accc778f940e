<script setup lang="ts">
/** The check at hand: what is tried, how, the figure to meet, and one move for how it went. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, nextTick, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import type { Problem, ProofRow, ResultIn } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import ThumbBar from "../ThumbBar.vue";
import { maybeNumber } from "../../../text/numbers";
import { useCaliper } from "../../instruments/caliper";
import { useReadings } from "../../instruments/readings";
import { askWire, wireUnit } from "../../instruments/serial";
import { useVisit } from "../visit";

const props = defineProps<{ check: ProofRow; stands: string; aside?: boolean }>();
const emit = defineEmits<{ went: [outcome: ResultIn["outcome"], value: number | null, note: string]; lead: [stage: string, key?: string] }>();
const store = useVisit();
const caliper = useCaliper();
const value = ref("");
const note = ref("");
const waiving = ref(false);
const problem = ref<Problem>();
const there = ref<Record<string, string>>({});
const noteField = ref<{ $el: HTMLInputElement }>();

/** Whether the figure asked for is in such a unit: mm at 20 mm is. */
const asked = (unit: string) => Boolean(unit) && `${props.check.figure?.unit ?? ""} `.startsWith(`${unit} `);
/** What can drop a figure in: by its unit, what hangs on the cable first, a thickness by the caliper. */
const device = computed(() => {
  const unit = props.check.figure?.unit ?? "";
  if (asked(wireUnit.value)) return "cable";
  const known = Object.entries(there.value).find(([, theirs]) => asked(theirs));
  return known?.[0] ?? (unit.startsWith("mm") && caliper.there.value?.present ? "caliper" : "");
});
/** Outside what such units usually read, which decides nothing by itself. */
const unusual = computed(() => {
  const [figure, read] = [props.check.figure, maybeNumber(value.value)];
  if (!figure?.guide || read == null) return false;
  return read < (figure.least ?? -Infinity) || read > (figure.most ?? Infinity);
});
/** Build steps beside the first, which "Back to the build" opens. */
const back = computed(() => (props.check.to.startsWith("build") ? props.check.leads.slice(1, 4) : props.check.leads.slice(0, 3)));
const lead = computed(() => ({ listen: "Look again in Listen", build: "Back to the build", file: "" })[props.check.to.split(":")[0] ?? ""] ?? "");

watch(
  () => props.check.key,
  () => {
    value.value = props.check.result?.value != null ? String(props.check.result.value) : "";
    note.value = props.check.result?.note ?? "";
    waiving.value = false;
    problem.value = undefined;
  },
  { immediate: true },
);
/** What stands plugged in, once told; a key pressed before that waits for it. */
const told = Promise.all([caliper.known(), ask(api.GET("/api/devices/figures")).catch(() => ({ there: {} }))]).then(([, figures]) => {
  there.value = figures.there;
});

async function drop() {
  await told;
  if (!props.check.figure || !device.value) return;
  try {
    if (device.value === "cable") value.value = String((await askWire()).value);
    else if (device.value === "caliper") value.value = String(await caliper.take(null, "width"));
    else {
      const taken = await ask(
        api.POST("/api/devices/figures/{device}/take", {
          params: { path: { device: device.value as "indicator" | "tachometer" | "thermometer" | "force" } },
          body: { name: (store.visit?.id ?? "bench").slice(0, 36) },
        }),
      );
      value.value = String(taken.value);
    }
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

function met() {
  emit("went", "met", maybeNumber(value.value) ?? null, note.value.trim());
}

function failed() {
  emit("went", "failed", maybeNumber(value.value) ?? null, note.value.trim());
}

async function waive() {
  if (waiving.value && note.value.trim()) return emit("went", "waived", maybeNumber(value.value) ?? null, note.value.trim());
  waiving.value = true;
  await nextTick();
  noteField.value?.$el.focus();
}

/** Timed on the server: it runs on when this page is left. */
async function time() {
  await store.startTimer(props.check.name, props.check.minutes);
}

/** What comes by itself, typed or over the cable, is heard where its unit is asked for. */
useReadings((read, unit) => {
  if (!asked(unit)) return false;
  value.value = String(read);
  return true;
});
useKeys({ Enter: met, f: failed, w: waive, F4: drop });
</script>

<template>
  <article class="card" :aria-label="check.name">
    <p class="label">{{ check.order }} · {{ check.risk }} · {{ check.minutes }} min</p>
    <h2>{{ check.name }}</h2>
    <p class="how">{{ check.how }}</p>
    <p class="band">
      <span class="label">To meet</span> {{ check.band }}<span v-if="check.before" class="was">it read {{ check.before }}</span>
    </p>
    <p v-if="stands !== 'failed'" class="soft small">Asked for, since {{ check.why }}.</p>
    <div v-else class="harm">
      <p><b>Failed.</b> {{ check.fails }}</p>
      <span class="leads">
        <Button v-if="lead" variant="outlined" @click="emit('lead', check.to, check.leads[0]?.key)">{{ lead }}</Button>
        <Button v-for="step in back" :key="step.key" variant="outlined" @click="emit('lead', 'build', step.key)">{{ step.title }}</Button>
      </span>
    </div>
    <form class="figure" @submit.prevent="met">
      <label v-if="check.figure"
        ><span class="label">Read</span><InputText v-model="value" class="value" inputmode="decimal" :aria-label="`${check.name}, ${check.figure.unit}`" />
        <span class="soft">{{ check.figure.unit }}</span></label
      >
      <Button v-if="check.figure && device" variant="outlined" @mousedown.prevent @click="drop">{{ device[0]?.toUpperCase() }}{{ device.slice(1) }} <KeyCap k="F4" /></Button>
      <Button v-if="check.minutes >= 3" variant="outlined" @click="time">Time it</Button>
      <InputText ref="noteField" v-model="note" class="note" maxlength="400" aria-label="In words" :placeholder="waiving ? 'why it cannot be made, or need not' : 'what was seen, if anything'" />
    </form>
    <p v-if="unusual" class="mind small">Outside the usual. If it is right for this one, call it met; it is what the next visit is held to.</p>
    <div class="moves">
      <ThumbBar :off="aside || stands === 'met'">
        <Button class="big" @click="met">Met <KeyCap k="Enter" /></Button>
        <Button variant="outlined" @click="failed">Failed <KeyCap k="F" /></Button>
        <Button variant="outlined" :disabled="waiving && !note.trim()" @click="waive">{{ waiving ? "Waive it so" : "Waive" }} <KeyCap k="W" /></Button>
      </ThumbBar>
    </div>
    <ProblemNote :problem="problem" />
  </article>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  padding: 20px 22px;
  background: var(--panel);
  border: 1px solid var(--hair);
  border-left: 4px solid var(--brass);
}

h2 {
  font-size: 26px;
  line-height: 1.2;
}

.how {
  font-size: 19px;
}

.band {
  font-weight: 600;
}

.was {
  display: block;
  font-weight: 400;
}

.figure,
.moves {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}

.figure label {
  display: flex;
  align-items: center;
  gap: 10px;
}

.figure label :deep(input) {
  width: 120px;
  font-size: 22px;
}

.note {
  flex: 1 1 220px;
  min-width: 0;
}

.big {
  min-width: 150px;
}

.leads {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.harm {
  display: grid;
  gap: 8px;
  justify-items: start;
}
</style>
