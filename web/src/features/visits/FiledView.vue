<script setup lang="ts">
/** Filed visits, by any words of unit, owner, model or complaint, page by page. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { onMounted, ref, watch } from "vue";
import { useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { Problem, VisitCard } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import PickBar from "./PickBar.vue";
import { asQuery, nothingPicked } from "./picked";

const router = useRouter();
const words = ref("");
const picked = ref(nothingPicked());
const cards = ref<VisitCard[]>();
const page = ref(1);
const pages = ref(1);
const total = ref(0);
const problem = ref<Problem>();
const finder = ref<HTMLElement>();
const begin = latest();

async function look(to = 1) {
  const last = begin();
  const said = words.value.trim();
  try {
    const answer = await ask(api.GET("/api/visits", { params: { query: { state: "filed", page: to, ...(said ? { words: said } : {}), ...asQuery(picked.value) } } }));
    if (!last()) return;
    cards.value = answer.cards;
    page.value = to;
    pages.value = answer.pages;
    total.value = answer.total;
    problem.value = undefined;
  } catch (error) {
    if (last()) problem.value = asProblem(error);
  }
}

const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short", year: "numeric" });
watch(picked, () => void look());
watch(
  words,
  resting(() => void look(), 150),
);
useKeys({
  "/": () => finder.value?.querySelector("input")?.focus(),
  ArrowRight: () => page.value < pages.value && void look(page.value + 1),
  ArrowLeft: () => page.value > 1 && void look(page.value - 1),
  Escape: () => router.push({ name: "bench" }),
});
onMounted(() => look());
</script>

<template>
  <TopBar title="Filed" about="visits that are done with" />
  <main class="work filed">
    <div class="head">
      <h1>{{ cards ? (total ? `${total} filed` : "None like that") : "Looking …" }}</h1>
      <div ref="finder" class="find"><InputText v-model="words" aria-label="Find a filed visit" placeholder="a unit, an owner, a model, a complaint" maxlength="120" /><KeyCap k="/" /></div>
    </div>
    <PickBar v-model="picked" />
    <ProblemNote :problem="problem" />
    <ul>
      <li v-for="card in cards" :key="card.id">
        <RouterLink class="visit" :to="{ name: 'visit', params: { visitId: card.id } }">
          <span
            ><strong>{{ card.unit.label }}</strong> <span v-if="card.number > 1" class="soft small">visit {{ card.number }}</span></span
          >
          <span class="soft">{{ [card.unit.kind_label, card.unit.model, card.unit.owner_label].filter(Boolean).join(" · ") }}</span>
          <span>{{ card.complaint }}</span>
          <span class="soft value small">{{ day(card.changed_at) }}</span>
        </RouterLink>
        <RouterLink class="unit" :to="{ name: 'unit', params: { unitId: card.unit.id } }" :aria-label="`All of ${card.unit.label}`">All of it</RouterLink>
      </li>
    </ul>
    <div v-if="pages > 1" class="pages">
      <Button variant="outlined" :disabled="page < 2" @click="look(page - 1)">Newer</Button>
      <span class="value">{{ page }} of {{ pages }}</span>
      <Button variant="outlined" :disabled="page >= pages" @click="look(page + 1)">Older</Button>
    </div>
  </main>
</template>

<style scoped>
.filed {
  flex: 1;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  align-content: start;
}

.head,
.find,
.pages {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: center;
}

.head h1 {
  flex: 1 0 auto;
}

.find :deep(input) {
  width: min(420px, 70vw);
}

ul {
  border-top: 1px solid var(--ink);
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 16px;
  align-items: center;
  border-bottom: 1px solid var(--hair);
}

.visit {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr) minmax(0, 1.4fr) 110px;
  gap: 16px;
  align-items: center;
  min-height: 56px;
  color: var(--ink);
  text-decoration: none;
}

.visit strong {
  font-size: 19px;
}

.unit {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

@media (max-width: 900px) {
  .visit {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
    padding: 8px 0;
  }
}
</style>
