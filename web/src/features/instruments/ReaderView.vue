<script setup lang="ts">
/** The gear reader: say what it is, count, measure, and be told which size and how sure. */
import Select from "primevue/select";
import { computed, onMounted, ref, watchEffect } from "vue";
import { useRoute, useRouter } from "vue-router";

import { asProblem } from "../../api/client";
import type { FormIn, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import { useVisit } from "../visits/visit";
import { useChoices } from "./choices";
import FormReader from "./FormReader.vue";
import GearReader from "./GearReader.vue";
import "./reader.css";

const choices = useChoices();
const route = useRoute();
const router = useRouter();
const store = useVisit();
const visitId = computed(() => (typeof route.query.visit === "string" ? route.query.visit : ""));
const rim = computed(() => Number(route.query.rim ?? 0));
const piece = computed(() => (visitId.value ? store.pieces.find((piece) => piece.id === String(route.query.piece ?? "")) : undefined));
const asked = typeof route.query.form === "string" ? route.query.form : "";
const form = ref(asked || "gear");
/** A link may ask for a form there is not. */
watchEffect(() => {
  if (choices.value && !choices.value.forms.some((known) => known.key === form.value)) form.value = "gear";
});
const ready = ref(!visitId.value || store.visit?.id === visitId.value);
const problem = ref<Problem>();

function back() {
  if (visitId.value) void router.push({ name: "visit", params: { visitId: visitId.value, stage: "read" } });
  else void router.push({ name: "bench" });
}

/** A piece read before opens as what it was read as. */
function settle() {
  const kept = piece.value?.pins.find((pin) => pin.rim === rim.value);
  if (kept) form.value = kept.form;
  ready.value = true;
}

onMounted(async () => {
  if (ready.value) {
    settle();
    return;
  }
  try {
    await store.load(visitId.value);
    settle();
  } catch (error) {
    problem.value = asProblem(error);
  }
});
</script>

<template>
  <TopBar title="Gear reader" :about="piece ? `for ${store.visit?.unit.label}, ${piece.name}` : 'on its own'" />
  <main v-if="!ready" class="work"><ProblemNote :problem="problem" /></main>
  <GearReader v-else-if="form === 'gear' || form === 'ring'" :key="form" :ring="form === 'ring'" :piece="piece" :rim="rim" @back="back">
    <Select v-model="form" :options="choices?.forms ?? []" option-label="label" option-value="key" aria-label="What it is" />
  </GearReader>
  <FormReader v-else :key="form + 'form'" :form="form as FormIn['form']" :piece="piece" :rim="rim" @back="back">
    <Select v-model="form" :options="choices?.forms ?? []" option-label="label" option-value="key" aria-label="What it is" />
  </FormReader>
</template>
