<script setup lang="ts">
/** Turn a shaft by hand, count the clicks: what carries the damage, with odds; and the table the other way round. */
import InputText from "primevue/inputtext";

import type { TrainOut } from "../../../api/types";
import "../panel.css";
import { useChoices } from "../choices";
import { useTrain } from "./train";

defineProps<{ train: TrainOut }>();
const desk = useTrain();
const choices = useChoices();
</script>

<template>
  <p class="soft">{{ choices?.cautions.clicks }}</p>
  <div class="asked">
    <label>Shaft <InputText v-model="desk.said.shaft" class="value few" :placeholder="train.turned" /></label>
    <label>turns <InputText v-model="desk.said.turns" class="value few" inputmode="decimal" /></label>
    <label>clicks <InputText v-model="desk.said.clicks" class="value few" inputmode="decimal" placeholder="count" /></label>
  </div>
  <div class="asked">
    <label>Balls in the bearing of shaft <InputText v-model="desk.said.bearing" class="value few" :placeholder="train.turned" /></label>
    <label>count <InputText v-model="desk.said.balls" class="value few" inputmode="numeric" placeholder="7" /></label>
    <label>ball, mm <InputText v-model="desk.said.ball" class="value few" inputmode="decimal" /></label>
    <label>their circle, mm <InputText v-model="desk.said.ballCircle" class="value few" inputmode="decimal" /></label>
  </div>
  <p v-if="train.clicks_say" class="verdict" :class="train.clicks.some((suspect) => suspect.named) ? 'so' : 'bad'" role="status">{{ train.clicks_say }}</p>
  <table class="figures">
    <thead>
      <tr>
        <th>damage on</th>
        <th class="num">clicks a turn of {{ train.turned }}</th>
        <th v-if="train.none_of_these !== null" class="num">odds</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="suspect in train.clicks.slice(0, 16)" :key="suspect.gear + suspect.shaft + suspect.stage" :class="{ likely: suspect.named }">
        <td>{{ suspect.gear }}</td>
        <td class="value num">
          {{ suspect.kind === "bearing" ? "about " : "" }}{{ suspect.per_turn.toFixed(3) }}
          <p v-if="suspect.other_per_turn" class="soft small">{{ suspect.other_per_turn.toFixed(3) }} {{ suspect.other }}</p>
        </td>
        <td v-if="suspect.odds !== null" class="num odds">
          <span class="bar" :style="{ width: `${Math.round(70 * suspect.odds)}px` }" /><span class="value">{{ suspect.odds < 0.005 ? "" : `${Math.round(100 * suspect.odds)} %` }}</span>
        </td>
      </tr>
      <tr v-if="train.none_of_these !== null">
        <td class="soft">none of these</td>
        <td />
        <td class="num value">{{ Math.round(100 * train.none_of_these) }} %</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.likely td {
  background: var(--brass-wash);
  font-weight: 650;
}

.odds {
  width: 140px;
}

.bar {
  display: inline-block;
  height: 10px;
  margin-right: 8px;
  background: var(--brass);
}
</style>
