<script setup lang="ts">
/** What filed visits taught this bench about causes: by kind of unit, to be forgotten, taken up again, taken along. */
import Button from "primevue/button";
import { onMounted, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { LearntKind, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";

const kinds = ref<LearntKind[]>([]);
/** The kind just forgotten, to be taken up again. */
const forgotten = ref<LearntKind>();
const problem = ref<Problem>();

async function trying(work: () => Promise<LearntKind[]>) {
  try {
    kinds.value = await work();
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function teach(kind: LearntKind, teaches: boolean) {
  await trying(() => ask(api.PUT("/api/learnt/{kind}", { params: { path: { kind: kind.kind } }, body: { teaches } })));
  forgotten.value = teaches ? undefined : kind;
}

function takeAlong() {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([JSON.stringify(kinds.value, null, 1)], { type: "application/json" }));
  link.download = "learnt-causes.json";
  link.click();
  URL.revokeObjectURL(link.href);
}

onMounted(() => void trying(() => ask(api.GET("/api/learnt"))));
</script>

<template>
  <section v-if="kinds.length || forgotten" class="learnt" aria-label="What it was here">
    <h1>What it was here</h1>
    <p class="soft">From filed visits whose cause was named. Listen weighs it with what is usual elsewhere.</p>
    <ProblemNote :problem="problem" />
    <p v-if="forgotten">Nothing of “{{ forgotten.kind_label }}” counts any more. <Button variant="text" @click="teach(forgotten, true)">Take it up again</Button></p>
    <div v-for="kind in kinds" :key="kind.kind" class="kind">
      <p class="label">{{ kind.kind_label }} <Button variant="text" :aria-label="`Forget it: what ${kind.kind_label} had`" @click="teach(kind, false)">Forget it</Button></p>
      <ul>
        <li v-for="fault in kind.faults" :key="fault.fault">
          <span>{{ fault.name }}</span><span class="value">{{ fault.many }} of {{ fault.of }}</span>
          <span class="bar"><span :style="{ width: `${(100 * fault.many) / fault.of}%` }" /></span>
        </li>
      </ul>
    </div>
    <Button v-if="kinds.length" variant="outlined" class="along" @click="takeAlong">Take it along as a file</Button>
  </section>
</template>

<style scoped>
.learnt,
.kind {
  display: grid;
  gap: 6px;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 12px;
  padding: 4px 0;
}

.bar {
  grid-column: 1 / -1;
  height: 6px;
  background: var(--grid);
}

.bar > span {
  display: block;
  height: 100%;
  background: var(--verdigris);
}

.along {
  justify-self: start;
}
</style>
