<script setup lang="ts">
/** The whole plan: what goes back, what the rules put in between and why, and when it will be done. */
import { computed } from "vue";

import type { Plan } from "../../api/types";

const props = defineProps<{ plan: Plan; at: number }>();
defineEmits<{ go: [place: number]; strike: [key: string]; restore: [key: string] }>();
const total = computed(() => props.plan.steps.reduce((sum, step) => sum + step.minutes, 0));
</script>

<template>
  <div class="plan">
    <p class="soft">
      {{ plan.steps.length }} steps, {{ Math.round(total) }} minutes of work<template v-if="Math.abs(plan.pace - 1) > 0.05"
        >, {{ plan.pace.toFixed(1) }} times the usual, as it took here before</template
      >.
    </p>
    <ol>
      <li v-for="(step, n) in plan.steps" :key="step.key" :class="{ here: n === at, put: step.kind !== 'piece', ticked: step.ticked }">
        <button type="button" class="go" @click="$emit('go', n)">
          <b v-if="step.kind === 'piece'" class="value">{{ step.number }}</b> {{ step.title }} <span v-if="step.rule" class="soft small">{{ step.rule }}</span>
        </button>
        <button v-if="step.kind !== 'piece'" type="button" class="strike" :aria-label="`Strike: ${step.title}`" @click="$emit('strike', step.key)">strike</button>
      </li>
    </ol>
    <template v-if="plan.struck.length">
      <p class="label">Struck</p>
      <ol>
        <li v-for="step in plan.struck" :key="step.key" class="put">
          <span class="go soft">{{ step.title }}, step {{ step.number }}</span>
          <button type="button" class="strike" @click="$emit('restore', step.key)">put back</button>
        </li>
      </ol>
    </template>
  </div>
</template>

<style scoped>
.plan {
  max-height: 440px;
  overflow-y: auto;
  padding: 12px 16px;
  background: var(--panel);
  border: 1px solid var(--hair);
}

li {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--hair);
}

.put {
  padding-left: 22px;
}

.here {
  background: var(--brass-wash);
}

.ticked .go::after {
  content: " ✓";
  color: var(--verdigris);
}

button,
.go {
  min-height: 44px;
  border: 0;
  background: none;
  color: var(--ink);
  font: 500 16px/1.25 var(--sans);
  text-align: left;
}

button {
  cursor: pointer;
}

.go {
  flex: 1;
}

.strike {
  min-width: 70px;
  color: var(--soft);
  text-align: right;
  text-decoration: underline;
}
</style>
