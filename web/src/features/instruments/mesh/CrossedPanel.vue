<script setup lang="ts">
/** Worm and wheel, or bevels, by their simple theory. */
import InputText from "primevue/inputtext";

import { figures } from "../../../text/numbers";
import "../panel.css";
import { useMesh } from "./mesh";

const desk = useMesh();
</script>

<template>
  <div v-if="desk.form === 'worm'" class="asked">
    <label>worm, reference diameter <InputText v-model="desk.said.diameter" class="value few" inputmode="decimal" /></label>
    <label>friction <InputText v-model="desk.said.friction" class="value few" inputmode="decimal" placeholder="0.08" /></label>
    <label>end play, mm <InputText v-model="desk.said.axial" class="value few" inputmode="decimal" placeholder="0" /></label>
  </div>
  <div v-else class="asked">
    <label>shafts at, ° <InputText v-model="desk.said.shafts" class="value few" inputmode="decimal" /></label>
    <label>shim added behind the first, mm <InputText v-model="desk.said.shim1" class="value few" inputmode="decimal" placeholder="0" /></label>
    <label>behind the second <InputText v-model="desk.said.shim2" class="value few" inputmode="decimal" placeholder="0" /></label>
    <span class="soft small">minus: taken out. Behind is the side away from the crossing.</span>
  </div>
  <template v-if="desk.crossed">
    <table class="figures">
      <tbody>
        <tr v-for="row in desk.crossed.rows" :key="row.label">
          <td>
            {{ row.label }}
            <p v-if="row.how" class="soft small">{{ row.how }}</p>
          </td>
          <td class="value num">
            {{ figures(row.value) }} <span class="soft">{{ row.unit }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="verdict so" role="status">{{ desk.crossed.says }}</p>
    <p class="soft small">{{ desk.crossed.theory }}</p>
  </template>
</template>
