<script setup lang="ts">
/** What the bench knows of a model: its versions, faults met, what was new, parts that fitted, minutes. */
import { computed, onMounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import type { ModelPage, Problem } from "../../api/types";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";

const route = useRoute();
const router = useRouter();
const page = ref<ModelPage>();
const problem = ref<Problem>();
const model = String(route.query.model ?? "");
const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short", year: "numeric" });
const whole = computed(() => Math.max(1, ...(page.value?.minutes ?? []).map((each) => each.minutes)));
const lists = computed(() =>
  [
    { title: "What it was", rows: page.value?.faults.map((each) => ({ what: each.what, more: "", times: each.times })) ?? [] },
    { title: "New at the bench", rows: page.value?.renewed.map((each) => ({ what: each.what, more: "", times: each.times })) ?? [] },
    { title: "Parts that fitted", rows: page.value?.parts.map((each) => ({ what: each.what, more: each.supplier, times: each.times })) ?? [] },
  ].filter((list) => list.rows.length),
);

useKeys({ Escape: () => router.back() });
onMounted(async () => {
  try {
    page.value = await ask(api.GET("/api/models/known", { params: { query: { model } } }));
  } catch (error) {
    problem.value = asProblem(error);
  }
});
</script>

<template>
  <TopBar :title="model || 'Model'" about="what the bench knows of it" />
  <main class="work model">
    <ProblemNote :problem="problem" />
    <template v-if="page">
      <h1>{{ page.units }} {{ page.units === 1 ? "unit" : "units" }}, {{ page.visits.length }} {{ page.visits.length === 1 ? "visit" : "visits" }}</h1>
      <div class="two">
        <section>
          <h2 class="label">Rows and their versions</h2>
          <ul>
            <li v-for="(version, n) in page.versions" :key="version.visit">
              <p>
                <RouterLink :to="{ name: 'sheet', params: { visitId: version.visit } }">{{ version.unit }}, visit {{ version.number }}</RouterLink>
                <span class="soft"> · {{ version.steps }} steps<template v-if="!n">, the oldest kept</template></span>
              </p>
              <p v-if="n && !version.says.length" class="soft small">the same as the oldest</p>
              <p v-for="says in version.says" :key="says" class="small">{{ says }}</p>
            </li>
          </ul>
          <h2 class="label">Visits</h2>
          <ul>
            <li v-for="visit in page.visits" :key="visit.id">
              <p>
                <RouterLink :to="{ name: 'visit', params: { visitId: visit.id } }">{{ visit.unit }}, visit {{ visit.number }}</RouterLink>
                <span class="soft"> · {{ day(visit.changed_at) }}</span>
              </p>
              <p class="small">
                {{ visit.complaint || "no complaint" }}<b v-if="visit.cause"> · it was {{ visit.cause }}</b>
              </p>
            </li>
          </ul>
        </section>
        <section>
          <template v-for="list in lists" :key="list.title">
            <h2 class="label">{{ list.title }}</h2>
            <ul>
              <li v-for="row in list.rows" :key="row.what + row.more" class="tally">
                <span
                  >{{ row.what }} <span class="soft small">{{ row.more }}</span></span
                ><b class="value">{{ row.times }}×</b>
              </li>
            </ul>
          </template>
          <template v-if="page.minutes.length">
            <h2 class="label">How long each stage took</h2>
            <ul>
              <li v-for="each in page.minutes" :key="each.stage" class="took">
                <span>{{ each.stage }}</span><span class="bar" :style="{ width: `${(100 * each.minutes) / whole}%` }"></span><span class="value">{{ Math.round(each.minutes) }} min</span>
              </li>
            </ul>
          </template>
        </section>
      </div>
    </template>
  </main>
</template>

<style scoped>
.model {
  flex: 1;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  grid-auto-rows: max-content;
  gap: 16px;
}

.two {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 24px 40px;
}

section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
}

ul {
  border-top: 1px solid var(--ink);
  margin-bottom: 10px;
}

li {
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
}

li a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

.tally {
  display: flex;
  justify-content: space-between;
  gap: 16px;
}

.took {
  display: grid;
  grid-template-columns: 90px minmax(0, 1fr) 70px;
  gap: 12px;
  align-items: center;
}

.bar {
  height: 14px;
  background: var(--brass);
}

@media (max-width: 800px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
