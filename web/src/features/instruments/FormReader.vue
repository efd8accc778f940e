<script setup lang="ts">
/** Racks, worms, wheels, bevels, pulleys and sprockets: each by its own few measurements. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, nextTick, onMounted } from "vue";
import { useRouter } from "vue-router";

import type { FormIn, Piece } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import SketchDrawing from "../../drawing/SketchDrawing.vue";
import { useVisit } from "../visits/visit";
import CandidateList from "./CandidateList.vue";
import { useForm } from "./form";

const props = defineProps<{ form: FormIn["form"]; piece?: Piece; rim: number }>();
const emit = defineEmits<{ back: [] }>();
const store = useVisit();
const router = useRouter();
const { teeth, mate, outside, hand, lines, at, answer, problem, choice, request, wrong, look, restore } = useForm(props.form);

const FIRST: Record<FormIn["form"], string> = {
  rack: "Measure along several pitches, from flank to the like flank.",
  worm: "Count the starts on the end face, then measure along several threads.",
  wheel: "Count the teeth, then measure over the tips in the throat.",
  bevel: "Count the teeth of both, then measure over the tips at the large end.",
  pulley: "Count the grooves, then measure over the lands.",
  sprocket: "Count the teeth, then measure over the bottoms of opposite spaces.",
};
const sized = computed(() => Boolean(answer.value?.candidates.length && answer.value.answer));
const note = computed(() => (sized.value ? `${answer.value?.candidates[0]?.label ?? ""} drawn` : "size not yet read"));

async function takeNext() {
  const next = answer.value?.next;
  const line = next && lines.value[next.way];
  if (!next || !line) return;
  if (next.n) line.n = String(next.n);
  await nextTick();
  document.querySelector<HTMLInputElement>(`#way-${next.way}`)?.focus();
}

async function pin() {
  if (!sized.value || !props.piece || problem.value) return;
  await store.pin(props.piece.id, props.rim, { ...request.value, show: null }, choice.value);
  emit("back");
}

/** Laid out to be made, of the size that was read. */
function makeIt() {
  const best = answer.value?.candidates[choice.value];
  if (!best) return;
  const query = { kind: props.form, teeth: teeth.value, module: String(best.pitch_mm), size: best.label, mate: mate.value, outside: outside.value, ...(hand.value ? { hand: hand.value } : {}) };
  void router.push({ name: "make", query: Object.fromEntries(Object.entries(query).filter(([, value]) => value)) });
}

function nextField(event: KeyboardEvent) {
  const fields = [...document.querySelectorAll<HTMLInputElement>(".reader input")];
  fields[fields.indexOf(event.target as HTMLInputElement) + 1]?.focus();
}

useKeys({ "Ctrl+Enter": pin, n: takeNext, Escape: () => emit("back") });

onMounted(async () => {
  const counted = props.piece?.teeth[props.rim];
  if (counted) teeth.value = String(counted);
  const kept = props.piece?.pins.find((pin) => pin.rim === props.rim);
  if (kept && kept.form === props.form) restore(kept.request as unknown as FormIn);
  document.querySelector<HTMLInputElement>("#teeth")?.focus();
  await look();
  await nextTick();
  // What to measure comes with the answer, and a list that closes takes the cursor. Whoever types by then keeps it.
  if (!document.activeElement?.matches("input")) document.querySelector<HTMLInputElement>(props.form === "rack" ? ".ways input" : "#teeth")?.focus();
});
</script>

