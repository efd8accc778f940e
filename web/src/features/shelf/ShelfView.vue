<script setup lang="ts">
/** The shelf: what suits what and must not touch, and the schools this house follows. */
import Button from "primevue/button";
import { computed, onMounted, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Bottle, Problem, Shelf } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import BottleForm from "./BottleForm.vue";
import HouseTerms from "./HouseTerms.vue";
import LearntCauses from "./LearntCauses.vue";

const shelf = ref<Shelf>();
const problem = ref<Problem>();
const adding = ref(false);
const correcting = ref<Bottle>();
const WORD: Record<string, string> = {
  lubricant: "Lubricants",
  fluid: "Fluids, by viscosity",
  locker: "Thread lock",
  retainer: "Retaining compound",
  cleaner: "Cleaners",
  friction: "friction face",
  oneway: "sealed roller",
  electric: "motor, board",
};
const groups = computed(() =>
  (shelf.value?.kinds ?? []).map((kind) => ({ kind, bottles: (shelf.value?.bottles ?? []).filter((bottle) => bottle.kind === kind) })).filter((group) => group.bottles.length),
);
const time = (minutes: number) => (minutes >= 60 ? `${+(minutes / 60).toFixed(1)} h` : `${minutes} min`);
const named = (key: string) => shelf.value?.bottles.find((bottle) => bottle.key === key)?.name ?? key;

async function trying(work: () => Promise<Shelf>) {
  try {
    shelf.value = await work();
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

const follow = (question: string, school: string) =>
  trying(() => ask(api.PUT("/api/shelf/rules/{question}", { params: { path: { question } }, body: { school, based_on: shelf.value?.questions.find((rule) => rule.key === question)?.chosen } })));
const putAway = (key: string) => trying(() => ask(api.PUT("/api/shelf/{key}/gone", { params: { path: { key } }, body: { gone: true } })));

const forget = (name: string) => trying(() => ask(api.PUT("/api/shelf/names/{name}/gone", { params: { path: { name } }, body: { gone: true } })));

function leave() {
  adding.value = false;
  correcting.value = undefined;
}
function correct(bottle: Bottle) {
  adding.value = false;
  correcting.value = bottle;
}

useKeys({ n: () => (adding.value = !adding.value), Escape: leave });
onMounted(() => trying(() => ask(api.GET("/api/shelf"))));
</script>

<template>
  <TopBar title="Shelf" about="what suits what, and the rules of the house" />
  <main class="work shelf">
    <section>
      <div class="head">
        <h1>On the shelf</h1>
        <Button @click="adding = !adding">Put one on <KeyCap k="N" /></Button>
      </div>
      <ProblemNote :problem="problem" />
      <BottleForm
        v-if="adding && shelf"
        :shelf="shelf"
        :word="WORD"
        @kept="
          shelf = $event;
          leave();
        "
        @leave="leave"
      />
      <template v-for="group in groups" :key="group.kind">
        <h2 class="label">{{ WORD[group.kind] ?? group.kind }}</h2>
        <ul>
          <li v-for="bottle in group.bottles" :key="bottle.key">
            <div>
              <b>{{ bottle.name }}</b> <span v-if="bottle.viscosity && !bottle.name.includes(bottle.viscosity)" class="value">{{ bottle.viscosity }}</span>
              <p class="soft small">
                {{ bottle.note }}<template v-if="bottle.full"> Loads after {{ time(bottle.handle) }}, runs after {{ time(bottle.full) }}.</template>
              </p>
            </div>
            <p>
              <span class="proved">{{ bottle.suits.map((s) => WORD[s] ?? s).join(", ") }}</span><span v-if="bottle.never.length" class="harm">
                never: {{ bottle.never.map((s) => WORD[s] ?? s).join(", ") }}</span
              ><span v-if="bottle.not_with.length" class="harm"> · not with {{ bottle.not_with.map(named).join(", ") }}</span>
            </p>
            <BottleForm
              v-if="shelf && correcting?.key === bottle.key"
              class="whole"
              :shelf="shelf"
              :word="WORD"
              :bottle="bottle"
              @kept="
                shelf = $event;
                leave();
              "
              @leave="leave"
            />
            <button v-else type="button" class="word" :aria-label="`mend ${bottle.name}`" @click="correct(bottle)">mend</button>
            <button v-if="correcting?.key !== bottle.key" type="button" :aria-label="`Take off the shelf: ${bottle.name}`" @click="putAway(bottle.key)">×</button>
          </li>
        </ul>
      </template>
    </section>
    <section>
      <h1>Rules of the house</h1>
      <p class="soft">Good benches disagree on these. The plan of a rebuild follows what is chosen here, and says why.</p>
      <fieldset v-for="question in shelf?.questions ?? []" :key="question.key">
        <legend>{{ question.asks }}</legend>
        <label v-for="school in question.schools" :key="school.key" :class="{ chosen: question.chosen === school.key }">
          <input type="radio" :name="question.key" :checked="question.chosen === school.key" @change="follow(question.key, school.key)" />
          <span
            ><b>{{ school.name }}</b> <span class="soft small">{{ school.why }}</span></span
          >
        </label>
      </fieldset>
      <HouseTerms v-if="shelf" :terms="shelf.terms" @kept="shelf = $event" />
      <template v-if="shelf?.names.length">
        <h1>What things are called here</h1>
        <p class="soft">Learnt when the kind of a piece was put right in the strip.</p>
        <ul class="names">
          <li v-for="name in shelf.names" :key="name.name">
            <span
              ><b>{{ name.name }}</b> is a {{ name.kind_label }} <span class="soft small">{{ name.who }}</span></span
            >
            <button type="button" :aria-label="`Forget: ${name.name}`" @click="forget(name.name)">×</button>
          </li>
        </ul>
      </template>
      <LearntCauses />
    </section>
  </main>
</template>

<style scoped>
.names li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px solid var(--hair);
}

.shelf {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  gap: 40px;
  align-content: start;
}

section {
  display: grid;
  gap: 10px;
  align-content: start;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}

ul {
  border-top: 1px solid var(--ink);
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) 52px 44px;
  gap: 14px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
  font-size: 16px;
}

li b {
  font-size: 17px;
}

li button {
  width: 44px;
  height: 44px;
  border: 0;
  background: none;
  color: var(--soft);
  font: 500 24px/1 var(--sans);
  cursor: pointer;
}

li .word {
  width: 52px;
  font: 600 15px/1 var(--sans);
  text-decoration: underline;
}

.whole {
  grid-column: 1 / -1;
}

fieldset {
  padding: 0;
  border: 0;
}

legend {
  padding: 6px 0 2px;
  font-weight: 700;
}

label {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  padding: 2px 8px;
  border-bottom: 1px solid var(--hair);
  cursor: pointer;
}

.chosen {
  background: var(--brass-wash);
}

input {
  flex: none;
  width: 22px;
  height: 22px;
  margin: 0 11px;
  accent-color: var(--brass);
}

@media (max-width: 900px) {
  .shelf {
    grid-template-columns: minmax(0, 1fr);
  }
}

/* On a phone what it suits and never meets has the width below its name. */
@media (max-width: 600px) {
  li {
    grid-template: "name mend off" auto "suits suits suits" auto / minmax(0, 1fr) 52px 44px;
    gap: 4px 8px;
    padding: 10px 0;
  }

  li > p {
    grid-area: suits;
  }
}
</style>
