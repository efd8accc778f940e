<script setup lang="ts">
/** Mend, part, pair, set, donor or unit: weighed as it is known, with what can be had jotted down beside it. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, ref, watch } from "vue";

import type { DecideOption } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import { maybeNumber } from "../../../text/numbers";
import { percent } from "../listen/diagnosis";
import { money, useDecision } from "./decision";

const { decision, problem, jot, takeBack, sayWorth, choose } = useDecision();
const line = ref("");
const price = ref("");
const age = ref("");
const promised = ref("");
const reason = ref("");
/** The option about to be taken though it is not the first, by its label: it wants a word why. */
const wanting = ref("");
const all = ref(false);

const options = computed(() => decision.value?.advised?.options ?? []);
/** Once decided, what was decided; the other ways are a move away. */
const shown = computed(() => {
  const taken = options.value.filter((option) => option.label === decision.value?.decided?.label);
  return all.value ? options.value : taken.length ? taken.slice(0, 1) : options.value.slice(0, 4);
});
const dearest = computed(() => Math.max(1, ...options.value.slice(0, 6).map((option) => option.expected)));
const decided = computed(() => decision.value?.decided);

watch(
  () => JSON.stringify(decision.value?.worth),
  () => {
    const worth = decision.value?.worth;
    price.value = worth?.new_price != null ? String(Number(worth.new_price)) : "";
    age.value = worth?.age_years != null ? String(worth.age_years) : "";
    promised.value = worth?.promised_on ?? "";
  },
);

async function keep() {
  if (line.value.trim() && (await jot(line.value.trim()))) line.value = "";
}

const worth = () => void sayWorth({ new_price: maybeNumber(price.value)?.toString() ?? null, age_years: maybeNumber(age.value) ?? null, promised_on: promised.value || null });

function take(option: DecideOption, n: number) {
  if (n && wanting.value !== option.label) return void ((wanting.value = option.label), (reason.value = ""));
  void choose({ key: option.key, label: option.label.slice(0, 300), reason: n ? reason.value.trim().slice(0, 300) : "", cautions: option.cautions });
  wanting.value = "";
}

const first = () => options.value[0] && !decided.value && take(options.value[0], 0);
useKeys({ d: first });
</script>

<template>
  <section v-if="decision?.advised" class="decide" aria-label="What to do">
    <p v-if="decided" class="taken">
      <b class="proved">Decided: {{ decided.label }}.</b> <span v-if="decided.reason">{{ decided.reason }}</span>
      <span v-for="says in decided.cautions" :key="says" class="soft small">Shown with it: {{ says }} </span><Button variant="text" class="plain" @click="choose(null)">Open again</Button>
    </p>
    <h2 v-else>{{ decision.advised.says }}</h2>
    <p v-if="!decided" class="soft">{{ decision.advised.rule }}</p>
    <ol class="options">
      <li v-for="(option, n) in shown" :key="option.key + option.label" :class="{ chosen: decided?.label === option.label, first: !n && !decided }">
        <p class="name">
          <b>{{ option.label }}</b><span class="value">{{ money(option.cost) }}</span>
        </p>
        <div class="weigh" role="img" :aria-label="`Expected ${option.expected.toFixed(0)}, holds ${percent(option.holds)}`">
          <span class="bar"><span :style="{ width: `${Math.min(100, (100 * option.expected) / dearest)}%` }" /></span>
        </div>
        <p class="facts">
          <span>holds {{ percent(option.holds) }}</span
          ><span>{{ Math.round(option.minutes) }} min</span><span>{{ option.days ? `${Math.round(option.days)} days` : "at once" }}</span>
          <span v-if="option.with.length">with {{ option.with.join(", ") }}</span>
        </p>
        <p v-if="option.reasons.length" class="soft small">{{ option.reasons.join("; ") }}</p>
        <p v-for="says in option.cautions" :key="says" class="mind small">{{ says }}</p>
        <form v-if="wanting === option.label" class="why" @submit.prevent="take(option, n)">
          <InputText v-model="reason" aria-label="Why this one" placeholder="why this one" autofocus />
          <Button type="submit" :disabled="!reason.trim()">Take it</Button>
        </form>
        <Button v-else-if="!decided" :variant="n ? 'text' : undefined" class="take" @click="take(option, n)">{{ n ? "Take this" : "Do this" }} <KeyCap v-if="!n" k="D" /></Button>
      </li>
    </ol>
    <Button v-if="all || options.length > shown.length" variant="text" class="plain" @click="all = !all">{{ all ? "Fewer" : `${options.length - shown.length} more ways` }}</Button>
    <div class="known">
      <form class="jot" @submit.prevent="keep">
        <label for="offer" class="label">What can be had</label>
        <InputText id="offer" v-model="line" placeholder="gear set 9.50, 4 days: second wheel, third wheel" autocomplete="off" />
        <Button type="submit" variant="outlined" :disabled="!line.trim()">Jot down</Button>
      </form>
      <ul v-if="decision.offers.length" aria-label="What can be had">
        <li v-for="offer in decision.offers" :key="offer.id">
          <span
            ><b>{{ offer.donor ? `donor: ${offer.what}` : offer.what }}</b
            >{{ " "
            }}<span class="soft">{{
              [offer.price != null ? money([Number(offer.price), Number(offer.price)]) : "", offer.days != null ? `${offer.days} days` : ""].filter(Boolean).join(", ")
            }}</span></span
          >
          <button type="button" :aria-label="`Not to be had: ${offer.what}`" @click="takeBack(offer.id)">×</button>
        </li>
      </ul>
      <div class="worth">
        <label>A new one costs <InputText v-model="price" class="value few" inputmode="decimal" @change="worth" /></label>
        <label>its age, years <InputText v-model="age" class="value few" inputmode="decimal" @change="worth" /></label>
        <label>promised for <input v-model="promised" class="p-inputtext" type="date" @change="worth" /></label>
      </div>
    </div>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
.decide {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}

h2 {
  font-size: 23px;
  text-wrap: pretty;
}

.options {
  display: grid;
  gap: 10px;
}

.options > li {
  display: grid;
  gap: 4px;
  padding: 10px 14px;
  background: var(--panel);
  border: 1px solid var(--hair);
}

.first,
.chosen {
  border-left: 4px solid var(--brass) !important;
}

.chosen {
  border-left-color: var(--verdigris) !important;
}

.name {
  display: flex;
  justify-content: space-between;
  gap: 14px;
}

.bar {
  display: block;
  height: 8px;
  background: var(--grid);
}

.bar > span {
  display: block;
  height: 100%;
  background: var(--slate);
}

.first .bar > span {
  background: var(--brass);
}

.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  font-size: 16px;
}

.mind {
  border-left: 3px solid var(--oxide);
  padding-left: 10px;
}

.take {
  justify-self: start;
  min-height: 44px;
}

.why,
.jot,
.worth {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
}

.why > input,
.jot > input {
  flex: 1 1 240px;
  min-width: 0;
}

.jot label {
  flex-basis: 100%;
}

.few {
  width: 96px;
}

.worth label {
  display: flex;
  align-items: center;
  gap: 8px;
}

.known {
  display: grid;
  gap: 10px;
  padding-top: 12px;
  border-top: 1px solid var(--hair);
}

.known li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--hair);
}

.known li button {
  width: 44px;
  height: 44px;
  border: 0;
  background: none;
  color: var(--ink);
  font-size: 20px;
  cursor: pointer;
}

.plain {
  justify-self: start;
  min-height: 44px;
}
</style>
