<script setup lang="ts">
/** Reminders where the member looks anyway: an address that a calendar follows, or a file. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";

/** Shown when it is asked for: whoever has it can read. */
const address = ref("");
const copied = ref(false);
const problem = ref<Problem>();

async function show() {
  try {
    address.value = (await ask(api.GET("/api/reminders"))).address;
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function copy() {
  await navigator.clipboard.writeText(address.value);
  copied.value = true;
}

const all = (event: Event) => (event.target as HTMLInputElement).select();
</script>

<template>
  <section aria-labelledby="calendar">
    <h2 id="calendar" class="label">Reminders in your calendar</h2>
    <p>What is to be looked at again by a day, and what was promised.</p>
    <div class="actions">
      <Button v-if="!address" variant="outlined" @click="show">Show the address to follow</Button>
      <a class="file" href="/api/reminders.ics" download>As a file</a>
    </div>
    <div v-if="address" class="follow">
      <InputText :model-value="address" readonly class="value small" aria-label="Address to follow" @focus="all" />
      <Button variant="outlined" @click="copy">{{ copied ? "Copied" : "Copy" }}</Button>
    </div>
    <p v-if="address" class="soft small">Yours alone: whoever has it reads your reminders. A new password ends it.</p>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 10px;
}

.actions,
.follow {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
}

.follow :deep(input) {
  flex: 1 1 220px;
  min-width: 0;
}

.file {
  display: inline-flex;
  align-items: center;
  min-height: 48px;
  font-weight: 600;
}
</style>
