<script lang="ts">
/** Kinds of table whose headings are learnt. */
export type TableName = "stock_list" | "price_list" | "visit_list" | "piece_list" | "measurement_list" | "order_list";
</script>

<script setup lang="ts">
/** What each column of a table is taken for: put right by a pick, and remembered for the next one. */
import { ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { Problem, TableHeadings } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";

const props = defineProps<{ table: TableName; text: string }>();
const emit = defineEmits<{ changed: [] }>();
/** Lines that are enough to know the columns by. */
const ENOUGH = 12;
const seen = ref<TableHeadings>();
const problem = ref<Problem>();

const begin = latest();
async function look() {
  const last = begin();
  const text = props.text.split("\n").slice(0, ENOUGH).join("\n").slice(0, 100_000);
  if (!text.trim()) return (seen.value = undefined);
  try {
    const answer = await ask(api.POST("/api/shelf/headings/{table}", { params: { path: { table: props.table } }, body: { text } }));
    if (last()) seen.value = answer;
  } catch {
    // What is no table is said by whoever reads it whole.
    if (last()) seen.value = undefined;
  }
}
watch(() => props.text, resting(look, 300), { immediate: true });

async function take(heading: string, column: string) {
  try {
    await ask(api.PUT("/api/shelf/headings/{table}", { params: { path: { table: props.table } }, body: { heading, column } }));
    problem.value = undefined;
    await look();
    emit("changed");
  } catch (error) {
    problem.value = asProblem(error);
  }
}
</script>

<template>
  <fieldset v-if="seen" class="columns">
    <legend class="label">Its columns; what is put right is remembered</legend>
    <label v-for="(of, n) in seen.headings" :key="n" :class="{ over: !of.column }">
      <b>{{ of.head || "no heading" }}</b>
      <select class="p-inputtext" :value="of.column" :disabled="!of.head" :aria-label="`${of.head} is`" @change="take(of.head, ($event.target as HTMLSelectElement).value)">
        <option value="">passed over</option>
        <option v-for="column in seen.columns" :key="column" :value="column">{{ column }}</option>
      </select>
    </label>
  </fieldset>
  <ProblemNote :problem="problem" />
</template>

<style scoped>
.columns {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  padding: 0;
  border: 0;
}

label {
  display: grid;
  gap: 2px;
}

.over b {
  color: var(--soft);
  font-weight: 500;
}

select {
  min-height: 44px;
}
</style>
