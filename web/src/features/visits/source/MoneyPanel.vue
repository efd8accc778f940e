<script setup lang="ts">
/** What it will cost, what its owner said to it, and what it comes to. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import type { BillPage, Problem } from "../../../api/types";
import ProblemNote from "../../../app/ProblemNote.vue";
import { newId } from "../../../record/ids";
import { maybeNumber } from "../../../text/numbers";
import { useVisit } from "../visit";

const props = defineProps<{ final?: boolean }>();
const store = useVisit();
const bill = ref<BillPage>();
const problem = ref<Problem>();
const asking = ref(false);
const answer = ref({ who: "", how: "", limit: "" });
const extra = ref("");
const worked = ref("");
const visit_id = () => store.visit?.id ?? "";
const path = () => ({ visit_id: visit_id() });
const said = (amount: string | number | null | undefined) => (amount == null ? "?" : `${Number(amount).toFixed(2)}${bill.value?.currency ? ` ${bill.value.currency}` : ""}`);
const range = computed(() =>
  bill.value?.estimate.length ? `${Number(bill.value.estimate[0]).toFixed(0)} to ${Number(bill.value.estimate[1]).toFixed(0)}${bill.value.currency ? ` ${bill.value.currency}` : ""}` : "",
);
const last = computed(() => bill.value?.answers.at(-1));
const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" });

async function trying(work: () => Promise<BillPage>): Promise<boolean> {
  try {
    bill.value = await work();
    problem.value = undefined;
    return true;
  } catch (error) {
    problem.value = asProblem(error);
    return false;
  }
}

const look = () => trying(() => ask(api.GET("/api/bills/{visit_id}", { params: { path: path() } })));

async function keepAnswer(yes: boolean) {
  const [least, most] = bill.value?.estimate ?? [];
  const body = { yes, least: least ?? null, most: most ?? null, limit: yes ? (maybeNumber(answer.value.limit)?.toString() ?? null) : null, who: answer.value.who.trim(), how: answer.value.how.trim() };
  if (await trying(() => ask(api.PUT("/api/bills/{visit_id}/answers/{answer_id}", { params: { path: { ...path(), answer_id: newId() } }, body })))) {
    asking.value = false;
    await store.keepUp();
  }
}

async function charge() {
  const line = extra.value.trim();
  if (line && (await trying(() => ask(api.PUT("/api/bills/{visit_id}/extras/{extra_id}", { params: { path: { ...path(), extra_id: newId() } }, body: { line } }))))) extra.value = "";
}

const drop = (extra_id: string) => trying(() => ask(api.DELETE("/api/bills/{visit_id}/extras/{extra_id}", { params: { path: { ...path(), extra_id } } })));
const keepWorked = () => trying(() => ask(api.PUT("/api/bills/{visit_id}/worked", { params: { path: path() }, body: { minutes: maybeNumber(worked.value) ?? null } })));

watch(
  () => [store.visit?.id, store.visit?.changed_at],
  () => void (store.visit && look()),
  { immediate: true },
);
watch(
  () => bill.value?.minutes,
  () => (worked.value = bill.value ? String(Math.round(bill.value.minutes)) : ""),
);
</script>

<template>
  <section v-if="bill" class="money" aria-label="Cost">
    <h2 class="label">{{ props.final ? "Bill" : "Cost" }}</h2>
    <p v-if="!props.final && range" class="range">
      <b class="value">{{ range }}</b> <span class="soft">estimated: {{ bill.estimate_of }}</span>
    </p>
    <p v-if="last" :class="last.yes ? 'proved' : 'harm'">
      <b>{{ last.who }} said {{ last.yes ? "yes" : "no" }}</b
      >{{ last.how ? `, ${last.how}` : "" }}, {{ day(last.at) }}<template v-if="last.limit"> · up to {{ said(last.limit) }}</template>
    </p>
    <p v-if="Number(bill.over)" class="harm">
      <b>{{ said(bill.over) }} over what was agreed.</b> Ask its owner before anything is sent.
    </p>
    <form v-if="asking" class="answer" @submit.prevent="keepAnswer(true)">
      <label>Who <InputText v-model="answer.who" maxlength="80" placeholder="the owner, Locker 14" /></label>
      <label>how <InputText v-model="answer.how" maxlength="80" placeholder="by phone" /></label>
      <label>up to <InputText v-model="answer.limit" class="value few" inputmode="decimal" /></label>
      <Button type="submit" :disabled="!answer.who.trim()">Said yes</Button>
      <Button variant="outlined" :disabled="!answer.who.trim()" @click="keepAnswer(false)">Said no</Button>
    </form>
    <Button v-else-if="!props.final" variant="outlined" class="plain" @click="asking = true">{{ last ? "Asked again" : "The owner said" }}</Button>
    <table v-if="bill.lines.length || bill.work">
      <tbody>
        <tr v-for="(line, n) in bill.lines" :key="n">
          <td>
            <template v-if="line.count > 1">{{ line.count }}× </template>{{ line.what }}
            <button v-if="line.id" type="button" :aria-label="`Do not charge ${line.what}`" @click="drop(line.id)">×</button>
          </td>
          <td class="value">{{ said(line.amount) }}</td>
        </tr>
        <tr v-if="bill.work">
          <td>
            work, <InputText v-model="worked" class="value few" inputmode="numeric" aria-label="Minutes worked" @change="keepWorked" /> min<span v-if="!bill.minutes_said" class="soft small">
              by the plan</span
            >
          </td>
          <td class="value">{{ said(bill.work) }}</td>
        </tr>
        <tr v-if="Number(bill.tax_percent)">
          <td class="soft">{{ bill.included ? "of which tax" : "tax" }}, {{ Number(bill.tax_percent) }} %</td>
          <td class="value soft">{{ said(bill.tax) }}</td>
        </tr>
        <tr class="total">
          <td>
            {{ bill.unpriced ? `Total, ${bill.unpriced} without a price` : "Total" }}
          </td>
          <td class="value">{{ said(bill.total) }}</td>
        </tr>
      </tbody>
    </table>
    <form class="answer" @submit.prevent="charge">
      <InputText v-model="extra" maxlength="200" aria-label="Charge besides" placeholder="grease, plastic-safe 2.50" />
      <Button type="submit" variant="outlined" :disabled="!extra.trim()">Charge</Button>
    </form>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
.money {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

.range b {
  font-size: 23px;
}

.answer {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}

.answer label {
  display: flex;
  align-items: center;
  gap: 8px;
}

.answer > input {
  flex: 1 1 200px;
  min-width: 0;
}

.few {
  width: 84px;
}

table {
  width: 100%;
  border-collapse: collapse;
  border-top: 1px solid var(--ink);
}

td {
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
}

td:last-child {
  text-align: right;
}

td button {
  width: 44px;
  height: 44px;
  border: 0;
  background: none;
  color: var(--ink);
  font-size: 20px;
  cursor: pointer;
}

.total td {
  font-weight: 600;
  font-size: 19px;
}

.plain {
  justify-self: start;
}
</style>
