<script setup lang="ts">
/** How a unit was turned while it was recorded. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import SelectButton from "primevue/selectbutton";
import { ref } from "vue";

import type { KeptSound, TurnedState } from "../../../api/types";
import { maybeNumber } from "../../../text/numbers";

const props = defineProps<{ sound: KeptSound; train: string; trainOf: string }>();
const emit = defineEmits<{ keep: [turned: TurnedState & { repaired: boolean }] }>();
const WAYS = [
  { key: "hand", label: "turned by hand" },
  { key: "ran", label: "ran by itself" },
];
const WHEN = [
  { key: false, label: "before the repair" },
  { key: true, label: "after it" },
];
const way = ref(props.sound.rpm ? "ran" : "hand");
const when = ref(props.sound.repaired);
const number = ref(String((props.sound.rpm || props.sound.turns) ?? ""));
const shaft = ref(props.sound.shaft ?? "");
const line = ref(props.sound.train || props.train);
const so = ref(props.sound.turned_so ?? "");

function keep() {
  const said = maybeNumber(number.value) ?? null;
  emit("keep", {
    turns: way.value === "hand" ? said : null,
    rpm: way.value === "ran" ? said : null,
    shaft: shaft.value.trim(),
    train: line.value.trim(),
    turned_so: so.value.trim(),
    repaired: when.value,
  });
}
</script>

<template>
  <form class="turned" @submit.prevent="keep">
    <SelectButton v-model="way" :options="WAYS" option-label="label" option-value="key" :allow-empty="false" aria-label="How it was turned" />
    <label>{{ way === "hand" ? "Turns" : "Speed, rpm" }} <InputText v-model="number" class="value few" inputmode="decimal" /></label>
    <label>of shaft <InputText v-model="shaft" class="value few" placeholder="1" /></label>
    <label class="wide">Train <InputText v-model="line" class="value" placeholder="12:60 | 14:48" :aria-description="trainOf && `as in ${trainOf}`" /></label>
    <label class="wide">Under what <InputText v-model="so" placeholder="battery, load, where it lay" /></label>
    <SelectButton v-model="when" :options="WHEN" option-label="label" option-value="key" :allow-empty="false" aria-label="Before or after the repair" />
    <Button type="submit">Hear it by that</Button>
  </form>
</template>

<style scoped>
.turned {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 16px;
}

label {
  display: flex;
  align-items: center;
  gap: 8px;
}

.few {
  width: 92px;
}

.wide {
  flex: 1 1 240px;
}

.wide > input {
  flex: 1;
  min-width: 0;
}
</style>
