<script setup lang="ts">
/** Where a piece runs, and why that is thought; put right by picking another. */
import Select from "primevue/select";
import { computed } from "vue";

import { api, ask } from "../../api/client";
import type { RowSeen, Step } from "../../api/types";
import { useSession } from "../workshop/session";
import { useVisit } from "./visit";

const props = defineProps<{ runs: RowSeen["surroundings"][number]; step: Step; name?: string }>();
const store = useVisit();
const session = useSession();
const options = computed(() => session.words?.surroundings ?? []);

/** The line says it from then on: the record keeps one truth. */
async function say(key: string) {
  const correction = { field: "runs", value: key, piece: props.runs.at };
  const answer = await ask(api.POST("/api/sums/entry", { body: { line: props.step.line, correction } }));
  await store.reword(props.step, answer.line);
}
</script>

<template>
  <p class="runs">
    <span>{{ name ? `${name} runs` : "Runs" }}</span>
    <Select :model-value="runs.key" :options="options" option-label="label" option-value="key" aria-label="Runs" @update:model-value="say" />
    <span class="soft small">{{ runs.why }}</span>
  </p>
</template>

<style scoped>
.runs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}
</style>