<template>
  <main class="work reader">
    <section class="left">
      <SketchDrawing v-if="answer" :sketch="answer.sketch" :note="note" />
      <div v-else class="paper empty">
        <p>{{ FIRST[form] }}</p>
      </div>
      <div class="counted">
        <slot />
        <template v-if="form !== 'rack'">
          <label for="teeth">{{ form === "worm" ? "Starts" : "Teeth" }}</label>
          <InputText id="teeth" v-model="teeth" class="value few" inputmode="numeric" :invalid="wrong === 'teeth'" @keydown.enter="nextField" />
        </template>
        <template v-if="form === 'bevel'">
          <label for="mate">Mate, teeth</label>
          <InputText id="mate" v-model="mate" class="value few" inputmode="numeric" :invalid="wrong === 'mate_teeth'" @keydown.enter="nextField" />
        </template>
        <template v-if="form === 'worm'">
          <label for="outside">Outside</label>
          <InputText id="outside" v-model="outside" class="value few" inputmode="decimal" :invalid="wrong === 'outside_mm'" @keydown.enter="nextField" />
          <Select v-model="hand" :options="['left', 'right']" aria-label="Hand of the thread" placeholder="hand?" show-clear />
        </template>
      </div>
      <ol v-if="answer" class="ways" aria-label="Measurements">
        <li v-for="way in answer.ways" :key="way.key" @focusin="at = way.key">
          <label :for="`way-${way.key}`">{{ way.label }}</label>
          <template v-if="lines[way.key]">
            <InputText v-if="way.counts" v-model="(lines[way.key] as { n: string }).n" class="value few" inputmode="numeric" :aria-label="way.counts" @keydown.enter="nextField" />
            <InputText
              v-else-if="way.with_size"
              v-model="(lines[way.key] as { size: string }).size"
              class="value few"
              inputmode="decimal"
              placeholder="⌀"
              :aria-label="way.with_size"
              @keydown.enter="nextField"
            />
            <span v-else></span>
            <InputText
              :id="`way-${way.key}`"
              v-model="(lines[way.key] as { value: string }).value"
              class="value"
              inputmode="decimal"
              placeholder="mm"
              :invalid="wrong === way.key"
              @keydown.enter="nextField"
            />
          </template>
        </li>
      </ol>
    </section>
    <section class="right">
      <template v-if="answer && sized">
        <h1 aria-live="polite">{{ answer.answer }}</h1>
        <p :class="answer.certain ? 'proved' : 'soft'">{{ answer.reason }}</p>
        <CandidateList :read="answer" :choice="choice" @choose="choice = $event" />
        <div v-if="answer.next" class="next">
          <p>
            <b>Measure next: {{ answer.next.what }}</b>
          </p>
          <p>{{ answer.next.says }}</p>
          <Button variant="outlined" @click="takeNext">Take it <KeyCap k="N" /></Button>
        </div>
        <dl class="facts">
          <template v-for="fact in answer.facts" :key="fact.name"
            ><dt>{{ fact.name }}</dt>
            <dd class="value">{{ fact.value }}</dd></template
          >
        </dl>
        <p v-for="remark in answer.remarks" :key="remark" class="soft">{{ remark }}</p>
      </template>
      <template v-else-if="answer?.answer">
        <h1 aria-live="polite">{{ answer.answer }}</h1>
        <p class="soft">{{ answer.reason }}</p>
      </template>
      <template v-else-if="!problem">
        <h1>Which size is it?</h1>
        <p class="first">{{ FIRST[form] }}</p>
        <p class="soft">The answer comes with the first reading; what to measure next is named if it is not enough.</p>
      </template>
      <ProblemNote :problem="problem" />
      <div class="actions pinning">
        <Button v-if="piece" :disabled="!sized || !!problem" @click="pin">{{ answer?.certain ? "Pin it" : "Pin as it stands" }} <KeyCap k="Ctrl Enter" /></Button>
        <Button v-if="sized && form !== 'rack'" variant="outlined" @click="makeIt">Make one</Button>
        <Button variant="outlined" @click="emit('back')">{{ piece ? "Back" : "Bench" }} <KeyCap k="Esc" /></Button>
      </div>
    </section>
  </main>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 6px;
}

.ways li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 72px 150px;
  gap: 8px;
  align-items: center;
}

.ways label {
  font-weight: 600;
}

.ways :deep(input) {
  width: 100%;
}

.facts {
  display: grid;
  grid-template-columns: 1fr auto;
}

.facts dt,
.facts dd {
  padding: 7px 0;
  border-top: 1px solid var(--hair);
}

.facts dt {
  color: var(--soft);
}

.facts dd {
  text-align: right;
}

.first {
  font-size: 19px;
}
</style>
