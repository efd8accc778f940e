<script setup lang="ts">
/** Warm and cold, dry and wet: the backlash that is left, and how to set it cold. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { onMounted } from "vue";

import type { Pair } from "../../../api/types";
import { useChoices } from "../choices";
import "../panel.css";
import { useMesh } from "./mesh";

defineProps<{ pair: Pair }>();
const desk = useMesh();
const choices = useChoices();
const AIR = [
  { key: "dry", label: "dry" },
  { key: "room", label: "room air" },
  { key: "wet", label: "soaked" },
];
const PARTS = [
  ["first", "Gear"],
  ["second", "Mate"],
  ["housing", "Case"],
] as const;
const signed = (mm: number) => `${mm < 0 ? "−" : "+"}${Math.abs(mm).toFixed(3)}`;
onMounted(() => (desk.climate.on = true));
</script>

<template>
  <div class="asked">
    <label v-for="[key, label] in PARTS" :key="key">{{ label }} <Select v-model="desk.climate[key]" :options="choices?.materials ?? []" :aria-label="label" /></label>
  </div>
  <div class="asked">
    <label>set at <InputText v-model="desk.climate.set" class="value few" inputmode="decimal" aria-label="Set at, °C" /> °C</label>
    <Select v-model="desk.climate.setAir" :options="AIR" option-label="label" option-value="key" aria-label="Air when set" />
    <label>runs at <InputText v-model="desk.climate.runs" class="value few" inputmode="decimal" aria-label="Runs at, °C" /> °C</label>
    <Select v-model="desk.climate.runsAir" :options="AIR" option-label="label" option-value="key" aria-label="Air when running" />
  </div>
  <template v-if="pair.warm">
    <p class="verdict" :class="pair.warm.verdict === 'right' ? 'good' : 'bad'" role="status">
      <b>{{ pair.warm.warm_mm.toFixed(3) }} mm warm</b>, {{ pair.warm.cold_mm.toFixed(3) }} mm as set: {{ pair.warm.verdict }} when it runs.
    </p>
    <table class="figures">
      <tbody>
        <tr>
          <td>the gear takes</td>
          <td class="value num">{{ signed(pair.warm.first_mm) }}</td>
        </tr>
        <tr>
          <td>the mate takes</td>
          <td class="value num">{{ signed(pair.warm.second_mm) }}</td>
        </tr>
        <tr>
          <td>the case gives</td>
          <td class="value num">{{ signed(pair.warm.housing_mm) }}</td>
        </tr>
        <tr>
          <td>
            <b>Set it cold at</b>
            <p class="soft small">then it has the middle of its band warm</p>
          </td>
          <td class="value num">
            {{ pair.warm.set_distance_mm.toFixed(3) }} mm
            <p class="soft small">{{ pair.warm.set_backlash_mm.toFixed(3) }} of play cold</p>
          </td>
        </tr>
      </tbody>
    </table>
    <Button variant="outlined" @click="desk.said.distance = pair.warm!.set_distance_mm.toFixed(3)">Set it so</Button>
  </template>
</template>
