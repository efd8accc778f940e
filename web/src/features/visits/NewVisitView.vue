<script setup lang="ts">
/** A unit comes in: what it is, what its owner says, what is heard. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import SelectButton from "primevue/selectbutton";
import Textarea from "primevue/textarea";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import type { Problem } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import { newId } from "../../record/ids";
import { useSession } from "../workshop/session";

const session = useSession();
const router = useRouter();
// Made once: pressing the button twice opens one visit.
const ids = { visit: newId(), unit: newId() };
const given = ref({
  kind: "",
  label: "",
  model: "",
  owner_label: "",
  use_so_far: "",
  complaint: "",
  symptoms: [] as string[],
  conditions: [] as string[],
});
const problem = ref<Problem>();
const busy = ref(false);
const kind = computed(() => session.words?.units.find((unit) => unit.key === given.value.kind));
const ready = computed(() => given.value.kind && given.value.label.trim());

async function takeIn() {
  if (!ready.value || busy.value) return;
  busy.value = true;
  problem.value = undefined;
  try {
    const path = { visit_id: ids.visit };
    const body = { ...given.value, label: given.value.label.trim(), unit_id: ids.unit };
    await ask(api.PUT("/api/visits/{visit_id}", { params: { path }, body }));
    await router.push({ name: "visit", params: { visitId: ids.visit, stage: "listen" } });
  } catch (error) {
    problem.value = asProblem(error);
  } finally {
    busy.value = false;
  }
}

useKeys({ "Ctrl+Enter": takeIn, Escape: () => router.push({ name: "bench" }) });
</script>

<template>
  <TopBar title="New visit" about="what it is, and what is said of it" />
  <main class="work">
  <form class="form" @submit.prevent="takeIn">
    <h1>What comes in?</h1>
    <div class="two">
      <section>
        <span id="kind" class="label">What is it?</span>
        <Select v-model="given.kind" aria-labelledby="kind" :options="session.words?.units ?? []" option-label="label" option-value="key" placeholder="Pick a kind of unit" autofocus />
        <label class="label" for="label">Called</label>
        <InputText id="label" v-model="given.label" maxlength="80" placeholder="what you will call it" />
        <div class="pair">
          <div>
            <label class="label" for="model">Model</label>
            <InputText id="model" v-model="given.model" maxlength="120" />
          </div>
          <div>
            <label class="label" for="owner">Owner or locker</label>
            <InputText id="owner" v-model="given.owner_label" maxlength="80" />
          </div>
        </div>
        <label class="label" for="use">Use so far</label>
        <InputText id="use" v-model="given.use_so_far" maxlength="120" placeholder="hours, trips, seasons" />
      </section>
      <section>
        <label class="label" for="complaint">In the owner's words</label>
        <Textarea id="complaint" v-model="given.complaint" rows="3" maxlength="2000" auto-resize />
        <p id="heard" class="label">Heard and felt</p>
        <SelectButton v-model="given.symptoms" class="loose" multiple :options="session.words?.symptoms ?? []" aria-labelledby="heard" />
        <p id="when" class="label">When</p>
        <SelectButton v-model="given.conditions" class="loose" multiple :options="session.words?.conditions ?? []" aria-labelledby="when" />
      </section>
    </div>
    <p v-if="kind" class="mind"><strong>{{ kind.power }}</strong> {{ kind.notice }}</p>
    <ProblemNote :problem="problem" />
    <div class="actions">
      <Button type="submit" :disabled="!ready || busy">Take it in <KeyCap k="Ctrl Enter" /></Button>
      <Button variant="outlined" @click="router.push({ name: 'bench' })">Not now <KeyCap k="Esc" /></Button>
      <span v-if="!ready" class="soft">A kind and a name are enough to begin.</span>
    </div>
  </form>
  </main>
</template>

<style scoped>
.form {
  overflow-y: auto;
  flex: 1;
  display: grid;
  gap: 22px;
  align-content: start;
}

section {
  display: grid;
  gap: 6px;
  align-content: start;
}

.label {
  margin-top: 10px;
}

section > .label:first-child {
  margin-top: 0;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}

.pair > div {
  display: grid;
  gap: 6px;
}

.mind {
  border-left: 3px solid var(--oxide);
  padding: 4px 0 4px 14px;
}
</style>
