<script setup lang="ts">
/** What was understood, piece by piece; each can be put right where it stands. */
import { nextTick, ref } from "vue";

import type { Entry } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";

const props = defineProps<{ chips: Entry["chips"]; others?: Entry["alternatives"]; piece?: number }>();
const emit = defineEmits<{ correct: [correction: { field: string; value: string; piece: number }] }>();
const editing = ref("");
const value = ref("");
const box = ref<HTMLInputElement[]>();

async function edit(chip: Entry["chips"][number]) {
  editing.value = chip.field;
  value.value = chip.typed;
  await nextTick();
  box.value?.[0]?.select();
}

function done() {
  if (!editing.value) return;
  emit("correct", { field: editing.value, value: value.value, piece: props.piece ?? 0 });
  editing.value = "";
}
</script>

<template>
  <ul class="chips" aria-label="Understood">
    <li v-for="chip in chips" :key="chip.field" :class="chip.field">
      <form v-if="editing === chip.field" @submit.prevent="done">
        <span>{{ chip.label }}</span>
        <input ref="box" v-model="value" :aria-label="chip.label" :size="Math.max(4, value.length)" @blur="done" @keydown.esc="editing = ''" />
      </form>
      <button v-else type="button" :title="`Put right: ${chip.label}`" @click="edit(chip)">
        <span>{{ chip.label }}</span> {{ chip.value }}
      </button>
    </li>
    <li v-if="others?.[0]" class="other">
      <button type="button" @click="emit('correct', { field: 'kind', value: others[0].kind, piece: 0 })"><span>or is it a</span> {{ others[0].label }} <KeyCap k="Alt K" /></button>
    </li>
  </ul>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

button,
form {
  display: inline-flex;
  align-items: center;
  gap: 9px;
  max-width: 100%;
  min-height: 44px;
  padding: 6px 13px;
  background: var(--panel);
  border: 1px solid var(--hair);
  border-radius: 4px;
  font: 500 17px/1.25 var(--mono);
  text-align: left;
  overflow-wrap: anywhere;
  color: var(--ink);
  cursor: pointer;
}

form {
  border-color: var(--brass);
}

span {
  font: 450 15px/1 var(--sans);
  color: var(--soft);
}

input {
  border: 0;
  padding: 0;
  background: none;
  color: var(--ink);
  font: inherit;
}

input:focus {
  outline: none;
}

.other button {
  border-style: dashed;
}

.facing button {
  border-color: var(--slate);
  color: var(--slate);
}

.caution button {
  border-color: var(--oxide);
  color: var(--oxide);
}
</style>
