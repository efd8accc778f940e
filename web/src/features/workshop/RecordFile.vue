<script setup lang="ts">
/** The record as one open file: taken along, and taken in with nothing doubled. */
import Button from "primevue/button";
import { computed, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Problem, RecordLook } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { newId } from "../../record/ids";
import BringTable from "./BringTable.vue";

const STATES: Record<RecordLook["parts"][number]["state"], string> = { new: "new here", more: "more of it", same: "here already", differs: "differs, stays as it is here" };

const SHEETS = ["visits", "pieces", "measurements", "orders", "offers"] as const;

const looked = ref<RecordLook>();
const chosen = ref<string[]>([]);
/** Who works here, by sign-in name, and who of them stands for each of the file's. */
const here = ref<{ username: string; called: string }[]>([]);
const standsFor = ref<Record<string, string>>({});
const OWN = "";
const problem = ref<Problem>();
const busy = ref(false);
/** Under which the record goes out, so that how far it has come can be asked. */
const out = ref(newId());
const going = ref<{ done: number; total: number }>();
const EVERY = 400;
const PATIENCE = 25;

/** Shows how far it has come until all is done, or nothing was told for ten seconds. */
async function follow(token: string) {
  let still = 0;
  let before = -1;
  while (still < PATIENCE) {
    await new Promise((done) => window.setTimeout(done, EVERY));
    const now = await ask(api.GET("/api/record/progress/{token}", { params: { path: { token } } })).catch(() => undefined);
    if (now?.total) going.value = now;
    if (now?.total && now.done >= now.total) break;
    still = now && now.done !== before ? 0 : still + 1;
    before = now?.done ?? before;
  }
  window.setTimeout(() => (going.value = undefined), 2000);
  if (token === out.value) out.value = newId();
}
const bringing = ref(false);
const done = ref("");
const finder = ref<HTMLInputElement>();
const when = computed(() => looked.value && new Date(looked.value.made_at).toLocaleDateString(undefined, { day: "numeric", month: "long", year: "numeric" }));

async function look(event: Event) {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  if (!file) return;
  busy.value = true;
  looked.value = problem.value = undefined;
  done.value = "";
  try {
    const bodySerializer = () => {
      const form = new FormData();
      form.append("file", file);
      return form;
    };
    looked.value = await ask(api.POST("/api/record/preview", { body: {} as never, bodySerializer }));
    here.value = (await ask(api.GET("/api/workshop"))).members;
    const known = new Set(here.value.map(({ username }) => username));
    standsFor.value = Object.fromEntries(Object.keys(looked.value.members).map((name) => [name, known.has(name) ? name : OWN]));
    chosen.value = looked.value.parts.filter((part) => part.new).map((part) => part.id);
  } catch (error) {
    problem.value = asProblem(error);
  } finally {
    busy.value = false;
    field.value = "";
  }
}

async function take() {
  if (!looked.value) return;
  busy.value = true;
  try {
    // Whoever stands for nobody is left to who takes it in.
    const members = Object.fromEntries(Object.entries(standsFor.value).filter(([, name]) => name !== OWN));
    void follow(looked.value.token);
    const { rows } = await ask(api.POST("/api/record/take", { body: { token: looked.value.token, parts: chosen.value, members } }));
    done.value = rows ? `Taken in: ${rows} entries.` : "Nothing of it was new.";
    looked.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <p class="soft">Units, visits, photos, sounds, drawer and shelf in one zip of plain JSON. Its form is described in docs/formats.</p>
  <div class="actions">
    <a class="take" :href="`/api/record?token=${out}`" download @click="follow(out)">Take it along</a>
    <Button variant="outlined" :disabled="busy" @click="finder?.click()">{{ busy ? "Looking…" : "Take a record in…" }}</Button>
    <input ref="finder" type="file" accept=".zip,application/zip" aria-label="A record to take in" @change="look" />
  </div>
  <p class="sheets">
    As tables for a sheet:
    <a v-for="name in SHEETS" :key="name" :href="`/api/record/${name}.csv`" download>{{ name }}</a>
    <a href="/api/drawer/table.csv" download>drawer</a>
    <Button variant="text" :aria-expanded="bringing" @click="bringing = !bringing">Bring a table in…</Button>
  </p>
  <BringTable v-if="bringing" />
  <p v-if="going" class="going" role="status"><progress :value="going.done" :max="going.total"></progress> {{ going.done >= going.total ? "All of it" : `${going.done} of ${going.total} parts` }}</p>
  <ProblemNote :problem="problem" />
  <p v-if="done" role="status">
    <strong>{{ done }}</strong>
  </p>
  <template v-if="looked">
    <p>
      Of <strong>{{ looked.workshop }}</strong>, {{ when }}. Nothing has been written yet.
    </p>
    <ul class="parts" aria-label="What is in it">
      <li v-for="part in looked.parts" :key="part.id">
        <label>
          <input v-model="chosen" type="checkbox" :value="part.id" :disabled="!part.new" />
          <span
            ><strong>{{ part.label }}</strong> <span class="soft">{{ STATES[part.state] }}</span></span
          >
          <span class="value">{{ part.new }} new, {{ part.same }} the same</span>
        </label>
        <p v-for="line in part.differs" :key="line" class="small soft">{{ line }}</p>
      </li>
    </ul>
    <fieldset v-if="Object.keys(looked.members).length" class="whose">
      <legend class="label">Whose entries they become</legend>
      <label v-for="(called, name) in looked.members" :key="name"
        ><span
          ><b>{{ called }}</b> <span class="soft small">{{ name }}</span></span
        >
        <select v-model="standsFor[name]" class="p-inputtext">
          <option :value="OWN">yours</option>
          <option v-for="member in here" :key="member.username" :value="member.username">{{ member.called }}</option>
        </select>
      </label>
    </fieldset>
    <div class="actions">
      <Button :disabled="busy || !chosen.length" @click="take">Take in {{ chosen.length }} of {{ looked.parts.length }}</Button>
      <Button variant="outlined" @click="looked = undefined">Leave it</Button>
    </div>
  </template>
</template>

<style scoped>
.actions {
  margin: 10px 0;
}

input[type="file"] {
  display: none;
}

.take {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  padding: 0 16px;
  border: 1px solid var(--ink);
  border-radius: 4px;
  background: var(--ink);
  color: var(--ground);
  font-weight: 600;
  text-decoration: none;
}

.whose {
  display: grid;
  gap: 4px;
  padding: 0;
  border: 0;
}

.whose label {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  align-items: center;
  min-height: 48px;
}

.going progress {
  width: min(100%, 320px);
  accent-color: var(--brass);
}

.sheets {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: center;
}

.sheets a {
  display: inline-flex;
  align-items: center;
  min-width: 44px;
  min-height: 44px;
  font-weight: 600;
}

.parts {
  margin: 10px 0;
  padding: 0;
  list-style: none;
}

.parts li {
  border-bottom: 1px solid var(--hair);
}

.parts label {
  display: grid;
  grid-template-columns: 32px 1fr auto;
  gap: 8px;
  align-items: center;
  min-height: 48px;
}

.parts input {
  width: 22px;
  height: 22px;
}
</style>
