<script setup lang="ts">
/** The row seen otherwise: the piece in hand, stacks, the tray, which screw goes where, and the tools. */
import SelectButton from "primevue/selectbutton";
import { computed, ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { Entry, Problem, Reach, RowSeen, Step } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import PieceFigure from "../../drawing/PieceFigure.vue";
import { useOutbox } from "../../record/outbox";
import { queryOf } from "../drawer/part";
import GuidePanel from "./GuidePanel.vue";
import PieceSheet from "./PieceSheet.vue";
import ToolList from "./ToolList.vue";
import { useVisit } from "./visit";

const props = defineProps<{ entry?: Entry; step?: Step; photos?: string[] }>();
const store = useVisit();
const outbox = useOutbox();
const VIEWS = [
  { key: "piece", label: "Piece" },
  { key: "stack", label: "Stacks" },
  { key: "tray", label: "Tray" },
  { key: "screws", label: "Screws" },
  { key: "tools", label: "Tools" },
  { key: "guide", label: "Guide" },
];
const view = ref("piece");
const row = ref<RowSeen>();
const reach = ref<Reach>();
const problem = ref<Problem>();

/** Typing always shows the piece being said. */
const shown = computed(() => (props.entry ? "piece" : view.value));
const stepOf = (number: number) => store.steps.find((step) => step.number === number);

const begin = latest();
async function look() {
  const id = store.visit?.id;
  const last = begin();
  if (!id || !store.steps.length) {
    row.value = undefined;
    return;
  }
  try {
    await outbox.settle();
    const answer = await ask(api.GET("/api/visits/{visit_id}/row", { params: { path: { visit_id: id } } }));
    if (!last()) return;
    row.value = answer;
    problem.value = undefined;
  } catch (error) {
    if (last() && view.value !== "piece") problem.value = asProblem(error);
  }
}
/** Not at every step of a quick hand: once it rests. */
watch(
  () => [view.value, ...store.steps.map((step) => `${step.id}${step.number}${step.line}`)].join(),
  resting(
    () => void look(),
    () => (row.value && view.value === "piece" ? 1200 : 200),
  ),
  { immediate: true },
);
watch(
  () => props.step?.id,
  () => (reach.value = undefined),
);

async function wayIn() {
  const id = store.visit?.id;
  if (!id || !props.step) return;
  try {
    reach.value = await ask(api.GET("/api/visits/{visit_id}/reach/{step_id}", { params: { path: { visit_id: id, step_id: props.step.id } } }));
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

/** Half the width of a thing in its stack, the widest of the row filling the drawing. */
function half(number: number) {
  const figure = stepOf(number)?.piece.figure;
  const across = figure?.rims.length ? 2 * (figure.rims[0]?.tip_radius_mm ?? 0) : (figure?.diameter ?? 0);
  return across ? Math.max(6, (38 * across) / roundest.value) : 18;
}

const length = (step?: Step) => step?.piece.figure.length ?? 0;
const longest = computed(() => Math.max(1, ...(row.value?.covers ?? []).flatMap((cover) => cover.kinds.map((kind) => kind.length_mm))));
const roundest = computed(() => Math.max(1, ...store.steps.map((step) => Math.max(step.piece.figure.diameter, 2 * (step.piece.figure.rims[0]?.tip_radius_mm ?? 0)))));
</script>

<template>
  <div class="views">
    <SelectButton v-model="view" :options="VIEWS" option-label="label" option-value="key" :allow-empty="false" aria-label="See the row as" />
    <template v-if="shown === 'piece'">
      <PieceSheet v-if="entry || !reach" :entry="entry" :step="step" :photos="photos" />
      <template v-if="!entry && step">
        <div v-if="!reach" class="asks">
          <button type="button" class="quiet" @click="wayIn">What must come off to reach this?</button>
          <RouterLink v-for="pin in step.piece.pins.filter((reading) => reading.gear)" :key="pin.id" class="quiet" :to="{ name: 'drawer', query: queryOf(pin) }"
            >{{ pin.teeth }} teeth: does one fit?</RouterLink
          >
        </div>
        <div v-else class="panel reach">
          <h2>To reach {{ step.piece.name }}</h2>
          <p>
            <b>{{ reach.steps.length }} step{{ reach.steps.length > 1 ? "s" : "" }}</b
            >, {{ reach.turn_overs }} turn-over{{ reach.turn_overs === 1 ? "" : "s" }}, {{ reach.tool_changes }} tool{{ reach.tool_changes === 1 ? "" : "s" }} taken up{{
              reach.exact ? "" : ": a good order, perhaps not the best"
            }}.
          </p>
          <ol>
            <li v-for="taken in reach.steps" :key="taken.number">
              <b class="value">{{ taken.number }}</b> <span v-if="taken.turn_over" class="over">turn over</span> {{ taken.title }} <span v-if="taken.tool" class="soft">{{ taken.tool }}</span>
            </li>
          </ol>
          <p v-if="reach.unneeded.length" class="soft">Not needed for it: {{ reach.unneeded.join(", ") }}.</p>
          <button type="button" class="quiet" @click="reach = undefined">Back to the piece</button>
        </div>
      </template>
    </template>
    <div v-else-if="row && shown === 'stack'" class="panel">
      <p v-if="!row.stacks.length" class="soft">No stack yet: three things on one shaft, or pieces said as part of one, like &amp;"drag stack".</p>
      <section v-for="stack in row.stacks" :key="stack.name">
        <h2>{{ stack.name }}</h2>
        <ol class="stack">
          <li v-for="(number, n) in stack.steps" :key="number">
            <svg viewBox="-40 -13 80 26" aria-hidden="true"><rect :x="-half(number)" y="-8" :width="2 * half(number)" height="16" /></svg>
            <span
              ><b>{{ number }}</b> {{ stepOf(number)?.piece.name }}<template v-if="(stepOf(number)?.piece.count ?? 1) > 1"> ×{{ stepOf(number)?.piece.count }}</template></span
            >
            <span class="facing">{{ stack.facings[n] }}</span>
          </li>
        </ol>
      </section>
    </div>
    <div v-else-if="row && shown === 'tray'" class="panel tray">
      <p v-if="!row.tray.length" class="soft">No place noted yet: #A3 on the line is place A3.</p>
      <div v-for="place in row.tray" :key="place.name" class="place">
        <b class="value">{{ place.name }}</b>
        <button
          v-for="number in place.steps"
          :key="number"
          type="button"
          @click="
            store.at = stepOf(number)?.id ?? '';
            view = 'piece';
          "
        >
          {{ number }} {{ stepOf(number)?.piece.name }}
        </button>
      </div>
    </div>
    <div v-else-if="row && shown === 'screws'" class="panel">
      <p v-if="!row.covers.length" class="soft">No screws yet.</p>
      <section v-for="cover in row.covers" :key="cover.name">
        <h2>{{ cover.name }}</h2>
        <ul class="screws">
          <li v-for="kind in cover.kinds" :key="kind.label" :class="{ odd: kind.odd }">
            <svg viewBox="-14 0 28 62" aria-hidden="true">
              <g transform="translate(0 31)">
                <PieceFigure v-if="stepOf(kind.steps[0] ?? 0)" :figure="stepOf(kind.steps[0] ?? 0)!.piece.figure" :scale="length(stepOf(kind.steps[0] ?? 0)) ? 46 / longest : 4" />
              </g>
            </svg>
            <span
              ><b>{{ kind.count }} × {{ kind.label }}</b> <span class="soft">step {{ kind.steps.join(", ") }}</span></span
            >
          </li>
        </ul>
        <p v-if="cover.kinds.length === 1 && (cover.kinds[0]?.count ?? 0) > 1" class="soft">All the same: any of them in any hole.</p>
        <p v-for="said in cover.says" :key="said" class="harm">{{ said }}</p>
      </section>
    </div>
    <div v-else-if="row && shown === 'tools'" class="panel">
      <ToolList :tools="row.tools" />
    </div>
    <GuidePanel v-else-if="shown === 'guide'" class="panel" />
    <p v-for="trouble in row?.troubles ?? []" :key="trouble.says" class="harm">
      <b>{{ trouble.says }}</b> {{ trouble.hint }}
    </p>
    <ProblemNote :problem="problem" />
  </div>
</template>

<style scoped>
.views {
  display: grid;
  gap: 10px;
  align-content: start;
  min-width: 0;
}

.views :deep(.p-selectbutton .p-togglebutton) {
  padding: 0 3px;
  font-size: 16px;
}

.asks {
  display: flex;
  flex-wrap: wrap;
  gap: 0 22px;
}

.quiet {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  padding: 0;
  text-align: left;
  color: var(--ink);
  background: none;
  border: 0;
  font: 600 16px/1.2 var(--sans);
  text-decoration: underline;
  cursor: pointer;
}

.panel {
  max-height: 400px;
  overflow-y: auto;
  padding: 14px 16px;
  background: var(--panel);
  border: 1px solid var(--hair);
}

.panel section + section {
  margin-top: 14px;
}

h2 {
  font-size: 17px;
  font-weight: 700;
}

.reach {
  display: grid;
  gap: 8px;
}

.over {
  color: var(--oxide);
  font-weight: 600;
}

.stack li {
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
}

.stack svg {
  width: 80px;
  height: 26px;
}

.stack rect {
  fill: var(--ground);
  stroke: var(--ink);
}

.facing {
  color: var(--slate);
  font-weight: 600;
  font-size: 15px;
}

.tray {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.place {
  flex: 1 1 150px;
  padding: 6px 8px;
  border: 1px solid var(--ink);
  border-radius: 3px;
}

.place button {
  display: block;
  width: 100%;
  min-height: 44px;
  padding: 2px 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: 500 15px/1.2 var(--sans);
  text-align: left;
  cursor: pointer;
}

.screws li {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}

.screws svg {
  width: 30px;
  height: 64px;
}

.odd b {
  color: var(--oxide);
}
</style>
