<script setup lang="ts">
/** A supplier's list: looked at first, taken when it says what it should. */
import Button from "primevue/button";
import { ref } from "vue";

import { csrfToken, asProblem } from "../../api/client";
import type { ListOut, Problem, Supplier } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { asText } from "../shelf/asText";
import HeadingList from "../shelf/HeadingList.vue";
import { priced } from "./orders";

const props = defineProps<{ supplier: Supplier }>();
const emit = defineEmits<{ taken: [] }>();
const file = ref<File>();
/** How it begins: enough to know its columns by. */
const begins = ref("");
const whole = ref(false);
const seen = ref<ListOut>();
const problem = ref<Problem>();
const busy = ref(false);

async function send(take: boolean) {
  if (!file.value) return;
  const body = new FormData();
  body.append("file", file.value);
  body.append("take", String(take));
  body.append("whole", String(whole.value));
  busy.value = true;
  try {
    const answer = await fetch(`/api/suppliers/${props.supplier.id}/list`, { method: "POST", body, headers: { "X-CSRFToken": csrfToken() } });
    const said: unknown = await answer.json();
    if (!answer.ok) throw said;
    seen.value = said as ListOut;
    problem.value = undefined;
    if (take) emit("taken");
  } catch (error) {
    seen.value = undefined;
    problem.value = asProblem(error);
  } finally {
    busy.value = false;
  }
}

async function pick(event: Event) {
  file.value = (event.target as HTMLInputElement).files?.[0];
  begins.value = file.value ? await asText(file.value) : "";
  void send(false);
}
</script>

<template>
  <div class="list">
    <label class="file">
      <span class="label">Their list, as CSV</span>
      <input type="file" accept=".csv,.txt,text/csv,text/plain" :aria-label="`List of ${supplier.name}`" @change="pick" />
    </label>
    <fieldset>
      <label class="whole"><input v-model="whole" type="checkbox" @change="send(false)" /> it is all they have: what is not on it is no longer to be had</label>
    </fieldset>
    <ProblemNote :problem="problem" />
    <HeadingList v-if="file && !seen?.taken" table="price_list" :text="begins" @changed="send(false)" />
    <template v-if="seen">
      <p role="status">
        <b :class="seen.taken ? 'proved' : ''">{{ seen.taken ? "Taken" : "It would change" }}:</b> {{ seen.new }} new, {{ seen.changed }} changed, {{ seen.same }} as they were<template
          v-if="seen.gone"
          >, {{ seen.gone }} no longer to be had</template
        ><b v-if="seen.refused" class="harm">, {{ seen.refused }} refused</b>.
      </p>
      <p class="soft small">Read as {{ seen.read_as }}.</p>
      <ul v-if="seen.refusals.length" aria-label="Refused">
        <li v-for="row in seen.refusals" :key="row.line" class="small">
          <b class="harm">Line {{ row.line }}</b> {{ row.why }} <span class="soft">{{ row.text }}</span>
        </li>
      </ul>
      <ul v-if="seen.rows.length && !seen.taken" aria-label="New or changed">
        <li v-for="row in seen.rows.slice(0, 8)" :key="row.line" class="small row">
          <span
            >{{ row.what }} <span class="soft">{{ row.number }}</span></span
          ><span class="value">{{ priced(row.price) }}</span
          ><span v-if="row.before" class="soft">was {{ row.before }}</span>
        </li>
      </ul>
      <Button v-if="!seen.taken && (seen.new || seen.changed || seen.gone)" :loading="busy" @click="send(true)">Take the list</Button>
    </template>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 8px;
}

.file {
  display: grid;
  gap: 4px;
}

.file input {
  min-height: 44px;
  font: inherit;
}

fieldset {
  border: 0;
  padding: 0;
}

.whole {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
}

.whole input {
  width: 24px;
  height: 24px;
}

li {
  padding: 5px 0;
  border-top: 1px solid var(--hair);
}

.row {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 14px;
}
</style>
