<script setup lang="ts">
/** What was said when it came in, to put right or to add to. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import SelectButton from "primevue/selectbutton";
import Textarea from "primevue/textarea";
import { ref } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import type { Problem } from "../../../api/types";
import ProblemNote from "../../../app/ProblemNote.vue";
import { useSession } from "../../workshop/session";
import { useVisit } from "../visit";

const emit = defineEmits<{ done: [] }>();
const session = useSession();
const store = useVisit();
const problem = ref<Problem>();

function now() {
  const { complaint = "", use_so_far = "", symptoms = [], conditions = [] } = store.visit ?? {};
  return { complaint, use_so_far, symptoms: symptoms.map((said) => said.key), conditions: conditions.map((said) => said.key) };
}
const based_on = now();
const said = ref(now());

async function keep() {
  const id = store.visit?.id;
  if (!id) return;
  try {
    const fresh = await ask(api.PUT("/api/visits/{visit_id}/complaint", { params: { path: { visit_id: id } }, body: { ...said.value, based_on } }));
    if (store.visit) Object.assign(store.visit, fresh);
    emit("done");
  } catch (error) {
    problem.value = asProblem(error);
  }
}
</script>

<template>
  <form class="again" @submit.prevent="keep">
    <label class="label" for="said">In the owner's words</label>
    <Textarea id="said" v-model="said.complaint" rows="3" maxlength="2000" auto-resize autofocus />
    <label class="label" for="used">Use so far</label>
    <InputText id="used" v-model="said.use_so_far" maxlength="120" placeholder="hours, trips, seasons" />
    <p id="heard-again" class="label">Heard and felt</p>
    <SelectButton v-model="said.symptoms" class="loose" multiple :options="session.words?.symptoms ?? []" option-label="label" option-value="key" aria-labelledby="heard-again" />
    <p id="when-again" class="label">When</p>
    <SelectButton v-model="said.conditions" class="loose" multiple :options="session.words?.conditions ?? []" option-label="label" option-value="key" aria-labelledby="when-again" />
    <ProblemNote :problem="problem" />
    <div class="actions">
      <Button type="submit">Keep</Button>
      <Button variant="outlined" @click="emit('done')">As it was</Button>
    </div>
  </form>
</template>

<style scoped>
.again {
  display: grid;
  gap: 8px;
}
</style>
