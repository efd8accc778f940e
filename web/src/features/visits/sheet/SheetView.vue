<script setup lang="ts">
/** The exploded sheet: every piece in the order it came off; a piece tapped is the piece of the row. */
import Button from "primevue/button";
import { computed, onMounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../../api/client";
import type { Problem, VisitSheet } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import TopBar from "../../../app/TopBar.vue";
import { useVisit } from "../visit";

const route = useRoute();
const router = useRouter();
const store = useVisit();
const visitId = String(route.params.visitId);
const sheet = ref<VisitSheet>();
const problem = ref<Problem>();
const picked = ref("");
const drawing = ref<HTMLElement>();
const rows = computed(() => sheet.value?.table ?? []);
const paper = (name: "a4" | "letter") => `/api/visits/${visitId}/sheet.pdf?paper=${name}`;

onMounted(async () => {
  try {
    await store.load(visitId);
    sheet.value = await ask(api.GET("/api/visits/{visit_id}/sheet", { params: { path: { visit_id: visitId } } }));
  } catch (error) {
    problem.value = asProblem(error);
  }
});

/** The row of the table that goes with a piece of the drawing, and the other way round. */
function pick(event: Event) {
  const piece = (event.target as Element).closest<SVGGElement>(".piece");
  const found = sheet.value?.pieces.find((each) => String(each.step) === piece?.dataset.step && String(each.at) === piece?.dataset.at);
  if (found) show(found.number, "row");
}

function show(number: string, at: "row" | "drawing") {
  picked.value = number;
  const piece = sheet.value?.pieces.find((each) => each.number === number);
  drawing.value
    ?.querySelectorAll(".piece")
    .forEach((each) => each.classList.toggle("picked", (each as SVGGElement).dataset.step === String(piece?.step) && (each as SVGGElement).dataset.at === String(piece?.at)));
  if (at === "row") document.getElementById(`part-${number}`)?.scrollIntoView({ block: "nearest" });
  else drawing.value?.querySelector(".piece.picked")?.scrollIntoView({ block: "nearest", inline: "center" });
  const step = store.steps.find((each) => each.number === piece?.step);
  if (step) store.at = step.id;
}

const back = () => router.push({ name: "visit", params: { visitId, stage: "file" } });
const toRow = () => picked.value && router.push({ name: "visit", params: { visitId, stage: "strip" } });
useKeys({ Escape: back, Enter: toRow });
</script>

<template>
  <TopBar :title="store.visit?.unit.label ?? 'Sheet'" about="exploded sheet, from its row" />
  <main class="work sheet-page">
    <div class="head">
      <h1>{{ sheet ? `${rows.length} pieces in the order they came off` : "Drawing …" }}</h1>
      <div class="actions">
        <a class="paper-link" :href="paper('a4')" target="_blank" rel="noopener">On A4</a>
        <a class="paper-link" :href="paper('letter')" target="_blank" rel="noopener">On Letter</a>
        <Button variant="outlined" @click="back">Back <KeyCap k="Esc" /></Button>
      </div>
    </div>
    <ProblemNote :problem="problem" />
    <p v-if="sheet?.versions.length" class="mind">Otherwise than the row before: {{ sheet.versions.join("; ") }}</p>
    <!-- eslint-disable-next-line vue/no-v-html -- the drawing is our server's own, its words escaped there -->
    <div v-if="sheet" ref="drawing" class="drawing" @click="pick" v-html="sheet.svg"></div>
    <section v-if="sheet?.tightening.length" aria-label="Order of tightening">
      <h2 class="label">Drawn down in this order, in small steps</h2>
      <ul class="rings">
        <li v-for="ring in sheet.tightening" :key="ring.number">
          <b>{{ ring.number }}</b> {{ ring.label }}: <span class="value">{{ ring.turns.join(" · ") }}</span>
        </li>
      </ul>
    </section>
    <p v-if="sheet?.tools.length"><b>Tools:</b> {{ sheet.tools.join(", ") }}</p>
    <div v-if="sheet" class="wide">
      <table aria-label="Parts">
        <thead>
          <tr>
            <th>No</th>
            <th>Pcs</th>
            <th>Piece</th>
            <th>Size</th>
            <th>Teeth</th>
            <th>Of</th>
            <th>On it</th>
            <th>To mind</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :id="`part-${row.number}`" :key="row.number" :class="{ picked: picked === row.number }">
            <td>
              <button type="button" :aria-label="`Show ${row.number} in the drawing`" @click="show(row.number, 'drawing')">{{ row.number }}</button>
            </td>
            <td class="value">{{ row.count }}</td>
            <td>{{ row.name }}</td>
            <td class="value">{{ row.size }}</td>
            <td class="value">{{ row.gear }}</td>
            <td>{{ row.material }}</td>
            <td>{{ [row.lubricant, row.lock].filter(Boolean).join(", ") }}</td>
            <td>{{ [row.note, row.place].filter(Boolean).join("; ") }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </main>
</template>

<style scoped>
.sheet-page {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  grid-auto-rows: max-content;
  gap: 16px;
  align-content: start;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  justify-content: space-between;
  align-items: center;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.paper-link {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  padding: 0 16px;
  border: 1px solid var(--ink);
  border-radius: 4px;
  color: var(--ink);
  font-weight: 600;
  text-decoration: none;
}

.drawing {
  --sheet: var(--panel);

  overflow-x: auto;
  padding: 6px;
  background: var(--panel);
  border: 1px solid var(--hair);
}

.drawing :deep(svg) {
  display: block;
  width: 100%;
  min-width: 760px;
  height: auto;
}

.drawing :deep(.piece) {
  cursor: pointer;
}

.drawing :deep(.piece.picked) {
  color: var(--brass-ink);
  stroke-width: 1.6;
}

.rings {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
}

.wide {
  overflow-x: auto;
}

table {
  width: 100%;
  min-width: 720px;
  border-collapse: collapse;
}

th {
  text-align: left;
  font-size: 15px;
  color: var(--soft);
}

th,
td {
  padding: 4px 14px 4px 0;
  border-bottom: 1px solid var(--hair);
  vertical-align: middle;
}

td button {
  min-width: 48px;
  min-height: 44px;
  border: 1px solid var(--hair);
  border-radius: 22px;
  background: none;
  color: var(--ink);
  font: 600 16px/1 var(--mono);
  cursor: pointer;
}

tr.picked {
  background: var(--brass-wash);
}
</style>
