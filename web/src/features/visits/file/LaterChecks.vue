<script setup lang="ts">
/** What is looked at again once it is in use: screws by so much use, a gear that wears by a day. */
import Button from "primevue/button";
import { computed, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import type { Problem, ProofRow, ReminderRow } from "../../../api/types";
import ProblemNote from "../../../app/ProblemNote.vue";
import { useProof } from "../prove/proof";
import { useVisit } from "../visit";

const store = useVisit();
const { checks, picked, stands, went, problem } = useProof();
/** Made when it was filed: by its checks, and by the wear seen from visit to visit. */
const reminders = ref<ReminderRow[]>([]);
const refused = ref<Problem>();
const later = computed(() => checks.value.filter((check) => check.later));
const worn = computed(() => reminders.value.filter((reminder) => !reminder.check));

watch(
  () => [store.visit?.id, store.visit?.changed_at],
  async () => {
    const visit_id = store.visit?.id;
    if (visit_id) reminders.value = await ask(api.GET("/api/visits/{visit_id}/reminders", { params: { path: { visit_id } } })).catch(() => reminders.value);
  },
  { immediate: true },
);

function due(check: ProofRow) {
  const made = reminders.value.find((reminder) => reminder.check === check.key);
  return made?.when ?? (check.after ? `after ${check.after.much} ${check.after.by}` : "after the first runs");
}
const isDue = (check: ProofRow) => reminders.value.some((reminder) => reminder.check === check.key && reminder.due);

async function done(key: string, outcome: "met" | "failed") {
  picked.value = key;
  await went(outcome, null, "");
}

async function looked(reminder: ReminderRow, done: boolean) {
  const visit_id = store.visit?.id;
  if (!visit_id) return;
  try {
    reminders.value = await ask(api.PUT("/api/visits/{visit_id}/reminders/{reminder_id}", { params: { path: { visit_id, reminder_id: reminder.id } }, body: { done } }));
    refused.value = undefined;
  } catch (error) {
    refused.value = asProblem(error);
  }
}
</script>

<template>
  <section v-if="later.length || worn.length" aria-label="Once it is in use">
    <h2 class="label">Once it is in use</h2>
    <ul>
      <li v-for="check in later" :key="check.key">
        <p>
          <b>{{ check.name }}</b>, <span :class="{ mind: isDue(check) }">{{ due(check) }}</span> <span class="soft small">{{ check.band }}</span>
        </p>
        <span v-if="stands(check)" :class="stands(check) === 'met' ? 'proved' : 'harm'">{{ stands(check) === "met" ? "done" : "one had moved" }}</span>
        <template v-else>
          <Button variant="outlined" @click="done(check.key, 'met')">Done</Button>
          <Button variant="text" @click="done(check.key, 'failed')">It was not so</Button>
        </template>
      </li>
      <li v-for="reminder in worn" :key="reminder.id">
        <p>
          <b>{{ reminder.says }}</b>, <span :class="{ mind: reminder.due }">{{ reminder.when }}</span>
        </p>
        <span v-if="reminder.done" class="proved">done</span>
        <Button variant="outlined" @click="looked(reminder, !reminder.done)">{{ reminder.done ? "Not after all" : "Done" }}</Button>
      </li>
    </ul>
    <ProblemNote :problem="problem ?? refused" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  min-height: 48px;
  border-bottom: 1px solid var(--hair);
}

li p {
  flex: 1 1 260px;
}
</style>
