<script setup lang="ts">
/** Go by an earlier row: pick it, follow it, and see what was otherwise this time. */
import Button from "primevue/button";
import { ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Problem, Reach } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { useGuide } from "./guide";
import { useVisit } from "./visit";

const store = useVisit();
const guide = useGuide();
const problem = ref<Problem>();
const reach = ref<Reach>();

async function follow(id: string | null) {
  try {
    await guide.follow(id);
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

/** The least that must come off to reach a piece, as it was recorded last time. */
async function wayTo(step: string) {
  const id = guide.guide?.guide_id;
  if (!id) return;
  try {
    reach.value = await ask(api.GET("/api/visits/{visit_id}/reach/{step_id}", { params: { path: { visit_id: id, step_id: step } } }));
  } catch (error) {
    problem.value = asProblem(error);
  }
}
</script>

<template>
  <div>
    <template v-if="guide.guide?.guide_id">
      <div class="head">
        <b>{{ guide.guide.label }}</b><Button variant="outlined" @click="follow(null)">Go without</Button>
      </div>
      <p v-if="reach" class="reach">
        To reach it: {{ reach.steps.map((step) => step.number).join(", ") }}<template v-if="reach.unneeded.length">; leave {{ reach.unneeded.join(", ") }}</template
        >.
      </p>
      <p v-else class="soft small">Tap a piece of last time to see the least that must come off for it.</p>
      <ol>
        <li v-for="step in guide.guide.steps" :key="step.id" :class="{ met: step.here, next: step.number === guide.guide.next }">
          <button type="button" @click="wayTo(step.id)">
            <b class="value">{{ step.number }}</b> {{ step.title }}<span v-if="step.here" class="proved"> ✓ {{ step.here }}</span>
          </button>
          <img v-if="step.photo" :src="store.photoUrl(step.photo, true)" alt="" loading="lazy" />
        </li>
      </ol>
      <template v-if="guide.guide.differences.length">
        <p class="label">Otherwise this time</p>
        <ul>
          <li v-for="difference in guide.guide.differences" :key="difference.says" class="other">{{ difference.says }}</li>
        </ul>
      </template>
    </template>
    <template v-else-if="guide.guide?.choices.length">
      <p><b>Has one like it been here before?</b> Go by its row: each step is offered as it came last time.</p>
      <ol>
        <li v-for="choice in guide.guide.choices" :key="choice.id">
          <button type="button" @click="follow(choice.id)">
            <b>{{ choice.label }}</b>, visit {{ choice.number }}, {{ choice.steps }} steps <span class="soft small">{{ choice.same_model ? "same model" : choice.model }}</span>
          </button>
        </li>
      </ol>
    </template>
    <p v-else class="soft">None of this kind has been stripped here yet. This row will guide the next one.</p>
    <ProblemNote :problem="problem" />
  </div>
</template>

<style scoped>
.head,
li {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  align-items: center;
}

li button {
  flex: 1;
  min-height: 44px;
  padding: 2px 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: 500 16px/1.25 var(--sans);
  text-align: left;
  cursor: pointer;
}

.met button {
  color: var(--soft);
}

.next {
  background: var(--brass-wash);
}

img {
  width: 58px;
  height: 44px;
  object-fit: cover;
}

.other {
  padding: 3px 0;
  color: var(--slate);
  font-weight: 600;
}

.reach {
  padding: 8px 0;
  font-weight: 600;
}
</style>
