<script setup lang="ts">
/** Counts left open, found from a ratio, turns at both ends, or a shaft distance. */
import InputText from "primevue/inputtext";

import "../panel.css";
import { useTrain } from "./train";

const desk = useTrain();
</script>

<template>
  <section class="open" aria-label="What was measured">
    <p><b>A count is open.</b> Any of these finds it:</p>
    <div class="asked">
      <label>turns in <InputText v-model="desk.said.turnsIn" class="value few" inputmode="decimal" /></label>
      <label>turns out <InputText v-model="desk.said.turnsOut" class="value few" inputmode="decimal" /></label>
      <label>or ratio <InputText v-model="desk.said.ratio" class="value few" inputmode="decimal" /></label>
    </div>
    <div class="asked">
      <label>stage <InputText v-model="desk.said.distanceStage" class="value few" inputmode="numeric" /></label>
      <label>shafts apart, mm <InputText v-model="desk.said.distance" class="value few" inputmode="decimal" /></label>
      <label>module <InputText v-model="desk.said.distanceModule" class="value few" /></label>
    </div>
    <ol v-if="desk.train?.filled.length">
      <li v-for="filling in desk.train.filled.slice(0, 5)" :key="filling.line">
        <button type="button" @click="desk.line = filling.line">
          <b class="value">{{ filling.line }}</b> <span class="soft small">{{ filling.ratio.toFixed(3) }} : 1, off by {{ filling.off.toFixed(1) }} of the error</span>
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.open {
  display: grid;
  gap: 8px;
  padding: 12px 14px;
  background: var(--brass-wash);
}

li button {
  width: 100%;
  min-height: 44px;
  padding: 2px 8px;
  border: 0;
  border-bottom: 1px solid var(--brass);
  background: none;
  color: var(--ink);
  font: 500 16px/1.2 var(--sans);
  text-align: left;
  cursor: pointer;
}
</style>
