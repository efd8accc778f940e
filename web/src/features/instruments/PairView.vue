<script setup lang="ts">
/** A gear and its mate: ratio, direction, centre distance, and the two turning together. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import type { GearIn, Pair, Problem } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import PairDrawing from "../../drawing/PairDrawing.vue";
import { useVisit } from "../visits/visit";

const route = useRoute();
const router = useRouter();
const store = useVisit();
const visitId = computed(() => (typeof route.query.visit === "string" ? route.query.visit : ""));
const first = ref(String(route.query.first ?? ""));
const second = ref(String(route.query.second ?? ""));
const teeth1 = ref("15");
const teeth2 = ref("54");
const size = ref("0.8");
const distance = ref("");
const pair = ref<Pair>();
const problem = ref<Problem>();
const still = window.matchMedia("(prefers-reduced-motion: reduce)").matches;
const turning = ref(!still);

/** Every toothed rim of the row that can take part. */
const rims = computed(() =>
  store.steps.flatMap((step) =>
    step.piece.teeth.map((teeth, rim) => {
      const pin = step.piece.pins.find((one) => one.rim === rim);
      return {
        key: `${step.piece.id}:${rim}`,
        label: `${step.piece.name}, ${teeth} teeth${pin?.gear ? `, ${pin.label}` : ", not read"}`,
        teeth,
        pin,
      };
    }),
  ),
);
const one = computed(() => rims.value.find((rim) => rim.key === first.value));
const two = computed(() => rims.value.find((rim) => rim.key === second.value));
const inVisit = computed(() => Boolean(visitId.value));
const known = computed(() => one.value?.pin?.gear ?? two.value?.pin?.gear);

/** A gear not read is sent by its teeth alone: the core takes it to be of its mate's size. */
function gear(rim: typeof one.value, typed: string): GearIn {
  const usual = { pressure_angle_deg: 20, profile_shift: 0, helix_angle_deg: 0, addendum: 1, dedendum: 1.25, tip_trim_mm: 0 };
  if (!inVisit.value || !rim) return { ...usual, teeth: Number(typed) || 0, module_mm: size.value.trim() };
  const read = rim.pin?.gear;
  if (!read) return { ...usual, teeth: rim.teeth };
  return { ...usual, ...read, teeth: rim.teeth };
}

let asked = 0;
async function mesh() {
  const mine = ++asked;
  if (inVisit.value && (!one.value || !two.value || !known.value)) {
    pair.value = undefined;
    return;
  }
  try {
    const body = { first: gear(one.value, teeth1.value), second: gear(two.value, teeth2.value), centre_distance_mm: distance.value.trim() || null, hands_known: [one, two].every((rim) => rim.value?.pin?.hand_known ?? true) };
    const answer = await ask(api.POST("/api/sums/pair", { body }));
    if (mine !== asked) return;
    pair.value = answer;
    problem.value = undefined;
  } catch (error) {
    // The last good pair stays on the paper.
    if (mine === asked) problem.value = asProblem(error);
  }
}

let pause: number | undefined;
watch([first, second, teeth1, teeth2, size, distance, rims], () => {
  window.clearTimeout(pause);
  pause = window.setTimeout(() => void mesh(), 100);
});

function swap() {
  [first.value, second.value] = [second.value, first.value];
  [teeth1.value, teeth2.value] = [teeth2.value, teeth1.value];
}

function back() {
  if (visitId.value) void router.push({ name: "visit", params: { visitId: visitId.value, stage: "read" } });
  else void router.push({ name: "bench" });
}

useKeys({ Space: () => (turning.value = !turning.value), x: swap, Escape: back });
onMounted(async () => {
  if (visitId.value && store.visit?.id !== visitId.value) {
    try {
      await store.load(visitId.value);
    } catch (error) {
      problem.value = asProblem(error);
    }
  }
  await mesh();
});
</script>

