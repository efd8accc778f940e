<script setup lang="ts">
/** How many teeth, when some are gone: by whatever routes are open, each shown by itself. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, reactive, ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import { latest } from "../../api/latest";
import type { Count, CountIn, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { useChoices } from "./choices";

const props = defineProps<{ counted: number[]; module?: number }>();
const emit = defineEmits<{ use: [teeth: number] }>();

const choices = useChoices();
const routes = computed(() => choices.value?.count_routes ?? []);
/** By route and field. */
const typed = reactive<Record<string, string>>({});
const count = ref<Count>();
const problem = ref<Problem>();

watch(
  () => props.module,
  (module) => {
    if (module && !typed["mate.module_mm"]) typed["mate.module_mm"] = module.toFixed(4).replace(/0+$/, "");
  },
  { immediate: true },
);

/** The routes that are told in full. */
const request = computed<CountIn>(() => {
  const filled: Record<string, Record<string, string>> = {};
  for (const { key, fields } of routes.value) {
    const texts = fields.map(({ name }): [string, string] => [name, (typed[`${key}.${name}`] ?? "").trim()]);
    if (texts.every(([, text]) => text)) filled[key] = Object.fromEntries(texts);
  }
  return { counted: props.counted, ...filled };
});

const begin = latest();
watch(
  request,
  async (body) => {
    const last = begin();
    if (!Object.keys(body).some((key) => key !== "counted")) {
      count.value = problem.value = undefined;
      return;
    }
    try {
      const answer = await ask(api.POST("/api/sums/count", { body }));
      if (!last()) return;
      count.value = answer;
      problem.value = undefined;
    } catch (error) {
      if (last()) problem.value = asProblem(error);
    }
  },
  { deep: true },
);
</script>

<template>
  <section class="panel" aria-label="Missing teeth">
    <fieldset v-for="route in routes" :key="route.key">
      <legend>{{ route.label }}</legend>
      <label v-for="{ name, label } in route.fields" :key="name">{{ label }} <InputText v-model="typed[`${route.key}.${name}`]" class="value" inputmode="decimal" /></label>
    </fieldset>
    <ProblemNote :problem="problem" />
    <template v-if="count">
      <p class="answer" aria-live="polite">{{ count.answer }}</p>
      <p v-for="against in count.against" :key="against" class="harm">{{ against }}. One of them is wrong: read both again.</p>
      <ul>
        <li v-for="route in count.routes" :key="route.name">
          <span class="soft">{{ route.name }}</span> <span class="value">{{ route.estimate.toFixed(1) }} ± {{ route.error.toFixed(1) }}</span>
        </li>
      </ul>
      <div class="actions">
        <Button v-for="odds in count.odds.slice(0, 3)" :key="odds.teeth" variant="outlined" @click="emit('use', odds.teeth)"
          >Use {{ odds.teeth }} <span class="soft value">{{ Math.round(odds.probability * 100) }} %</span></Button
        >
      </div>
    </template>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 10px;
  padding: 12px 0;
  border-top: 1px solid var(--ink);
}

fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin: 0;
  padding: 0;
  border: 0;
}

legend {
  padding: 0 0 4px;
  font-weight: 600;
}

label {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--soft);
  font-size: 16px;
}

label :deep(input) {
  width: 84px;
}

.answer {
  font-size: 22px;
  font-weight: 700;
}
</style>
