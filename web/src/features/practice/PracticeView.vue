<script setup lang="ts">
/** A gear nobody has seen: count it, read it as seldom as it takes, name it, and see how the best play went. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, nextTick, onMounted, reactive, ref } from "vue";
import { useRouter } from "vue-router";

import { api, ask } from "../../api/client";
import type { Practice, ProbeIn, Round } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import HiddenGear from "../../drawing/HiddenGear.vue";
import { newId } from "../../record/ids";
import PlayTable from "./PlayTable.vue";
import { maybeNumber, numberOr } from "../../text/numbers";
import { useTrying } from "./trying";

const router = useRouter();
const practice = ref<Practice>();
const round = ref<Round>();
const { busy, problem, trying } = useTrying();
const teeth = ref("");
const size = ref("");
/** By way, where it needs a count. */
const numbers = reactive<Record<string, string>>({});
const result = computed(() => round.value?.result);
const ways = computed(() => (practice.value?.ways ?? []).map((way, n) => ({ ...way, key: String(n + 1) })));
type Way = (typeof ways.value)[number];

const look = async () => {
  practice.value = await ask(api.GET("/api/practice"));
};

const another = () =>
  trying(async () => {
    round.value = await ask(api.PUT("/api/practice/{round_id}", { params: { path: { round_id: newId() } } }));
    teeth.value = size.value = "";
    for (const kind of Object.keys(numbers)) numbers[kind] = "";
    await look();
    await nextTick();
    document.querySelector<HTMLInputElement>("#teeth")?.focus();
  });

const take = (way: Way) =>
  trying(async () => {
    if (!round.value || result.value) return;
    const path = { round_id: round.value.id, reading_id: newId() };
    const body = { kind: way.kind, how: way.how, k: maybeNumber(numbers[way.kind]) } as ProbeIn;
    round.value = await ask(api.PUT("/api/practice/{round_id}/readings/{reading_id}", { params: { path }, body }));
  });

const name = () =>
  trying(async () => {
    if (!round.value || result.value) return;
    const body = { teeth: numberOr(teeth.value, 0), size: size.value };
    round.value = await ask(api.PUT("/api/practice/{round_id}/name", { params: { path: { round_id: round.value.id } }, body }));
    await look();
  });

/** How many teeth the jaws usually go over, once the gear is counted. */
async function counted() {
  const plain = { pressure_angle_deg: 20, profile_shift: 0, helix_angle_deg: 0, addendum: 1, dedendum: 1.25, tip_trim_mm: 0 };
  try {
    const gear = await ask(api.POST("/api/sums/gear", { body: { ...plain, teeth: numberOr(teeth.value, 0), module_mm: 1 } }));
    numbers.span = String(gear.span_usual);
  } catch {
    // Not a count yet.
  }
}

useKeys({
  ...Object.fromEntries(
    Array.from("123456789", (key, n) => [
      key,
      () => {
        const way = ways.value[n];
        return way && take(way);
      },
    ]),
  ),
  "Ctrl+Enter": name,
  g: another,
  Enter: () => (result.value ? another() : undefined),
  Escape: () => router.push({ name: "bench" }),
});
onMounted(another);
</script>

<template>
  <TopBar title="Practice" about="a gear nobody has seen" />
  <main class="work practice">
    <section class="left">
      <HiddenGear v-if="round" :gear="round.picture" class="gear" />
      <div v-else class="paper gear"></div>
    </section>
    <section class="right">
      <template v-if="round && !result">
        <h1>What is it, in the fewest readings?</h1>
        <div class="field">
          <label for="teeth">Count</label>
          <InputText id="teeth" v-model="teeth" class="value few" inputmode="numeric" :invalid="problem?.field === 'teeth'" @change="counted" />
          <span class="soft small">from the marked tooth round to it again</span>
        </div>
        <div class="ways" role="group" aria-label="Close the caliper">
          <span v-for="way in ways" :key="way.key">
            <Button variant="outlined" :disabled="busy" @click="take(way)">{{ way.label }} <KeyCap :k="way.key" /></Button>
            <label v-if="way.number">{{ way.number }} <InputText v-model="numbers[way.kind]" class="value few" inputmode="numeric" :invalid="problem?.field?.endsWith('k')" /></label>
          </span>
        </div>
        <ol class="readings" aria-label="Readings">
          <li v-for="(reading, n) in round.readings" :key="n">
            <span>{{ reading.what }}</span><b class="value">{{ reading.value_mm.toFixed(2) }}</b>
          </li>
          <li v-if="!round.readings.length" class="soft">No reading yet. Over the tips is where most begin.</li>
        </ol>
        <div class="field">
          <label id="size">It is</label>
          <Select v-model="size" :options="practice?.sizes ?? []" filter aria-labelledby="size" placeholder="size" class="size" />
          <Button :disabled="busy || !size || !teeth.trim() || !round.readings.length" @click="name">Name it <KeyCap k="Ctrl Enter" /></Button>
        </div>
        <p class="soft">The reader is not asked here; the sums are yours. Afterwards it shows what your readings said.</p>
      </template>
      <template v-else-if="round && result">
        <p class="score" :class="result.right ? 'proved' : 'harm'">
          <span class="value">{{ round.score }}</span> of 100
        </p>
        <h1>{{ result.size }}, {{ result.teeth }} teeth</h1>
        <p>
          <b>{{ result.says }}</b> <span class="soft">{{ result.about }}</span>
        </p>
        <div class="plays">
          <PlayTable title="Yours" :moves="result.yours" :truth="result.size" />
          <PlayTable title="The best" :moves="result.best" :truth="result.size" />
        </div>
      </template>
      <ProblemNote :problem="problem" />
      <div class="actions">
        <Button :variant="result ? undefined : 'outlined'" :disabled="busy" @click="another">Another gear <KeyCap :k="result ? 'Enter' : 'G'" /></Button>
        <Button variant="outlined" @click="router.push({ name: 'by-ear' })">By ear</Button>
        <Button variant="outlined" @click="router.push({ name: 'by-photo' })">By photo</Button>
        <Button variant="outlined" @click="router.push({ name: 'bench' })">Bench <KeyCap k="Esc" /></Button>
      </div>
      <div v-if="practice?.rounds.length" class="past">
        <p class="label">So far, {{ Math.round(practice.average ?? 0) }} on average</p>
        <ol>
          <li v-for="past in practice.rounds" :key="past.id" :title="`${past.size}, named ${past.named}: ${past.used} readings, best ${past.best}`">
            <span class="value" :class="past.score ? 'proved' : 'harm'">{{ past.score }}</span>
          </li>
        </ol>
      </div>
    </section>
  </main>
</template>

<style scoped>
.practice {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 32px;
  align-content: start;
}

.gear {
  min-height: 300px;
  max-height: calc(100vh - 110px);
}

.right {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  align-content: start;
}

.field {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}

.field label {
  font-weight: 600;
  min-width: 52px;
}

.few {
  width: 76px;
}

.size {
  min-width: 200px;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
}

.ways span,
.ways label {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  color: var(--soft);
}

.ways :deep(.p-button) {
  flex: none;
  white-space: nowrap;
}

.readings li {
  display: flex;
  justify-content: space-between;
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
  font-size: 19px;
}

.score {
  line-height: 1;
  font-size: 20px;
}

.score .value {
  font-size: 60px;
  font-weight: 700;
}

.plays {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
}

.past ol {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}

@media (max-width: 900px) {
  .practice,
  .plays {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
