<script setup lang="ts">
/** What leaves the bench with it: the report, a link for its owner, the sheet, labels. */
import Button from "primevue/button";
import { onMounted, ref } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import type { Problem, SharedLink } from "../../../api/types";
import ProblemNote from "../../../app/ProblemNote.vue";
import { newId } from "../../../record/ids";
import CopyButton from "../../orders/CopyButton.vue";
import { useVisit } from "../visit";

const store = useVisit();
const links = ref<SharedLink[]>([]);
const problem = ref<Problem>();
const visit_id = store.visit?.id ?? "";
const of = (name: string) => `/api/visits/${visit_id}/${name}.pdf`;
const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" });

async function trying(work: () => Promise<void>) {
  try {
    await work();
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

const look = async () => void (links.value = await ask(api.GET("/api/visits/{visit_id}/links", { params: { path: { visit_id } } })));
const share = () => trying(async () => void (links.value = [...links.value, await ask(api.PUT("/api/visits/{visit_id}/links/{link_id}", { params: { path: { visit_id, link_id: newId() } } }))]));
const revoke = (link_id: string) => trying(async () => void (links.value = await ask(api.DELETE("/api/visits/{visit_id}/links/{link_id}", { params: { path: { visit_id, link_id } } }))));
onMounted(() => trying(look));
</script>

<template>
  <section aria-label="Hand it over">
    <h2 class="label">Hand it over</h2>
    <p class="ways">
      <a :href="of('report')" target="_blank" rel="noopener">Report on paper</a>
      <RouterLink :to="{ name: 'sheet', params: { visitId: visit_id } }">Exploded sheet</RouterLink>
      <a :href="of('labels')" target="_blank" rel="noopener">Labels</a>
      <Button variant="outlined" @click="share">A link for its owner</Button>
    </p>
    <ul v-if="links.length">
      <li v-for="link in links" :key="link.id">
        <img :src="link.code" alt="The link as a code" />
        <div>
          <p class="value address">{{ link.address }}</p>
          <p class="soft small">only reads this report, until {{ day(link.expires_at) }}, given out by {{ link.by }}</p>
          <p class="ways">
            <CopyButton :text="link.address" />
            <Button variant="text" @click="revoke(link.id)">End it</Button>
          </p>
        </div>
      </li>
    </ul>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
}

.ways a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

li {
  display: grid;
  grid-template-columns: 108px minmax(0, 1fr);
  gap: 16px;
  padding: 8px 0;
  border-top: 1px solid var(--hair);
}

img {
  width: 108px;
}

.address {
  overflow-wrap: anywhere;
  font-size: 14px;
}
</style>
