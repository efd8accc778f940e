<script setup lang="ts">
/** A table: pasted from a sheet or opened as a file, looked at first, taken when it says what it should. */
import Button from "primevue/button";
import { ref, watch } from "vue";

import { asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { Problem, RefusedLine } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { asText } from "./asText";
import HeadingList, { type TableName } from "./HeadingList.vue";

interface Seen {
  taken: boolean;
  new: number;
  same: number;
  refused: number;
  rows: { line: number; what: string; count?: number; place?: string }[];
  refusals: RefusedLine[];
}

const props = defineProps<{ table: TableName; placeholder: string; verb: string; send: (text: string, take: boolean) => Promise<Seen> }>();
const emit = defineEmits<{ taken: [] }>();
const text = ref("");
const seen = ref<Seen>();
const problem = ref<Problem>();
const busy = ref(false);

const begin = latest();
async function look(take: boolean) {
  const last = begin();
  if (!text.value.trim()) {
    seen.value = problem.value = undefined;
    return;
  }
  busy.value = true;
  try {
    const answer = await props.send(text.value, take);
    if (!last()) return;
    seen.value = answer;
    problem.value = undefined;
    if (take) emit("taken");
  } catch (error) {
    if (!last()) return;
    seen.value = undefined;
    problem.value = asProblem(error);
  } finally {
    busy.value = false;
  }
}
watch(
  text,
  resting(() => void look(false), 300),
);
watch(
  () => props.table,
  () => void look(false),
);

async function open(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  text.value = await asText(file);
}
</script>

<template>
  <section class="paste" aria-label="A table">
    <textarea v-model="text" rows="5" spellcheck="false" aria-label="Paste a table" :placeholder="placeholder"></textarea>
    <div class="actions">
      <label class="file">Open a CSV file <input type="file" accept=".csv,.tsv,.txt,text/csv,text/plain" aria-label="A CSV file" @change="open" /></label>
      <Button v-if="seen && !seen.taken && seen.new" :disabled="busy" @click="look(true)">{{ verb }} {{ seen.new }}</Button>
    </div>
    <ProblemNote :problem="problem" />
    <HeadingList v-if="!seen?.taken" :table="table" :text="text" @changed="look(false)" />
    <template v-if="seen">
      <p role="status">
        <b :class="seen.taken ? 'proved' : ''">{{ seen.taken ? "Added" : "It would add" }}:</b> {{ seen.new }} new, {{ seen.same }} here already<b v-if="seen.refused" class="harm"
          >, {{ seen.refused }} refused</b
        >.
      </p>
      <ul v-if="seen.refusals.length" aria-label="Refused">
        <li v-for="row in seen.refusals" :key="row.line" class="small">
          <b class="harm">Line {{ row.line }}</b> {{ row.why }} <span class="soft">{{ row.text }}</span>
        </li>
      </ul>
      <ul v-if="!seen.taken && seen.rows.length" aria-label="New">
        <li v-for="row in seen.rows.slice(0, 8)" :key="row.line" class="small">
          <span v-if="row.count" class="value">{{ row.count }}×</span> {{ row.what }} <b v-if="row.place">{{ row.place }}</b>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.paste {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

textarea {
  width: 100%;
  padding: 12px 14px;
  border: 1px solid var(--ink);
  border-radius: 4px;
  background: var(--panel);
  color: var(--ink);
  font: 500 16px/1.4 var(--mono);
}

.file {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  padding: 0 16px;
  border: 1px solid var(--ink);
  border-radius: 4px;
  font-weight: 600;
  cursor: pointer;
}

.file:focus-within {
  outline: 3px solid var(--brass);
}

/* Out of sight, yet reached by the keyboard. */
.file input {
  position: absolute;
  opacity: 0;
  width: 1px;
  height: 1px;
}
</style>
