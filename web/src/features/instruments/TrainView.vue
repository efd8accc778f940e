<script setup lang="ts">
/** A train typed as one line: drawn, turning, and every speed of it; and what a counted click points to. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, nextTick, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import type { Problem, TrainOut } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import TrainDrawing from "../../drawing/TrainDrawing.vue";

const route = useRoute();
const router = useRouter();
const line = ref(typeof route.query.line === "string" ? route.query.line : "12:60 | 14:48 | 10:40");
const rpm = ref("1000");
const shaft = ref("");
const turns = ref("1");
const clicks = ref("");
const train = ref<TrainOut>();
const problem = ref<Problem>();
const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
const turning = ref(!still);
const WAYS = ["12:60i ring", "14:42b bevel", "w1:40 worm", "belt 20:40", "p12/18/48 planets"];
const number = (text: string) => Number(text.replace(",", "."));
const given = computed(() => ({ line: line.value.trim(), rpm: number(rpm.value) || 0, shaft: shaft.value.trim(), turns: number(turns.value) || 0, clicks: clicks.value.trim() ? number(clicks.value) : null }));
const fitting = computed(() => (train.value?.clicks ?? []).filter((one) => one.fits));

let asked = 0;
async function look() {
  const mine = ++asked;
  if (!given.value.line) return;
  try {
    const answer = await ask(api.POST("/api/sums/train", { body: given.value }));
    if (mine !== asked) return;
    train.value = answer;
    problem.value = undefined;
  } catch (error) {
    // The last good train stays on the paper.
    if (mine === asked) problem.value = asProblem(error);
  }
}
let pause: number | undefined;
watch(given, () => {
  window.clearTimeout(pause);
  pause = window.setTimeout(() => void look(), 100);
}, { deep: true });

/** The tapped gear's count is picked out in the line, to be typed over. */
async function pick(stage: number, nth: number) {
  const stages = line.value.split("|");
  const before = stages.slice(0, stage - 1).join("|").length + (stage > 1 ? 1 : 0);
  const found = [...(stages[stage - 1] ?? "").matchAll(/\d+/g)][nth];
  await nextTick();
  const field = document.querySelector<HTMLInputElement>("#line");
  if (!field || !found) return;
  field.focus();
  field.setSelectionRange(before + found.index, before + found.index + found[0].length);
}

useKeys({ Space: () => (turning.value = !turning.value), Escape: () => router.push({ name: "bench" }) });
onMounted(look);
</script>

<template>
  <TopBar title="Train" about="driver first, stage by stage" />
  <main class="work view">
    <section class="left">
      <TrainDrawing v-if="train" :train="train" :turning="turning" @pick="pick" />
      <div v-else class="paper empty"><p>Say the train as pairs.</p></div>
      <InputText id="line" v-model="line" class="value line" aria-label="The train" spellcheck="false" :invalid="problem?.field === 'line'" />
      <p class="soft small">Pairs apart by | · also {{ WAYS.join(" · ") }} · tap a gear to change its count</p>
      <ProblemNote :problem="problem" />
    </section>
    <section v-if="train" class="right">
      <p class="label">Ratio</p>
      <h1><span class="ratio">{{ train.ratio }}</span></h1>
      <p>{{ train.says }}</p>
      <table>
        <thead><tr><th>stage</th><th>ratio</th><th>meets again</th><th>meetings</th></tr></thead>
        <tbody>
          <tr v-for="stage in train.stages" :key="stage.number">
            <td>{{ stage.number }} <b>{{ stage.what }}</b><p v-for="trouble in stage.troubles" :key="trouble" class="harm small">{{ trouble }}</p></td>
            <td class="value">{{ Math.abs(stage.ratio_decimal).toFixed(3) }}</td>
            <td class="value">{{ stage.meets_again ? `${stage.meets_again} turns` : "" }}<span v-if="stage.hunts" class="proved small"> hunts</span></td>
            <td class="value soft">{{ stage.meetings_hz.toFixed(0) }} Hz</td>
          </tr>
        </tbody>
      </table>
      <div class="fields">
        <label>Shaft 1, rpm <InputText v-model="rpm" class="value few" inputmode="decimal" :invalid="problem?.field === 'rpm'" /></label>
        <span v-for="one in train.shafts.filter((each) => each.name !== '1' && each.turns_decimal)" :key="one.name" class="value small">{{ one.name }}: {{ one.rpm.toFixed(Math.abs(one.rpm) < 10 ? 2 : 0) }}</span>
      </div>
      <h2 class="label">A click, turned by hand</h2>
      <div class="fields">
        <label>Shaft <InputText v-model="shaft" class="value few" :placeholder="train.turned" :invalid="problem?.field === 'shaft'" /></label>
        <label>turns <InputText v-model="turns" class="value few" inputmode="decimal" :invalid="problem?.field === 'turns'" /></label>
        <label>clicks <InputText v-model="clicks" class="value few" inputmode="decimal" :invalid="problem?.field === 'clicks'" /></label>
      </div>
      <p v-if="clicks.trim() && fitting.length" class="proved">{{ fitting.map((one) => one.gear).join(" or ") }}: look there first.</p>
      <p v-else-if="clicks.trim()" class="harm">No gear of this train clicks so. Count again over more turns; a bearing or something loose would not keep to the teeth.</p>
      <ol class="clicks">
        <li v-for="one in train.clicks" :key="one.gear" :class="{ fits: one.fits }"><span>{{ one.gear }}</span><span class="value">{{ one.per_turn.toFixed(3) }}</span></li>
      </ol>
      <div class="actions">
        <Button variant="outlined" @click="turning = !turning">{{ turning ? "Hold" : "Turn" }} <KeyCap k="Space" /></Button>
        <Button variant="outlined" @click="router.push({ name: 'bench' })">Bench <KeyCap k="Esc" /></Button>
      </div>
    </section>
  </main>
</template>

<style scoped>
.view {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1.45fr) minmax(0, 1fr);
  gap: 32px;
  align-content: start;
}

.left,
.right {
  display: grid;
  gap: 12px;
  align-content: start;
}

.empty {
  min-height: 420px;
  display: grid;
  place-items: center;
}

.line {
  width: 100%;
  font-size: 22px;
}

.ratio {
  font-size: 46px;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 6px 8px 6px 0;
  border-bottom: 1px solid var(--hair);
  text-align: left;
}

th {
  font-size: 14px;
  color: var(--soft);
}

.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}

.fields label {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--soft);
}

.few {
  width: 84px;
}

.clicks {
  max-height: 190px;
  overflow-y: auto;
}

.clicks li {
  display: flex;
  justify-content: space-between;
  padding: 4px 8px;
  border-bottom: 1px solid var(--hair);
}

.fits {
  background: var(--brass-wash);
  font-weight: 700;
}

@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
