<script setup lang="ts">
/** The rebuild, one piece a screen, in type that is read from two metres. */
import Button from "primevue/button";
import { computed, onMounted, ref, watch } from "vue";

import { asProblem } from "../../../api/client";
import type { Problem, TickIn } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import PieceSheet from "../PieceSheet.vue";
import { answered, useVisit } from "../visit";

const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const problem = ref<Problem>();
const place = ref(0);
const short = ref(0);

const steps = computed(() => store.plan?.steps ?? []);
const now = computed(() => steps.value[place.value]);
const piece = computed(() => store.pieces.find((one) => one.id === now.value?.piece_id));
const step = computed(() => store.steps.find((one) => one.id === now.value?.step_id));
const left = computed(() => (piece.value ? piece.value.count - answered(piece.value) : 0));
const count = computed(() => Math.max(0, left.value - short.value));
const over = computed(() => steps.value.length > 0 && place.value >= steps.value.length);

watch(now, (made) => {
  short.value = 0;
  store.at = made?.step_id ?? "";
});

/** Count the piece in and go on; what is short stays unanswered and is named at the end. */
function next(outcome?: TickIn["outcome"]) {
  if (over.value) return emit("enter", "prove");
  if (!piece.value || !now.value) return;
  if (count.value) void store.tick(piece.value, outcome ?? (now.value.outcome as TickIn["outcome"]), count.value);
  place.value += 1;
}

function back() {
  if (!place.value) return;
  place.value -= 1;
  if (piece.value?.ticks.length) void store.untick(piece.value);
}

function fewer(by: number) {
  short.value = Math.max(0, Math.min(left.value, short.value + by));
}

useKeys({
  Space: () => next(),
  ArrowRight: () => next(),
  ArrowLeft: back,
  Backspace: back,
  s: () => next("spare"),
  w: () => next("off"),
  "-": () => fewer(1),
  "+": () => fewer(-1),
});

onMounted(async () => {
  try {
    await store.loadPlan();
    const open = steps.value.findIndex((one) => {
      const found = store.pieces.find((other) => other.id === one.piece_id);
      return found && answered(found) < found.count;
    });
    place.value = open < 0 ? steps.value.length : open;
    store.at = now.value?.step_id ?? "";
  } catch (error) {
    problem.value = asProblem(error);
  }
});
</script>

<template>
  <ProblemNote :problem="problem" />
  <div v-if="now && piece" class="build">
    <section>
      <p class="label">Build, {{ place + 1 }} of {{ steps.length }}</p>
      <h1 aria-live="assertive">{{ now.title }}</h1>
      <ul>
        <li v-for="remark in now.remarks" :key="remark.text" :class="remark.tone">{{ remark.text }}</li>
      </ul>
      <p v-if="piece.count > 1" class="counted">
        <button type="button" aria-label="one fewer" :disabled="!count" @click="fewer(1)">−</button>
        <span class="value">{{ count }} of {{ piece.count }}</span>
        <button type="button" aria-label="one more" :disabled="!short" @click="fewer(-1)">+</button>
      </p>
      <div class="actions">
        <Button class="big" @click="next()">{{ left ? `${now.done}, next` : "Next" }} <KeyCap k="Space" /></Button>
        <Button class="big" variant="outlined" :disabled="!place" @click="back">Back <KeyCap k="←" /></Button>
      </div>
      <div class="actions">
        <Button variant="outlined" @click="next('spare')">Left out, a spare <KeyCap k="S" /></Button>
        <Button variant="outlined" @click="next('off')">Left out, written off <KeyCap k="W" /></Button>
      </div>
      <p v-if="steps[place + 1]" class="soft then">Then: {{ steps[place + 1]?.title }}</p>
    </section>
    <PieceSheet v-if="step" class="sheet" :step="step" />
  </div>
  <div v-else-if="over" class="build">
    <section>
      <p class="label">Build</p>
      <h1 v-if="store.unanswered.length">{{ store.unanswered.reduce((sum, one) => sum + one.left, 0) }} left over</h1>
      <h1 v-else>Nothing left over</h1>
      <ul v-if="store.unanswered.length">
        <li v-for="one in store.unanswered" :key="one.step.id" class="mind">{{ one.left }} × {{ one.step.piece.name }}, step {{ one.step.number }}</li>
      </ul>
      <ul v-else><li>Every piece that came off is accounted for.</li></ul>
      <div class="actions">
        <Button class="big" @click="emit('enter', 'prove')">Prove it <KeyCap k="Space" /></Button>
        <Button class="big" variant="outlined" @click="back">Back <KeyCap k="←" /></Button>
      </div>
    </section>
  </div>
</template>

<style scoped>
.build {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 36px;
}

section {
  display: grid;
  gap: 18px;
  align-content: start;
}

h1 {
  font-size: 54px;
  line-height: 1.08;
}

ul {
  display: grid;
  gap: 8px;
  font-size: 24px;
  line-height: 1.3;
}

.mind {
  color: var(--oxide);
}

.mark {
  color: var(--slate);
  font-weight: 600;
}

.check {
  color: var(--verdigris);
}

.counted {
  display: flex;
  gap: 14px;
  align-items: center;
  font-size: 26px;
}

.counted button {
  width: 56px;
  height: 56px;
  font: 600 28px/1 var(--sans);
  color: var(--ink);
  background: var(--panel);
  border: 1px solid var(--ink);
  border-radius: 4px;
  cursor: pointer;
}

.counted button:disabled {
  color: var(--soft);
  border-color: var(--hair);
}

.then {
  font-size: 20px;
}

@media (max-width: 900px) {
  .build {
    grid-template-columns: minmax(0, 1fr);
  }

  h1 {
    font-size: 44px;
  }
}
</style>