<template>
  <TopBar title="Pair" :about="inVisit ? `in ${store.visit?.unit.label ?? ''}` : 'on its own'" />
  <main class="work view">
    <section class="left">
      <PairDrawing v-if="pair" :pair="pair" :turning="turning" />
      <div v-else class="paper empty"><p>Pick the gear and its mate.</p></div>
      <div v-if="inVisit" class="fields">
        <div class="field"><span id="first" class="label">Gear</span><Select v-model="first" aria-labelledby="first" :options="rims" option-label="label" option-value="key" placeholder="Pick a gear of the row" /></div>
        <div class="field"><span id="second" class="label">Its mate</span><Select v-model="second" aria-labelledby="second" :options="rims" option-label="label" option-value="key" placeholder="Pick its mate" /></div>
        <div class="field"><label class="label" for="distance">Centre distance</label><InputText id="distance" v-model="distance" class="value" placeholder="no play" /></div>
      </div>
      <div v-else class="fields">
        <div class="field"><label class="label" for="teeth1">Gear, teeth</label><InputText id="teeth1" v-model="teeth1" class="value" inputmode="numeric" /></div>
        <div class="field"><label class="label" for="teeth2">Mate, teeth</label><InputText id="teeth2" v-model="teeth2" class="value" inputmode="numeric" /></div>
        <div class="field"><label class="label" for="size">Module, or 32 DP</label><InputText id="size" v-model="size" class="value" /></div>
        <div class="field"><label class="label" for="distance">Centre distance</label><InputText id="distance" v-model="distance" class="value" placeholder="no play" /></div>
      </div>
    </section>
    <section class="right">
      <template v-if="pair">
        <p class="label">Ratio</p>
        <h1><span class="ratio">{{ pair.ratio }}</span></h1>
        <p>{{ pair.says }}</p>
        <dl>
          <dt>Centre distance</dt><dd class="value">{{ pair.centre_distance_mm.toFixed(3) }} mm</dd>
          <dt>Without play</dt><dd class="value">{{ pair.zero_backlash_centre_distance_mm.toFixed(3) }} mm</dd>
          <dt>Backlash</dt><dd class="value" :class="{ harm: pair.backlash_mm < -0.0005 }">{{ pair.backlash_mm.toFixed(3) }} mm</dd>
          <dt>Free turn of the mate</dt><dd class="value">{{ pair.backlash_turn_of_gear_2_deg.toFixed(2) }}°</dd>
          <dt>Contact ratio</dt><dd class="value" :class="{ harm: pair.contact_ratio < 1.1 }">{{ pair.contact_ratio.toFixed(2) }}</dd>
          <dt>Tip clearance</dt><dd class="value" :class="{ harm: Math.min(pair.tip_clearance_1_mm, pair.tip_clearance_2_mm) < 0 }">{{ Math.min(pair.tip_clearance_1_mm, pair.tip_clearance_2_mm).toFixed(2) }} mm</dd>
          <dt>Same teeth meet</dt><dd class="value">every {{ pair.turns_to_meet_again }} turns</dd>
        </dl>
        <p v-if="pair.backlash_mm < -0.0005" class="harm">The teeth are jammed together: open the distance.</p>
      </template>
      <p v-else-if="inVisit && one && two && !known" class="soft">Read one of the two first: the size is needed.</p>
      <p v-if="inVisit && pair && (!one?.pin?.gear || !two?.pin?.gear)" class="soft">The gear not read is taken to be of its mate's size.</p>
      <ProblemNote :problem="problem" />
      <div class="actions">
        <Button variant="outlined" @click="turning = !turning">{{ turning ? "Hold" : "Turn" }} <KeyCap k="Space" /></Button>
        <Button variant="outlined" @click="swap">Swap <KeyCap k="X" /></Button>
        <Button variant="outlined" @click="back">{{ inVisit ? "Back to the visit" : "Bench" }} <KeyCap k="Esc" /></Button>
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
  grid-template-columns: minmax(0, 1.55fr) minmax(0, 1fr);
  gap: 32px;
  align-content: start;
}

.left,
.right {
  display: grid;
  gap: 14px;
  align-content: start;
}

.empty {
  display: grid;
  place-items: center;
  min-height: 420px;
  color: var(--soft);
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px 14px;
}

.field {
  display: grid;
  gap: 3px;
  min-width: 0;
}

.field :deep(.p-inputtext),
.field :deep(.p-select) {
  width: 100%;
  min-width: 0;
}

.ratio {
  font-size: 54px;
}

dl {
  display: grid;
  grid-template-columns: 1fr auto;
  border-top: 1px solid var(--ink);
}

dt,
dd {
  padding: 9px 0;
  border-bottom: 1px solid var(--hair);
}

dt {
  color: var(--soft);
}

dd {
  text-align: right;
  font-size: 19px;
}

@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
