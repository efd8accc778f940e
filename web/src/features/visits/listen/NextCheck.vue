<script setup lang="ts">
/** The check that tells most for its minutes: how, and what there is to answer. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, ref, watch } from "vue";

import type { Diagnosis, TrialIn } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import CheckDrawing from "../../../drawing/CheckDrawing.vue";
import CountForm from "./CountForm.vue";

const props = defineProps<{ found: Diagnosis; sending: string[] }>();
const emit = defineEmits<{ answer: [check: string, said: TrialIn["answer"]] }>();
const chosen = ref("");
const figure = ref("");
const offered = computed(() => [...(props.found.next ? [props.found.next] : []), ...props.found.others].filter((check) => !props.sending.includes(check.check)));
const check = computed(() => offered.value.find((known) => known.check === chosen.value) ?? offered.value[0]);
const others = computed(() => offered.value.filter((known) => known !== check.value));
watch(check, () => (figure.value = ""));

function say(said: TrialIn["answer"] | undefined) {
  if (!check.value || said === undefined || said === "") return;
  emit("answer", check.value.check, said);
  chosen.value = "";
}

useKeys(Object.fromEntries(Array.from({ length: 6 }, (_, n) => [String(n + 1), () => say(check.value?.answers[n]?.key)])));
</script>

<template>
  <section class="next" aria-label="Next check">
    <template v-if="check">
      <p class="label">{{ chosen && check.check === chosen ? "Check" : "The check that tells most" }} · {{ check.minutes }} min</p>
      <h2>{{ check.name }}</h2>
      <div class="how">
        <CheckDrawing :draw="check.draw" :says="check.how" />
        <p>{{ check.how }}</p>
      </div>
      <CountForm v-if="check.by" :key="check.check" :by="check.by" :train="found.train" @say="say" />
      <form v-else-if="check.number" class="figure" @submit.prevent="say(figure.trim())">
        <InputText v-model="figure" class="value" inputmode="decimal" :aria-label="`Figure read, ${check.number}`" />
        <span class="soft">{{ check.number }}</span>
        <Button type="submit" :disabled="!figure.trim()">Keep</Button>
        <span class="soft">or as it feels:</span>
      </form>
      <div class="answers">
        <Button v-for="(answer, n) in check.answers" :key="answer.key" variant="outlined" @click="say(answer.key)">{{ answer.label }} <KeyCap :k="String(n + 1)" /></Button>
      </div>
      <details v-if="others.length" :key="found.trials.length">
        <summary>Another check</summary>
        <ul>
          <li v-for="other in others" :key="other.check">
            <button type="button" @click="chosen = other.check">
              {{ other.name }} <span class="soft">{{ other.minutes }} min</span>
            </button>
          </li>
        </ul>
      </details>
    </template>
    <p v-else class="soft">Nothing that can be tried now tells more. Open it.</p>
    <ul v-if="found.trials.length" class="tried" aria-label="Tried">
      <li v-for="trial in found.trials" :key="trial.check">
        <span
          >{{ trial.name }}: <b>{{ trial.figure ? `${trial.figure}, ${trial.label}` : trial.label }}</b></span
        >
        <Button variant="text" :aria-label="`Take back: ${trial.name}`" @click="emit('answer', trial.check, null)">take back</Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.next {
  display: grid;
  gap: 12px;
  align-content: start;
  padding: 18px 20px;
  background: var(--panel);
  border: 1px solid var(--hair);
  border-top: 4px solid var(--brass);
}

h2 {
  font-size: 21px;
  line-height: 1.25;
}

.how {
  display: grid;
  grid-template-columns: minmax(140px, 220px) minmax(0, 1fr);
  gap: 16px;
  align-items: center;
}

.answers {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 8px;
}

.answers > * {
  min-height: 52px;
  justify-content: space-between;
}

.figure {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}

.figure .value {
  width: 110px;
}

summary {
  min-height: 44px;
  padding: 10px 0;
  color: var(--soft);
  cursor: pointer;
}

details button {
  width: 100%;
  min-height: 44px;
  padding: 8px 0;
  border: 0;
  border-top: 1px solid var(--hair);
  background: none;
  color: var(--ink);
  font: 500 16px/1.3 var(--sans);
  text-align: left;
  cursor: pointer;
}

.tried {
  border-top: 1px solid var(--hair);
}

.tried li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 10px;
  font-size: 16px;
}

@media (max-width: 600px) {
  .how {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
