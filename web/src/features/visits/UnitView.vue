<script setup lang="ts">
/** One unit: its visits, its gears as they wore, its photos. */
import Button from "primevue/button";
import { computed, onMounted, ref } from "vue";
import { useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import type { Problem, UnitPage } from "../../api/types";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import { useSession } from "../workshop/session";
import WearChart from "./WearChart.vue";

const props = defineProps<{ unitId: string }>();
const router = useRouter();
const page = ref<UnitPage>();
const problem = ref<Problem>();
const about = computed(() => (page.value ? [page.value.unit.kind_label, page.value.unit.model, page.value.unit.owner_label].filter(Boolean).join(" · ") : ""));
const open = computed(() => page.value?.visits.find((visit) => visit.stage !== "file"));
const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short", year: "numeric" });

const session = useSession();
const sure = ref(false);
const said = ref("");

/** Asked once more: it cannot be taken back. */
async function forget() {
  if (!sure.value) return void (sure.value = true);
  sure.value = false;
  try {
    const { units } = await ask(api.POST("/api/units/{unit_id}/forget-owner", { params: { path: { unit_id: props.unitId } } }));
    said.value = units === 1 ? "The owner's name is gone from this unit." : `The owner's name is gone from ${units} units.`;
    if (page.value) page.value.unit.owner_label = "";
  } catch (error) {
    problem.value = asProblem(error);
  }
}

useKeys({ Escape: () => router.back() });
onMounted(async () => {
  try {
    page.value = await ask(api.GET("/api/units/{unit_id}/history", { params: { path: { unit_id: props.unitId } } }));
  } catch (error) {
    problem.value = asProblem(error);
  }
});
</script>

<template>
  <TopBar :title="page?.unit.label ?? 'Unit'" :about="about" />
  <main class="work unit">
    <ProblemNote :problem="problem" />
    <template v-if="page">
      <section>
        <div class="head">
          <h1>{{ page.visits.length === 1 ? "One visit" : `${page.visits.length} visits` }}</h1>
          <RouterLink v-if="page.unit.model" class="model" :to="{ name: 'model', query: { model: page.unit.model } }">All of this model</RouterLink>
          <Button v-if="open" @click="router.push({ name: 'visit', params: { visitId: open.id } })">The open one</Button>
        </div>
        <ol class="visits">
          <li v-for="visit in page.visits" :key="visit.id">
            <RouterLink :to="{ name: 'visit', params: { visitId: visit.id } }">
              <span class="value number">{{ visit.number }}</span>
              <span class="what">
                <b>{{ visit.complaint || "no complaint" }}</b>
                <span class="soft small">{{
                  [day(visit.changed_at), visit.use_so_far, visit.stage === "file" ? "filed" : `at ${visit.stage_label}`, visit.cause_says ? `it was ${visit.cause_says}` : ""]
                    .filter(Boolean)
                    .join(" · ")
                }}</span>
                <span v-if="visit.renewed.length" class="small">new: {{ visit.renewed.join(", ") }}</span>
                <span v-if="visit.to_watch" class="small"><b>Watch:</b> {{ visit.to_watch }}</span>
              </span>
            </RouterLink>
          </li>
        </ol>
        <p v-if="said" role="status">{{ said }}</p>
        <p v-else-if="page.unit.owner_label && session.role === 'owner'">
          <Button variant="text" @click="forget">{{ sure ? `Forget ${page.unit.owner_label} on every unit: it cannot be taken back` : "Forget the owner" }}</Button>
        </p>
        <div v-if="page.photos.length" class="photos">
          <RouterLink v-for="photo in page.photos" :key="photo.id" :to="{ name: 'visit', params: { visitId: photo.visit } }"
            ><img :src="`/api/photos/${photo.id}?small=true`" :alt="`Photo of visit ${photo.number}`" loading="lazy"
          /></RouterLink>
        </div>
      </section>
      <section class="gears" aria-label="Gears over time">
        <h2 class="label">Gears over time</h2>
        <WearChart v-for="gear in page.gears" :key="gear.name" :gear="gear" />
        <p v-if="!page.gears.length" class="soft">None of its gears was read yet. Read one at two visits and its wear stands here.</p>
      </section>
    </template>
  </main>
</template>

<style scoped>
.model {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

.unit {
  flex: 1;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 40px;
  align-content: start;
}

section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  align-content: start;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}

.visits {
  border-top: 1px solid var(--ink);
}

.visits a {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr);
  gap: 14px;
  padding: 10px 0;
  border-bottom: 1px solid var(--hair);
  color: var(--ink);
  text-decoration: none;
}

.number {
  font-size: 26px;
}

.what {
  display: grid;
  gap: 2px;
}

.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.photos img {
  width: 132px;
  height: 99px;
  object-fit: cover;
  border-radius: 2px;
  display: block;
}

@media (max-width: 900px) {
  .unit {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
