<script setup lang="ts">
/** A unit comes in: what it is, what its owner says, what is heard. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import SelectButton from "primevue/selectbutton";
import Textarea from "primevue/textarea";
import { watchDebounced } from "@vueuse/core";
import { computed, onMounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import { latest } from "../../api/latest";
import type { DiagnoseOut, Problem, UnitCard } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import { newId } from "../../record/ids";
import { useSession } from "../workshop/session";
import CauseBars from "./listen/CauseBars.vue";
import ThumbBar from "./ThumbBar.vue";
import ThumbPlace from "./ThumbPlace.vue";

const session = useSession();
const router = useRouter();
// Made once: pressing the button twice opens one visit.
const ids = { visit: newId(), unit: newId() };
const entered = ref({
  kind: "",
  label: "",
  model: "",
  owner_label: "",
  use_so_far: "",
  complaint: "",
  symptoms: [] as string[],
  conditions: [] as string[],
});
/** A unit that was here before; its name and kind stand as they are recorded. */
const known = ref<UnitCard>();
const units = ref<UnitCard[]>([]);
const route = useRoute();

const begin = latest();
/** Units that the name typed so far could mean. */
async function lookUp(words: string) {
  const last = begin();
  if (words.trim().length < 2) return void (units.value = []);
  try {
    const answer = await ask(api.GET("/api/units", { params: { query: { words } } }));
    if (last()) units.value = answer.units.slice(0, 5);
  } catch {
    // A new unit can be taken in all the same.
  }
}

function again(card: UnitCard) {
  known.value = card;
  units.value = [];
  Object.assign(entered.value, { kind: card.unit.kind, label: card.unit.label, model: card.unit.model, owner_label: card.unit.owner_label });
}

function another() {
  known.value = undefined;
  Object.assign(entered.value, { kind: "", label: "", model: "", owner_label: "" });
}

onMounted(async () => {
  const wanted = String(route.query.unit ?? "");
  if (!wanted) return;
  try {
    const unit = await ask(api.GET("/api/units/{unit_id}", { params: { path: { unit_id: wanted } } }));
    const before = await ask(api.GET("/api/visits", { params: { query: { unit: wanted } } }));
    again({ unit, visits: before.total, last: before.cards[0]?.changed_at ?? null, open_visit: before.cards.find((card) => card.stage !== "file")?.id ?? null });
  } catch (error) {
    problem.value = asProblem(error);
  }
});
const problem = ref<Problem>();
const busy = ref(false);
const kind = computed(() => session.words?.units.find((unit) => unit.key === entered.value.kind));
const ready = computed(() => entered.value.kind && entered.value.label.trim());

async function takeIn() {
  if (!ready.value || busy.value) return;
  busy.value = true;
  problem.value = undefined;
  try {
    const path = { visit_id: ids.visit };
    const body = { ...entered.value, label: entered.value.label.trim(), unit_id: known.value?.unit.id ?? ids.unit };
    await ask(api.PUT("/api/visits/{visit_id}", { params: { path }, body }));
    await router.push({ name: "visit", params: { visitId: ids.visit, stage: "listen" } });
  } catch (error) {
    problem.value = asProblem(error);
  } finally {
    busy.value = false;
  }
}

/** What the words say so far, before anything is kept. */
const heard = ref<DiagnoseOut>();
const beginHearing = latest();
watchDebounced(
  () => [entered.value.kind, entered.value.complaint, entered.value.use_so_far, entered.value.symptoms.join(), entered.value.conditions.join()],
  async () => {
    const { kind, complaint, use_so_far, symptoms, conditions } = entered.value;
    if (!complaint.trim() && !symptoms.length) return void (heard.value = undefined);
    const last = beginHearing();
    try {
      const answer = await ask(api.POST("/api/sums/diagnose", { body: { kind: kind || "other", words: complaint, use: use_so_far, symptoms, conditions, checks: [], stage: "closed" } }));
      if (last()) heard.value = answer;
    } catch {
      // It can be taken in all the same.
    }
  },
  { debounce: 250 },
);

const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "long", year: "numeric" });

/** Out of the field, and out of the page where nothing was typed. */
function escape(event: KeyboardEvent) {
  (event.target as HTMLElement).blur();
  if (!entered.value.complaint.trim()) void router.push({ name: "bench" });
}

useKeys({ "Ctrl+Enter": takeIn, Escape: () => router.push({ name: "bench" }) });
</script>

