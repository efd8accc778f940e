<script setup lang="ts">
/** The drawer: what lies in stock and in donors, and whether it fits. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { AlsoIn, DonorLeft, Kept, Problem } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import KeepForm from "./KeepForm.vue";
import { partOf, typedFrom } from "./part";
import TablePaste from "./TablePaste.vue";
import { newId } from "../../record/ids";
import { maybeNumber } from "../../text/numbers";

const route = useRoute();
const router = useRouter();
const wanted = ref(typedFrom(route.query));
const words = ref(typeof route.query.words === "string" ? route.query.words : "");
const rows = ref<Kept[]>();
const problem = ref<Problem>();
const page = ref(1);
const pages = ref(1);
const total = ref(0);
/** Whether there are more than were counted. */
const beyond = ref(false);
const open = ref("");
const adding = ref(false);
const pasting = ref(false);
const line = ref("");
const lows = ref<Kept[]>([]);
const donors = ref<DonorLeft[]>([]);
const also = ref<Record<string, AlsoIn[]>>({});
const FIELDS = [
  ["teeth", "Teeth", "31"],
  ["module", "Module or DP", "0.8 or 32 DP"],
  ["angle", "Angle", "20"],
  ["bore", "Bore", "5"],
  ["width", "Width", "4"],
] as const;

const part = computed(() => partOf(wanted.value));
const fitting = computed(() => (rows.value ?? []).filter((row) => row.fit && row.fit.verdict !== "not").length);
const asking = computed(() => Object.values(wanted.value).some((value) => value.trim()));
const headline = computed(() => {
  if (!rows.value) return "Looking …";
  if (!rows.value.length) return asking.value || words.value.trim() ? "None like that in the drawer" : "The drawer is empty";
  if (!asking.value) return `${beyond.value ? "Over " : ""}${total.value} in the drawer`;
  return fitting.value ? `${fitting.value} that could go in` : "Look-alikes only: none of these fits";
});

const begin = latest();
async function look() {
  const last = begin();
  try {
    const answer = await ask(api.POST("/api/drawer/search", { body: { wanted: part.value, words: words.value } }));
    if (!last()) return;
    rows.value = answer.found;
    page.value = 1;
    pages.value = answer.pages;
    total.value = answer.total;
    beyond.value = answer.more;
    [lows.value, donors.value] = await Promise.all([ask(api.GET("/api/drawer/low")), ask(api.GET("/api/drawer/donors"))]);
    problem.value = undefined;
  } catch (error) {
    if (last()) problem.value = asProblem(error);
  }
}
watch(
  [part, words],
  resting(() => void look()),
);
onMounted(look);

