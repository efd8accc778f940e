<script setup lang="ts">
/** The measurements taken, in the order they were; each can be read again. */
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import SelectButton from "primevue/selectbutton";
import { nextTick, ref } from "vue";

import { kindOf, kindsOf, type Kind, type Row } from "./reader";

const rows = defineModel<Row[]>("rows", { required: true });
defineProps<{ wrong: number; ring: boolean }>();
const emit = defineEmits<{ at: [n: number]; add: [kind: Kind]; drop: [n: number] }>();
const HOW = [
  { key: "settled", label: "settled" },
  { key: "largest", label: "largest" },
];
const adding = ref<Kind>();
const list = ref<HTMLElement>();

/** Once the list has closed, since it takes the focus back as it does. */
function add() {
  if (adding.value) emit("add", adding.value);
  adding.value = undefined;
}

/** To the value of a row, or to what the row still needs. */
async function focus(n: number) {
  await nextTick();
  const inputs = [...(list.value?.children[n]?.querySelectorAll<HTMLInputElement>("input") ?? [])];
  (inputs.find((input) => !input.value) ?? inputs.at(-1))?.focus();
}

function nextField(event: KeyboardEvent) {
  const fields = [...document.querySelectorAll<HTMLInputElement>(".reader input")];
  fields[fields.indexOf(event.target as HTMLInputElement) + 1]?.focus();
}

defineExpose({ focus });
</script>

<template>
  <ol ref="list" class="measured" aria-label="Measurements">
    <li v-for="(row, n) in rows" :key="n" @focusin="emit('at', n)">
      <label :for="`value${n}`">{{ kindOf(row.kind)?.label ?? row.kind }}</label>
      <span class="extra">
        <InputText v-if="kindOf(row.kind)?.number" v-model="row.k" class="value few" inputmode="numeric" :aria-label="kindOf(row.kind)?.number" @keydown.enter="nextField" />
        <InputText v-else-if="kindOf(row.kind)?.pins" v-model="row.size" class="value few" inputmode="decimal" placeholder="⌀" aria-label="pin diameter" @keydown.enter="nextField" />
        <SelectButton v-else-if="kindOf(row.kind)?.hows.length" v-model="row.how" :options="HOW" option-label="label" option-value="key" :allow-empty="false" aria-label="how the tips are read" />
      </span>
      <InputText :id="`value${n}`" v-model="row.values" class="value reading" inputmode="decimal" :placeholder="n ? '' : 'mm or 0.5in'" :invalid="wrong === n" @keydown.enter="nextField" />
      <button type="button" class="drop" :aria-label="`Take off: ${kindOf(row.kind)?.label ?? row.kind}`" @click="emit('drop', n)">×</button>
    </li>
  </ol>
  <div class="more">
    <Select v-model="adding" :options="kindsOf(ring)" option-label="label" option-value="key" placeholder="Measure something else" aria-label="Measure something else" @hide="add" />
    <slot />
    <span class="soft small">Again: 8.61; 8.60</span>
  </div>
</template>

<style scoped>
.measured {
  display: grid;
  gap: 6px;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 206px 44px;
  gap: 8px;
  align-items: center;
}

label {
  font-weight: 600;
}

.few {
  width: 64px;
}

.reading {
  width: 206px;
}

.drop {
  width: 44px;
  height: 44px;
  border: 0;
  background: none;
  color: var(--soft);
  font: 500 24px/1 var(--sans);
  cursor: pointer;
}

.drop:hover {
  color: var(--ink);
  background: var(--brass-wash);
}

/* On a phone the name stands over its reading. */
@media (max-width: 700px) {
  li {
    grid-template-columns: auto minmax(0, 1fr) 44px;
  }

  label {
    grid-column: 1 / -1;
  }

  .reading {
    width: 100%;
  }
}

.more {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
  align-items: center;
}
</style>
