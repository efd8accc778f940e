<script setup lang="ts">
/** Looks through the row for a piece. What fits is told as the words are typed; Enter takes the first in hand. */
import { computed, onMounted, ref, watch } from "vue";

import type { Step } from "../../api/types";
import { foundIn, saidOf } from "./rowFound";

const props = defineProps<{ steps: Step[] }>();
const emit = defineEmits<{ found: [ids: Set<string> | undefined]; take: [step: Step]; close: [] }>();
const words = ref("");
const field = ref<HTMLInputElement>();
/** Gathered once, not at each letter. */
const said = computed(() => props.steps.map((step): [string, string] => [step.id, saidOf(step)]));
const found = computed(() => foundIn(said.value, words.value));
watch(found, (ids) => emit("found", ids));

function take() {
  const first = props.steps.find((step) => found.value?.has(step.id));
  if (first) emit("take", first);
  emit("close");
}

onMounted(() => field.value?.focus());
</script>

<template>
  <form class="find" @submit.prevent="take">
    <input
      ref="field"
      v-model="words"
      aria-label="Find in the row"
      placeholder="screw, 18t, replace"
      maxlength="60"
      autocomplete="off"
      autocapitalize="off"
      @keydown.esc.stop="emit('close')"
      @keydown.enter.stop
    />
    <span class="value" role="status">{{ found ? `${found.size} of ${steps.length}` : steps.length }}</span>
    <button type="button" aria-label="Show the whole row" @click="emit('close')">×</button>
  </form>
</template>

<style scoped>
.find {
  position: absolute;
  right: var(--margin);
  bottom: 100%;
  display: flex;
  align-items: center;
  gap: 8px;
  border: 1px solid var(--ink);
  border-bottom: 0;
  border-radius: 4px 4px 0 0;
  background: var(--panel);
}

input {
  width: 220px;
  height: 44px;
  padding: 0 12px;
  border: 0;
  background: none;
  color: inherit;
  font: 500 17px/1 var(--mono);
}

input:focus-visible {
  outline-offset: -4px;
}

.value {
  color: var(--soft);
  white-space: nowrap;
}

button {
  width: 48px;
  height: 44px;
  border: 0;
  background: none;
  color: inherit;
  font: 600 22px/1 var(--sans);
  cursor: pointer;
}
</style>
