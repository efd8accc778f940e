<script setup lang="ts">
/** Causes as bars that move while one answers, with what speaks for each and against it. */
import Button from "primevue/button";
import { ref } from "vue";

import type { Diagnosis } from "../../../api/types";
import { percent } from "./diagnosis";

/** `plain` where nothing can be named yet. */
defineProps<{ found: Pick<Diagnosis, "faults" | "something_else">; cause: string; plain?: boolean }>();
const emit = defineEmits<{ itWas: [fault: string] }>();
/** Those opened by hand; the two likeliest stand open. */
const opened = ref<string[]>([]);
const OPEN = 2;

function turn(key: string) {
  opened.value = opened.value.includes(key) ? opened.value.filter((known) => known !== key) : [...opened.value, key];
}
</script>

<template>
  <TransitionGroup tag="ol" name="bars" class="causes">
    <li v-for="(fault, n) in found.faults" :key="fault.key" :class="{ named: cause === fault.key }">
      <button type="button" class="row" :aria-expanded="plain ? undefined : n < OPEN || opened.includes(fault.key)" @click="turn(fault.key)">
        <span class="name">{{ fault.name }}</span>
        <span class="value">{{ percent(fault.probability) }}</span>
        <span class="bar"><span :style="{ width: `${fault.probability * 100}%` }" /></span>
      </button>
      <div v-if="!plain && (n < OPEN || opened.includes(fault.key))" class="why">
        <p v-if="fault.for.length"><b class="proved">for</b> {{ fault.for.slice(0, 4).join(" · ") }}</p>
        <p v-if="fault.against.length"><b class="harm">against</b> {{ fault.against.slice(0, 3).join(" · ") }}</p>
        <p class="end">
          <span v-if="cause === fault.key" class="proved">This is what it was.</span>
          <span v-else-if="fault.then" class="soft">Left in: {{ fault.then }}.</span>
          <Button v-if="!plain" class="was" variant="text" @click="emit('itWas', cause === fault.key ? '' : fault.key)">{{ cause === fault.key ? "Open again" : "It was this" }}</Button>
        </p>
      </div>
    </li>
    <li key="else" class="else">
      <div class="row">
        <span class="name soft">something else</span>
        <span class="value soft">{{ percent(found.something_else) }}</span>
        <span class="bar"><span :style="{ width: `${found.something_else * 100}%` }" /></span>
      </div>
    </li>
  </TransitionGroup>
</template>

<style scoped>
.causes {
  display: grid;
  gap: 2px;
}

.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 12px;
  width: 100%;
  min-height: 44px;
  padding: 6px 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: 600 17px/1.3 var(--sans);
  text-align: left;
}

button.row {
  cursor: pointer;
}

.bar {
  grid-column: 1 / -1;
  height: 8px;
  background: var(--grid);
  border-radius: 2px;
  overflow: hidden;
}

.bar > span {
  display: block;
  height: 100%;
  background: var(--brass);
  transition: width 0.35s;
}

.else .bar > span {
  background: var(--soft);
}

.named .bar > span {
  background: var(--verdigris);
}

.why {
  display: grid;
  gap: 2px;
  padding: 2px 0 8px;
  font-size: 16px;
}

.why b {
  margin-right: 6px;
}

.end {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  min-height: 44px;
}

.was {
  flex: none;
  margin-left: auto;
  padding-inline: 0;
  white-space: nowrap;
}

.bars-move {
  transition: transform 0.35s;
}
</style>
