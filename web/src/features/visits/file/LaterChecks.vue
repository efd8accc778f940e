<script setup lang="ts">
/** What is looked at again once it is in use: by how much use, and whether it was. */
import Button from "primevue/button";
import { computed } from "vue";

import ProblemNote from "../../../app/ProblemNote.vue";
import { useProof } from "../prove/proof";

const { checks, picked, stands, went, problem } = useProof();
const later = computed(() => checks.value.filter((check) => check.later));
const due = (after: { by: string; much: number } | null) => (after ? `after ${after.much} ${after.by}` : "after the first runs");

async function done(key: string, outcome: "met" | "failed") {
  picked.value = key;
  await went(outcome, null, "");
}
</script>

<template>
  <section v-if="later.length" aria-label="Once it is in use">
    <h2 class="label">Once it is in use</h2>
    <ul>
      <li v-for="check in later" :key="check.key">
        <p>
          <b>{{ check.name }}</b>, {{ due(check.after) }} <span class="soft small">{{ check.band }}</span>
        </p>
        <span v-if="stands(check)" :class="stands(check) === 'met' ? 'proved' : 'harm'">{{ stands(check) === "met" ? "done" : "one had moved" }}</span>
        <template v-else>
          <Button variant="outlined" @click="done(check.key, 'met')">Done</Button>
          <Button variant="text" @click="done(check.key, 'failed')">It was not so</Button>
        </template>
      </li>
    </ul>
    <ProblemNote :problem="problem" />
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
