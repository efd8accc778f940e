<script setup lang="ts">
/** What hands do in a check: the part in lines, what is done to it in brass. */
import type { NextCheckOut } from "../api/types";
import { SCENES } from "./checks";

defineProps<{ draw: NextCheckOut["draw"]; says: string }>();
</script>

<template>
  <svg class="check" viewBox="0 0 300 130" role="img" :aria-label="says">
    <path v-for="d in SCENES[draw].part" :key="d" class="part" :d="d" />
    <path v-for="d in SCENES[draw].thin ?? []" :key="d" class="thin" :d="d" />
    <path v-for="d in SCENES[draw].done" :key="d" class="done" :d="d" />
    <path v-for="d in SCENES[draw].heads ?? []" :key="d" class="head" :d="d" />
    <text v-for="word in SCENES[draw].words ?? []" :key="word.says" :x="word.x" :y="word.y" text-anchor="middle">{{ word.says }}</text>
  </svg>
</template>

<style scoped>
.check {
  display: block;
  width: 100%;
  max-height: 150px;
}

.part,
.thin,
.done {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.thin {
  stroke: var(--soft);
  stroke-width: 1.5;
}

.done {
  stroke: var(--brass);
  stroke-width: 3.5;
}

.head {
  fill: var(--brass);
}

text {
  fill: var(--soft);
  font: 600 15px var(--mono);
}
</style>
