<script setup lang="ts">
/** The drawer: what lies in stock and in donors, and whether it fits. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { Kept, Problem } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import KeepForm from "./KeepForm.vue";
import { partOf, typedFrom } from "./part";
import { newId } from "../../record/ids";

const route = useRoute();
const router = useRouter();
const wanted = ref(typedFrom(route.query));
const words = ref("");
const rows = ref<Kept[]>();
const problem = ref<Problem>();
const page = ref(1);
const pages = ref(1);
const total = ref(0);
const open = ref("");
const adding = ref(false);
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
  if (!asking.value) return `${total.value} in the drawer`;
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
      </div>
    </div>
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
        <button type="button" class="kept" :aria-expanded="open === kept.id" @click="open = open === kept.id ? '' : kept.id">
          <span class="value tooth">{{ kept.teeth }} × {{ kept.size }}</span>
          <span class="value soft">{{ kept.bore_mm ? `⌀${kept.bore_mm}` : "" }} {{ kept.width_mm ? `b${kept.width_mm}` : "" }}</span>
          <span>{{ [kept.material, kept.boss && `boss ${kept.boss}`].filter(Boolean).join(", ") }}</span>
          <span
            ><b v-if="kept.place">{{ kept.place }}</b> <span class="soft">{{ kept.count }} there</span></span
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
          <div class="actions">
            <Button :disabled="!kept.count" @click="move(kept, -1)">Take one</Button>
            <Button variant="outlined" @click="move(kept, 1)">Put one back</Button>
            <Button variant="outlined" @click="usedUp(kept)">Used up</Button>
          </div>
        </div>
      </li>
    </ul>
    <Button v-if="rows?.length && page < pages" class="on" variant="outlined" @click="more">Show more: {{ total - rows.length }} are left</Button>
    <p v-else-if="rows && !rows.length" class="soft">{{ asking || words ? "Ask for less: leave the bore out, or a word." : "Put the first one in: its count and its size are enough." }}</p>
  </main>
</template>

<style scoped>
.drawer {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  gap: 16px;
  align-content: start;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
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