<template>
  <TopBar title="New visit" about="what it is, and what is said of it" />
  <main class="work over-thumb">
    <form id="take-in" class="form" @submit.prevent="takeIn">
      <h1>What does it do, and what is it?</h1>
      <div class="two">
        <section>
          <label class="label" for="complaint">In the owner's words</label>
          <Textarea
            id="complaint"
            v-model="entered.complaint"
            class="complaint"
            rows="2"
            maxlength="2000"
            auto-resize
            autofocus
            placeholder="clicks at the rear under load, since the last trip"
            @keydown.esc="escape"
          />
          <label class="label" for="use">Use so far</label>
          <InputText id="use" v-model="entered.use_so_far" maxlength="120" placeholder="hours, trips, seasons" />
          <p id="heard" class="label">Heard and felt</p>
          <SelectButton v-model="entered.symptoms" class="loose" multiple :options="session.words?.symptoms ?? []" option-label="label" option-value="key" aria-labelledby="heard" />
          <p id="when" class="label">When</p>
          <SelectButton v-model="entered.conditions" class="loose" multiple :options="session.words?.conditions ?? []" option-label="label" option-value="key" aria-labelledby="when" />
        </section>
        <section>
          <div v-if="known" class="known">
            <p>
              <b>{{ known.unit.label }}</b> <span class="soft">{{ [known.unit.kind_label, known.unit.model, known.unit.owner_label].filter(Boolean).join(" · ") }}</span>
            </p>
            <p>
              Here {{ known.visits === 1 ? "once" : `${known.visits} times` }} before<template v-if="known.last">, last {{ day(known.last) }}</template
              >. This will be visit {{ known.visits + 1 }}.
            </p>
            <p v-if="known.open_visit" class="harm">Its last visit is not filed yet. <RouterLink :to="{ name: 'visit', params: { visitId: known.open_visit } }">Go on with that one</RouterLink></p>
            <Button variant="outlined" @click="another">Another unit</Button>
          </div>
          <template v-else>
            <span id="kind" class="label">What is it?</span>
            <Select v-model="entered.kind" aria-labelledby="kind" :options="session.words?.units ?? []" option-label="label" option-value="key" placeholder="Pick a kind of unit" />
            <label class="label" for="label">Called</label>
            <InputText
              id="label"
              v-model="entered.label"
              maxlength="80"
              placeholder="what you will call it, or what it was called"
              autocomplete="off"
              @update:model-value="(typed) => lookUp(typed ?? '')"
            />
            <ul v-if="units.length" class="units" aria-label="Was here before">
              <li v-for="card in units" :key="card.unit.id">
                <button type="button" @click="again(card)">
                  <b>{{ card.unit.label }}</b>
                  <span class="soft">{{ [card.unit.kind_label, card.unit.owner_label, card.visits === 1 ? "here once" : `here ${card.visits} times`].filter(Boolean).join(" · ") }}</span>
                </button>
              </li>
            </ul>
            <div class="pair">
              <div>
                <label class="label" for="model">Model</label>
                <InputText id="model" v-model="entered.model" maxlength="120" />
              </div>
              <div>
                <label class="label" for="owner">Owner or locker</label>
                <InputText id="owner" v-model="entered.owner_label" maxlength="80" />
              </div>
            </div>
          </template>
          <section v-if="heard" class="heard" aria-label="What it may be" aria-live="polite">
            <h2>{{ heard.answer }}</h2>
            <p v-if="heard.stop" class="harm">{{ heard.stop }}</p>
            <CauseBars :found="{ ...heard, faults: heard.faults.slice(0, 3) }" cause="" plain />
            <p v-if="heard.next"><b>Try first:</b> {{ heard.next.name }}, {{ heard.next.minutes }} min.</p>
          </section>
        </section>
      </div>
      <p v-if="kind" class="mind">
        <strong>{{ kind.power }}</strong> {{ kind.notice }}
      </p>
      <ProblemNote :problem="problem" />
      <div class="actions">
        <ThumbBar>
          <Button type="submit" form="take-in" :disabled="!ready || busy">Take it in <KeyCap k="Ctrl Enter" /></Button>
          <Button variant="outlined" @click="router.push({ name: 'bench' })">Not now <KeyCap k="Esc" /></Button>
        </ThumbBar>
        <span v-if="!ready" class="soft">A kind and a name are enough to begin.</span>
      </div>
    </form>
  </main>
  <ThumbPlace foot />
</template>

<style scoped>
.form {
  overflow-y: auto;
  flex: 1;
  display: flex;
  flex-direction: column;
  gap: 22px;
}

section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  align-content: start;
}

.label {
  margin-top: 10px;
}

.known {
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 14px 16px;
  background: var(--panel);
  border: 1px solid var(--hair);
}

.form > .actions {
  position: sticky;
  bottom: 0;
  padding: 12px 0;
  background: var(--ground);
}

.complaint {
  font-size: 21px;
}

.heard {
  gap: 10px;
  margin-top: 16px;
  padding: 14px 18px;
  background: var(--panel);
  border: 1px solid var(--hair);
  border-top: 4px solid var(--brass);
}

.heard h2 {
  font-size: 19px;
}

.units {
  border: 1px solid var(--hair);
  background: var(--panel);
}

.units button {
  width: 100%;
  min-height: 48px;
  padding: 8px 14px;
  border: 0;
  border-bottom: 1px solid var(--hair);
  background: none;
  color: var(--ink);
  font: 450 17px/1.3 var(--sans);
  text-align: left;
  cursor: pointer;
}

.units button:hover {
  background: var(--brass-wash);
}

section > .label:first-child {
  margin-top: 0;
}

.pair {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px;
}

.pair > div {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}

.mind {
  border-left: 3px solid var(--oxide);
  padding: 4px 0 4px 14px;
}
</style>