async function usedUp(kept: Kept) {
  try {
    await ask(api.PUT("/api/drawer/{kept_id}/gone", { params: { path: { kept_id: kept.id } }, body: { gone: true } }));
    await look();
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function more() {
  try {
    const answer = await ask(api.POST("/api/drawer/search", { body: { wanted: part.value, words: words.value, page: page.value + 1 } }));
    page.value = answer.page;
    pages.value = answer.pages;
    total.value = answer.total;
    beyond.value = answer.more;
    rows.value = [...(rows.value ?? []), ...answer.found];
  } catch (error) {
    problem.value = asProblem(error);
  }
}

/** One out, one in: said as a movement, so that two who take one each have taken two. */
async function move(kept: Kept, by: number) {
  try {
    const path = { kept_id: kept.id, movement_id: newId() };
    const now = await ask(api.PUT("/api/drawer/{kept_id}/moves/{movement_id}", { params: { path }, body: { by } }));
    kept.count = now.count;
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

/** What a line says goes in; the id is made once, so that pressing twice keeps one. */
let lineId = newId();
async function putIn() {
  try {
    await ask(api.PUT("/api/drawer/lines/{kept_id}", { params: { path: { kept_id: lineId } }, body: { line: line.value } }));
    lineId = newId();
    line.value = "";
    problem.value = undefined;
    await look();
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function setLeast(kept: Kept, said: string) {
  try {
    const now = await ask(api.PUT("/api/drawer/{kept_id}/least", { params: { path: { kept_id: kept.id } }, body: { least: maybeNumber(said) ?? null } }));
    kept.least = now.least;
    lows.value = await ask(api.GET("/api/drawer/low"));
  } catch (error) {
    problem.value = asProblem(error);
  }
}

/** Opened, a gear says where it sits as well. */
async function openRow(kept: Kept) {
  open.value = open.value === kept.id ? "" : kept.id;
  if (!open.value || !kept.teeth || !kept.module_mm || also.value[kept.id]) return;
  const found = await ask(api.POST("/api/gears/also-in", { body: { teeth: kept.teeth, module_mm: kept.module_mm } })).catch(() => []);
  also.value = { ...also.value, [kept.id]: found };
}

async function added() {
  adding.value = false;
  await look();
}

const TONE: Record<string, string> = { fits: "proved", change: "mind", unknown: "soft", not: "harm" };
useKeys({ a: () => router.push({ name: "arrival", query: route.query }), n: () => (adding.value = !adding.value), Escape: () => (adding.value = false) });
</script>

<template>
  <TopBar title="Drawer" about="in stock, and in donors" />
  <main class="work drawer">
    <div class="head">
      <h1 aria-live="polite">{{ headline }}</h1>
      <div class="actions">
        <Button @click="adding = !adding">Put one in <KeyCap k="N" /></Button>
        <Button variant="outlined" @click="router.push({ name: 'arrival', query: route.query })">A part came <KeyCap k="A" /></Button>
        <Button variant="outlined" :aria-expanded="pasting" @click="pasting = !pasting">Paste a table</Button>
        <a class="sheet" href="/api/drawer/table.csv" download>As CSV</a>
      </div>
    </div>
    <TablePaste v-if="pasting" @taken="look" />
    <form class="by-line" @submit.prevent="putIn">
      <InputText v-model="line" maxlength="400" aria-label="Put in, as one says it" placeholder="4x bearing 5x11x4 #R3 2.20 least 2 from Harbour Gears" autocomplete="off" />
      <Button type="submit" variant="outlined" :disabled="!line.trim()">Put it in</Button>
    </form>
    <p v-if="lows.length" class="low">
      <b class="label">Low</b>
      <RouterLink v-for="kept in lows.slice(0, 6)" :key="kept.id" class="harm" :to="{ name: 'orders', query: { look: kept.what || `${kept.teeth} ${kept.size}` } }"
        >{{ kept.what || `${kept.teeth} × ${kept.size}` }}: {{ kept.count }} of {{ kept.least }}</RouterLink
      >
    </p>
    <p v-if="donors.length" class="low">
      <b class="label">Donors</b>
      <button v-for="donor in donors.slice(0, 6)" :key="donor.visit" type="button" class="donor" @click="words = `donor: ${donor.called}`">{{ donor.called }}: {{ donor.left.length }} left</button>
    </p>
    <KeepForm v-if="adding" :start="wanted" @kept="added" @leave="adding = false" />
    <form class="asked" @submit.prevent>
      <label v-for="[key, label, like] in FIELDS" :key="key"
        ><span class="label">{{ label }}</span
        ><InputText v-model="wanted[key]" class="value" :placeholder="like"
      /></label>
      <label class="words"><span class="label">Words</span><InputText v-model="words" placeholder="nylon, donor, place, part number" maxlength="120" /></label>
    </form>
    <ProblemNote :problem="problem" />
    <ul v-if="rows?.length" aria-label="Gears">
      <li v-for="kept in rows" :key="kept.id">
        <button type="button" class="kept" :aria-expanded="open === kept.id" @click="openRow(kept)">
          <span v-if="kept.teeth && kept.size" class="value tooth">{{ kept.teeth }} × {{ kept.size }}</span>
          <span v-else class="tooth">{{ kept.what }}</span>
          <span class="value soft">{{ kept.bore_mm ? `⌀${kept.bore_mm}` : "" }} {{ kept.width_mm ? `b${kept.width_mm}` : "" }}</span>
          <span>{{ [kept.material, kept.boss && `boss ${kept.boss}`].filter(Boolean).join(", ") }}</span>
          <span
            ><b v-if="kept.place">{{ kept.place }}</b> <span :class="kept.least != null && kept.count < kept.least ? 'harm' : 'soft'">{{ kept.count }} there</span></span
          >
          <span class="soft">{{ [kept.source, kept.part_number].filter(Boolean).join(" · ") }}</span>
          <span :class="TONE[kept.fit?.verdict ?? 'unknown']">{{ kept.fit?.says ?? "" }}</span>
        </button>
        <div v-if="open === kept.id" class="more">
          <dl v-if="kept.fit">
            <div v-for="field in kept.fit.fields" :key="field.field">
              <dt>{{ field.field }}</dt>
              <dd :class="TONE[field.verdict]">{{ field.says }}</dd>
            </div>
          </dl>
          <p v-if="also[kept.id]?.length" class="small">
            <b>Also in:</b>{{ " " }}
            <RouterLink v-for="each in also[kept.id]" :key="each.visit + each.piece" class="also" :to="{ name: 'visit', params: { visitId: each.visit, stage: 'read' } }"
              >{{ each.unit }}, {{ each.piece }}</RouterLink
            >
          </p>
          <label class="least"
            >never fewer than
            <InputText :model-value="kept.least == null ? '' : String(kept.least)" class="value few" inputmode="numeric" @change="setLeast(kept, ($event.target as HTMLInputElement).value)"
          /></label>
          <div class="actions">
            <Button :disabled="!kept.count" @click="move(kept, -1)">Take one</Button>
            <Button variant="outlined" @click="move(kept, 1)">Put one back</Button>
            <Button variant="outlined" @click="usedUp(kept)">Used up</Button>
          </div>
        </div>
      </li>
    </ul>
    <Button v-if="rows?.length && page < pages" class="on" variant="outlined" @click="more">{{ beyond ? "Show more" : `Show more: ${total - rows.length} are left` }}</Button>
    <p v-else-if="rows && !rows.length" class="soft">{{ asking || words ? "Ask for less: leave the bore out, or a word." : "Put the first one in: its count and its size are enough." }}</p>
  </main>
</template>

<style scoped>
.drawer {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  align-content: start;
}

.head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
}

.sheet {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

.by-line,
.low {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
}

.by-line :deep(input) {
  flex: 1 1 280px;
  min-width: 0;
}

.donor {
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}

.low a,
.donor,
.also {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

.also {
  margin-right: 14px;
}

.least {
  display: flex;
  gap: 8px;
  align-items: center;
}

.few {
  width: 84px;
}

.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 12px;
}

.asked label {
  display: grid;
  gap: 3px;
}

.asked :deep(input) {
  width: 128px;
}

.asked .words {
  flex: 1;
  min-width: 260px;
}

.asked .words :deep(input) {
  width: 100%;
}

ul {
  border-top: 1px solid var(--ink);
}

li {
  border-bottom: 1px solid var(--hair);
}

.kept {
  display: grid;
  grid-template-columns: 190px 110px minmax(0, 1.1fr) 130px minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 16px;
  align-items: center;
  width: 100%;
  min-height: 58px;
  padding: 6px 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: 500 17px/1.25 var(--sans);
  text-align: left;
  cursor: pointer;
}

.kept:hover {
  background: var(--brass-wash);
}

.on {
  justify-self: start;
}

.tooth {
  font-size: 19px;
  font-weight: 600;
}

.mind {
  color: var(--brass-ink);
  font-weight: 600;
}

.more {
  display: flex;
  gap: 24px;
  align-items: start;
  justify-content: space-between;
  padding: 4px 0 16px;
}

.more dl {
  display: grid;
  gap: 4px;
}

.more dl div {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 16px;
}

dt {
  color: var(--soft);
}

@media (max-width: 900px) {
  .kept {
    grid-template-columns: 130px 90px minmax(0, 1fr) minmax(0, 1fr);
  }
}
</style>
