<script setup lang="ts">
/** What the strip is for: the way to it by an earlier row, tools to gather, and whether it is reached. */
import Button from "primevue/button";
import { computed, ref, watch } from "vue";

import { api, ask } from "../../api/client";
import type { Goal } from "../../api/types";
import { useVisit } from "./visit";

const store = useVisit();
const goal = ref<Goal | null>();
const next = computed(() => goal.value?.way?.steps.find((step) => !step.done));

watch(
  () => [store.visit?.goal, store.visit?.changed_at, store.steps.length],
  async () => {
    const id = store.visit?.id;
    if (!id || !store.visit?.goal) return void (goal.value = null);
    try {
      goal.value = await ask(api.GET("/api/visits/{visit_id}/goal", { params: { path: { visit_id: id } } }));
    } catch {
      // Out of reach: what is known stays.
    }
  },
  { immediate: true },
);

async function drop() {
  const id = store.visit?.id;
  if (!id) return;
  const fresh = await ask(api.PUT("/api/visits/{visit_id}/goal", { params: { path: { visit_id: id } }, body: { goal: "" } }));
  if (store.visit) store.visit.goal = fresh.goal;
}
</script>

<template>
  <aside v-if="goal" class="goal" aria-label="What the strip is for">
    <p>
      <b>For {{ goal.name }}.</b>{{ " " }}
      <span v-if="goal.reached" class="proved">The {{ goal.reached }} is off: look it over.</span>
      <span v-else-if="next"
        >Next by last time: {{ next.title }}<b v-if="next.caution" class="harm">, {{ next.caution }}</b></span
      >
      <span v-else class="soft">Look at: {{ goal.pieces.join(", ") }}.</span>
      <Button variant="text" class="plain" @click="drop">Strip it whole</Button>
    </p>
    <ol v-if="goal.way && !goal.reached">
      <li v-for="step in goal.way.steps" :key="step.title" :class="{ done: step.done }">{{ step.title }}</li>
    </ol>
    <p v-if="goal.way && !goal.reached" class="soft small">
      By {{ goal.way.of }}. <template v-if="goal.way.tools.length">Gather {{ goal.way.tools.join(", ") }}. </template
      ><template v-if="goal.way.leave.length">Leave on: {{ goal.way.leave.join(", ") }}.</template>
    </p>
  </aside>
</template>

<style scoped>
.goal {
  display: grid;
  gap: 4px;
  padding: 10px 16px;
  border-left: 4px solid var(--brass);
  background: var(--panel);
}

ol {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  list-style: decimal inside;
  font-size: 16px;
}

.done {
  color: var(--soft);
  text-decoration: line-through;
}

.plain {
  min-height: 44px;
  margin-block: -10px;
}
</style>
