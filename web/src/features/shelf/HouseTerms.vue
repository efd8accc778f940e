<script setup lang="ts">
/** What the house charges: nothing, or an hour's rate and the tax that goes with it. */
import InputText from "primevue/inputtext";
import { ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Problem, Shelf, TermsState } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { maybeNumber } from "../../text/numbers";

const props = defineProps<{ terms: TermsState }>();
const emit = defineEmits<{ kept: [shelf: Shelf] }>();
const problem = ref<Problem>();
const form = ref({ currency: "", rate: "", tax: "", included: true, consumables: "" });
const number = (text: string) => maybeNumber(text)?.toString() ?? null;

watch(
  () => props.terms,
  ({ currency, rate, tax, included, consumables }) =>
    (form.value = {
      currency: currency ?? "",
      rate: rate == null ? "" : String(Number(rate)),
      tax: Number(tax) ? String(Number(tax)) : "",
      included: included ?? true,
      consumables: consumables == null ? "" : String(Number(consumables)),
    }),
  { immediate: true },
);

async function keep() {
  const body = {
    currency: form.value.currency.trim(),
    rate: number(form.value.rate),
    tax: number(form.value.tax) ?? "0",
    included: form.value.included,
    consumables: number(form.value.consumables),
    based_on: props.terms,
  };
  try {
    emit("kept", await ask(api.PUT("/api/shelf/terms", { body })));
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}
</script>

<template>
  <section aria-label="What the house charges">
    <h2 class="label">What the house charges</h2>
    <fieldset class="fields">
      <label>An hour's work <InputText v-model="form.rate" class="value few" inputmode="decimal" placeholder="none" @change="keep" /></label>
      <label>in <InputText v-model="form.currency" class="few" maxlength="8" placeholder="EUR" @change="keep" /></label>
      <label>tax, % <InputText v-model="form.tax" class="value few" inputmode="decimal" placeholder="0" @change="keep" /></label>
      <label>grease, cleaner, locker, for each opened <InputText v-model="form.consumables" class="value few" inputmode="decimal" placeholder="none" @change="keep" /></label>
      <label class="tick"><input v-model="form.included" type="checkbox" @change="keep" /> prices are said with it</label>
    </fieldset>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}

.fields {
  border: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
}

label {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
}

.few {
  width: 88px;
}

.tick input {
  width: 24px;
  height: 24px;
}
</style>
