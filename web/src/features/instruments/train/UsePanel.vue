<script setup lang="ts">
/** What the train does in its unit. */
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, reactive, watch } from "vue";

import type { TrainOut, UseIn } from "../../../api/types";
import { figures, maybeNumber } from "../../../text/numbers";
import "../panel.css";
import { useChoices } from "../choices";
import { useTrain } from "./train";

defineProps<{ train: TrainOut }>();
const desk = useTrain();
const choices = useChoices();

const kind = computed({ get: () => desk.use?.kind ?? "", set: (value: string) => choose(value) });
const texts = reactive<Record<string, string>>({});
const chosen = computed(() => choices.value?.applications.find((application) => application.key === kind.value));

function choose(value: string) {
  const application = choices.value?.applications.find((other) => other.key === value);
  for (const name of Object.keys(texts)) delete texts[name];
  for (const { name, usual } of application?.fields ?? []) texts[name] = usual;
  say(value);
}
function say(value = kind.value) {
  const said = Object.fromEntries(Object.entries(texts).flatMap(([name, text]) => (maybeNumber(text) === null ? [] : [[name, maybeNumber(text)]])));
  desk.use = value ? ({ kind: value, ...said } as UseIn) : undefined;
}
watch(texts, () => say(), { deep: true });
</script>

<template>
  <div class="asked">
    <label>It drives <Select v-model="kind" :options="choices?.applications ?? []" option-label="label" option-value="key" placeholder="pick the unit" aria-label="It drives" /></label>
    <label v-for="{ name, label } in chosen?.fields ?? []" :key="name">{{ label }} <InputText v-model="texts[name]" class="value few" inputmode="decimal" /></label>
    <label v-if="chosen?.motor">motor rpm <InputText v-model="desk.said.rpm" class="value few" inputmode="decimal" /></label>
    <label v-if="chosen?.motor">motor N·mm <InputText v-model="desk.said.torque" class="value few" inputmode="decimal" /></label>
  </div>
  <table v-if="train.use.length" class="figures">
    <tbody>
      <tr v-for="row in train.use" :key="row.label">
        <td>
          {{ row.label }}
          <p v-if="row.how" class="soft small">{{ row.how }}</p>
        </td>
        <td class="value num big">
          {{ figures(row.value) }} <span class="soft">{{ row.unit }}</span>
        </td>
      </tr>
    </tbody>
  </table>
  <p v-else class="soft">Speed and way for wheels, line a crank turn for a reel, transit for a servo, pull by layer for a winch.</p>
  <p v-if="chosen?.caution" class="verdict bad">{{ chosen.caution }}</p>
</template>

<style scoped>
.figures .big {
  font-size: 21px;
}
</style>
