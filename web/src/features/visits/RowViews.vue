<script setup lang="ts">
/** The row seen otherwise: the piece in hand, stacks, the tray, which screw goes where, and the tools. */
import SelectButton from "primevue/selectbutton";
import { computed, ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import { resting } from "../../api/latest";
import type { Entry, Problem, Reach, RowSeen, Step } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { queryOf } from "../drawer/part";
import GuidePanel from "./GuidePanel.vue";
import PieceSheet from "./PieceSheet.vue";
import RunsChip from "./RunsChip.vue";
import ScrewMap from "./ScrewMap.vue";
import StackSection from "./StackSection.vue";
import ToolList from "./ToolList.vue";
import TrayDrawing from "./TrayDrawing.vue";
import { useRowSeen } from "./rowSeen";
import { piecesOf, useVisit } from "./visit";

const props = defineProps<{ entry?: Entry; step?: Step; photos?: string[] }>();
const store = useVisit();
const VIEWS = [
  { key: "piece", label: "Piece" },
  { key: "stack", label: "Stacks" },
  { key: "tray", label: "Tray" },
  { key: "screws", label: "Screws" },
  { key: "tools", label: "Tools" },
  { key: "guide", label: "Guide" },
];
const view = ref("piece");
const reach = ref<Reach>();
const problem = ref<Problem>();
const seen = useRowSeen();
const row = computed(() => seen.row);

const picked = computed(() => (props.step ? piecesOf(props.step) : []));

/** Not at every step of a quick hand: once it rests. */
watch(
  () => [view.value, ...store.steps.map((step) => `${step.id}${step.number}${step.line}${piecesOf(step).map((piece) => piece.pins.length)}`)].join(),
  resting(
    () => void seen.look(),
    () => (row.value && view.value === "piece" ? 1200 : 200),
  ),
  { immediate: true },
);
watch(
  () => props.step?.id,
  () => (reach.value = undefined),
);

/** A map where there is something to mix up or to draw down in turn; one or two alike need none. */
const plain = computed(() => row.value?.covers.filter((cover) => cover.kinds.length === 1 && (cover.kinds[0]?.count ?? 0) < 3) ?? []);
const mapped = computed(() => (row.value?.covers ?? []).filter((cover) => !plain.value.includes(cover)).sort((a, b) => b.kinds.length - a.kinds.length));

function pick(pieceId: string) {
  store.at = store.laid.find(({ piece }) => piece.id === pieceId)?.step.id ?? store.at;
  view.value = "piece";
}

async function layOut(cover: RowSeen["covers"][number], layout: string, holes: number[]) {
  await store.layOut(cover.name, layout, holes);
  await seen.look();
}

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
</script>

<template>
  <div class="views">
    <SelectButton v-model="view" :options="VIEWS" option-label="label" option-value="key" :allow-empty="false" aria-label="See the row as" />
    <template v-if="view === 'piece'">
      <PieceSheet v-if="entry || !reach" :entry="entry" :step="step" :photos="photos" />
      <template v-if="!entry && step">
        <div v-if="!reach" class="asks">
          <template v-for="piece in picked" :key="piece.id">
            <RunsChip v-if="seen.runsOf(piece.id)" :runs="seen.runsOf(piece.id)!" :step="step" :name="picked.length > 1 ? piece.name : ''" />
          </template>
          <button type="button" class="quiet" @click="wayIn">What must come off to reach this?</button>
          <RouterLink v-for="pin in picked.flatMap((piece) => piece.pins).filter((reading) => reading.gear)" :key="pin.id" class="quiet" :to="{ name: 'drawer', query: queryOf(pin) }"
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
    <div v-else-if="row && view === 'stack'" class="panel">
      <p v-if="!row.stacks.length" class="soft">No stack yet: three things on one shaft, or pieces said as part of one, like &amp;"drag stack".</p>
      <section v-for="stack in row.stacks" :key="stack.name">
        <h2>{{ stack.name }}</h2>
        <StackSection :stack="stack" :at="picked[0]?.id" @pick="pick" />
      </section>
    </div>
    <div v-else-if="row && view === 'tray'" class="panel">
      <p v-if="!row.tray.length" class="soft">No place noted yet: #A3 on the line is place A3.</p>
      <TrayDrawing v-else :places="row.tray" :at="picked[0]?.id" @pick="pick" />
    </div>
    <div v-else-if="row && view === 'screws'" class="panel">
      <p v-if="!row.covers.length" class="soft">No screws yet.</p>
      <section v-for="cover in mapped" :key="cover.name">
        <h2>{{ cover.name }}</h2>
        <p v-for="said in cover.says" :key="said" class="harm">{{ said }}</p>
        <ScrewMap :cover="cover" @lay-out="(layout, holes) => layOut(cover, layout, holes)" />
        <p v-if="cover.kinds.length === 1 && (cover.kinds[0]?.count ?? 0) > 1" class="soft">All the same: any of them in any hole.</p>
      </section>
      <p v-for="cover in plain" :key="cover.name" class="few">
        <b>{{ cover.name }}</b>{{ " " }}{{ cover.kinds[0]?.count }} × {{ cover.kinds[0]?.label }} <span class="soft">step {{ cover.kinds[0]?.steps.join(", ") }}</span>
      </p>
    </div>
    <div v-else-if="row && view === 'tools'" class="panel">
      <ToolList :tools="row.tools" />
    </div>
    <GuidePanel v-else-if="view === 'guide'" class="panel" />
    <p v-for="trouble in row?.troubles ?? []" :key="trouble.says" class="harm">
      <b>{{ trouble.says }}</b> {{ trouble.hint }}
    </p>
    <ProblemNote :problem="problem ?? (view === 'piece' ? undefined : seen.problem)" />
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

.asks :deep(.runs) {
  width: 100%;
}

.views :deep(.sheet:has(+ .asks)) {
  height: 344px;
}

.few {
  padding: 6px 0;
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
</style>
