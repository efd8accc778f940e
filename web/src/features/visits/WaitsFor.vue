<script setup lang="ts">
/** What the visit waits for, and since the wait may be long, a word on it. */
import InputText from "primevue/inputtext";
import SelectButton from "primevue/selectbutton";
import { ref, watch } from "vue";

import { useSession } from "../workshop/session";
import { useVisit } from "./visit";

const session = useSession();
const store = useVisit();
const forWhat = ref(store.visit?.waits_for ?? "me");
const note = ref(store.visit?.waits_note ?? "");
// An order says it as well as a hand.
watch(
  () => [store.visit?.waits_for, store.visit?.waits_note] as const,
  ([now, said]) => {
    forWhat.value = now ?? "me";
    note.value = said ?? "";
  },
);

async function keep() {
  await store.waitFor(forWhat.value, note.value);
}
</script>

<template>
  <section class="waits">
    <h2 id="waits-for" class="label">Waits for</h2>
    <SelectButton v-model="forWhat" :options="session.words?.waits ?? []" option-label="label" option-value="key" :allow-empty="false" aria-labelledby="waits-for" @change="keep" />
    <InputText v-model="note" maxlength="200" placeholder="what, from where, by when" aria-label="What it waits for" @change="keep" />
  </section>
</template>

<style scoped>
.waits {
  display: grid;
  gap: 8px;
  justify-items: start;
}

.waits :deep(.p-inputtext) {
  width: 100%;
}
</style>
