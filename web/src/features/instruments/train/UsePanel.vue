<script setup lang="ts">
/** What the train does in its unit. */
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, reactive, watch } from "vue";

import type { TrainOut, UseIn } from "../../../api/types";
import { figures, maybeNumber } from "../../../text/numbers";
import "../panel.css";
import { useTrain } from "./train";

defineProps<{ train: TrainOut }>();
const desk = useTrain();

/** Fields by kind, as the API names them; some may stay empty. */
const KINDS = [
  { kind: "car", label: "wheels, tracks", fields: [["wheel_mm", "wheel, mm", "60"], ["kv", "rpm per volt", ""], ["volts", "volts", ""], ["load", "share under load", "0.85"]] },
  { kind: "reel", label: "reel", fields: [["full_mm", "spool full, mm", "34"], ["bare_mm", "spool bare, mm", "20"], ["fill", "filled now", "1"]] },
  { kind: "servo", label: "servo", fields: [["travel_deg", "travel, °", "60"], ["arm_mm", "hole at, mm", ""], ["load", "share under load", "0.8"]] },
  { kind: "winch", label: "winch", fields: [["drum_mm", "drum, mm", "38"], ["line_mm", "line, mm", "0.6"], ["layers", "layers", "3"]] },
  { kind: "tracking", label: "tracking drive", fields: [["wheel_turns", "worm turns a turn", "144"], ["steps", "motor steps", ""]] },
  { kind: "counter", label: "counter", fields: [["units", "units a turn", "10"]] },
] as const;
const kind = computed({ get: () => desk.use?.kind ?? "", set: (value: string) => choose(value) });
const texts = reactive<Record<string, string>>({});
const chosen = computed(() => KINDS.find((one) => one.kind === kind.value));

function choose(value: string) {
  const found = KINDS.find((one) => one.kind === value);
  for (const name of Object.keys(texts)) delete texts[name];
  for (const [name, , usual] of found?.fields ?? []) texts[name] = usual;
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
    <label>It drives <Select v-model="kind" :options="[...KINDS]" option-label="label" option-value="kind" placeholder="pick the unit" aria-label="It drives" /></label>
    <label v-for="[name, label] in chosen?.fields ?? []" :key="name">{{ label }} <InputText v-model="texts[name]" class="value few" inputmode="decimal" /></label>
    <label v-if="kind === 'servo' || kind === 'winch'">motor rpm <InputText v-model="desk.said.rpm" class="value few" inputmode="decimal" /></label>
    <label v-if="kind === 'servo' || kind === 'winch'">motor N·mm <InputText v-model="desk.said.torque" class="value few" inputmode="decimal" /></label>
  </div>
  <table v-if="train.use.length" class="figures">
    <tbody>
      <tr v-for="row in train.use" :key="row.label">
        <td>{{ row.label }}<p v-if="row.how" class="soft small">{{ row.how }}</p></td>
        <td class="value num big">{{ figures(row.value) }} <span class="soft">{{ row.unit }}</span></td>
      </tr>
    </tbody>
  </table>
  <p v-else class="soft">Speed and way for wheels, line a crank turn for a reel, transit for a servo, pull by layer for a winch.</p>
  <p v-if="kind === 'counter'" class="verdict bad">Changing what a counter counts may be unlawful. Note the reading first; local rules decide.</p>
</template>

<style scoped>
.figures .big {
  font-size: 21px;
}
</style>
