<script setup lang="ts">
/** Shims, disc springs, friction stacks, press fits, pre-turns and tightening orders; kept with a piece of a visit. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import SelectButton from "primevue/selectbutton";
import { computed, onMounted, reactive, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../../api/client";
import { latest, resting } from "../../../api/latest";
import type { Fitted, FittingIn, Problem } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import TopBar from "../../../app/TopBar.vue";
import FitDrawing from "../../../drawing/FitDrawing.vue";
import { useVisit } from "../../visits/visit";
import { useChoices } from "../choices";
import { figures, maybeNumber } from "../../../text/numbers";
import "../panel.css";

const route = useRoute();
const router = useRouter();
const store = useVisit();
const choices = useChoices();
const TEXTS = ["stack", "washers"];
const job = ref(typeof route.query.job === "string" ? route.query.job : "shims");
const texts = reactive<Record<string, string>>({});
const picks = reactive({ material: "fibre on steel, greased", grade: "p6", hub: "brass", shaft: "steel", shape: "ring" });
/** The friction stack pressed by the disc springs described beside it. */
const sprung = ref(false);
const backOff = ref("0.5");
const fitted = ref<Fitted>();
const problem = ref<Problem>();
const fieldsOf = (key: string) => choices.value?.jobs.find((sheet) => sheet.key === key)?.fields ?? [];

function fields(of: string) {
  return Object.fromEntries(
    fieldsOf(of).flatMap(({ name }): [string, unknown][] => {
      const text = (texts[`${of}.${name}`] ?? "").trim();
      if (!text) return [];
      if (name === "packs") return [[name, text.split(/[\s;]+/).map((each) => ({ thickness_mm: each }))]];
      if (TEXTS.includes(name) || (name.endsWith("_mm") && !["low_mm", "high_mm", "left_mm"].includes(name))) return [[name, text]];
      return [[name, maybeNumber(text) ?? text]];
    }),
  );
}
const work = computed(() => {
  const said: Record<string, unknown> = { job: job.value, ...fields(job.value) };
  if (job.value === "friction") {
    said.material = picks.material;
    if (said.torque_nmm) delete said.force_n;
    if (sprung.value) Object.assign(said, { force_n: undefined, spring: { job: "discs", ...fields("discs") }, back_off_turns: maybeNumber(backOff.value) });
  }
  if (job.value === "press") Object.assign(said, { grade: picks.grade, hub_material: picks.hub, shaft_material: picks.shaft });
  if (job.value === "tighten") said.shape = picks.shape;
  return { work: said } as unknown as FittingIn;
});

const begin = latest();
async function look() {
  const last = begin();
  try {
    const answer = await ask(api.POST("/api/sums/fitting", { body: work.value }));
    if (!last()) return;
    fitted.value = answer;
    problem.value = undefined;
  } catch (error) {
    // The last good answer stays.
    if (last()) problem.value = asProblem(error);
  }
}
watch(
  work,
  resting(() => void look()),
  { deep: true },
);
watch(job, () => (fitted.value = undefined));

/** Pieces of the visit this was opened from. */
const visitId = computed(() => (typeof route.query.visit === "string" ? route.query.visit : ""));
const pieces = computed(() => (visitId.value ? store.laid.map(({ step, piece }) => ({ id: piece.id, label: `${step.number} ${piece.name}` })) : []));
const piece = ref(typeof route.query.piece === "string" ? route.query.piece : "");
const kept = ref("");
async function keep() {
  if (!piece.value || !fitted.value || problem.value) return;
  await store.keepWork(piece.value, work.value, fitted.value);
  kept.value = `Kept with ${pieces.value.find((each) => each.id === piece.value)?.label ?? "the piece"}: the build says it there.`;
}
const back = () => (visitId.value ? router.push({ name: "visit", params: { visitId: visitId.value } }) : router.push({ name: "bench" }));

/** What stands there to begin with, once it is known. */
watch(
  choices,
  (known) => {
    for (const sheet of known?.jobs ?? []) for (const { name, usual } of sheet.fields) texts[`${sheet.key}.${name}`] ??= usual;
  },
  { immediate: true },
);
useKeys({ Escape: back, "Ctrl+Enter": keep });
onMounted(async () => {
  if (visitId.value && store.visit?.id !== visitId.value) await store.load(visitId.value).catch(() => undefined);
});
</script>

<template>
  <TopBar title="Fits" :about="visitId ? `in ${store.visit?.unit.label ?? ''}` : 'what is shimmed, sprung, rubbed and pressed'" />
  <main class="work view">
    <SelectButton v-model="job" class="jobs" :options="choices?.jobs ?? []" option-label="label" option-value="key" :allow-empty="false" aria-label="What is fitted" />
    <section class="left">
      <div class="grid">
        <label v-for="{ name, label } in fieldsOf(job)" :key="name" :class="{ long: ['packs', 'stack', 'washers'].includes(name) }"
          >{{ label }} <InputText v-model="texts[`${job}.${name}`]" class="value" spellcheck="false" :invalid="problem?.field?.endsWith(name)"
        /></label>
        <template v-if="job === 'friction'">
          <label class="long">faces <Select v-model="picks.material" :options="Object.keys(choices?.friction ?? {})" aria-label="Faces" /></label>
          <label class="tick long"><input v-model="sprung" type="checkbox" /> pressed by the disc springs of the other sheet</label>
          <label v-if="sprung">backed off from home, turns <InputText v-model="backOff" class="value" inputmode="decimal" /></label>
        </template>
        <template v-if="job === 'press'">
          <label>grade in H7 <Select v-model="picks.grade" :options="choices?.grades ?? []" aria-label="Grade" /></label>
          <label>hub of <Select v-model="picks.hub" :options="choices?.press_materials ?? []" aria-label="Hub of" /></label>
          <label>shaft of <Select v-model="picks.shaft" :options="choices?.press_materials ?? []" aria-label="Shaft of" /></label>
        </template>
        <label v-if="job === 'tighten'">set in <Select v-model="picks.shape" :options="['ring', 'rectangle']" aria-label="Set in" /></label>
      </div>
      <FitDrawing v-if="fitted" :fitted="fitted" :job="job" :stack="texts[`${job}.stack`] ?? texts[`${job}.washers`] ?? ''" :shape="picks.shape" />
    </section>
    <section class="right">
      <ProblemNote :problem="problem" />
      <template v-if="fitted">
        <h1 aria-live="polite">{{ fitted.says }}</h1>
        <p v-if="fitted.mind" class="verdict bad">{{ fitted.mind }}</p>
        <table class="figures">
          <tbody>
            <tr v-for="row in fitted.rows" :key="row.label">
              <td>
                {{ row.label }}
                <p v-if="row.how" class="soft small">{{ row.how }}</p>
              </td>
              <td class="value num">
                {{ figures(row.value) }} <span class="soft">{{ row.unit }}</span>
              </td>
            </tr>
          </tbody>
        </table>
        <table v-if="fitted.shims.length > 1" class="figures">
          <thead>
            <tr>
              <th>or</th>
              <th class="num">play left</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(stack, n) in fitted.shims.slice(1)" :key="n">
              <td class="value">
                {{ [...stack.left_mm, ...stack.right_mm].join(" + ") || "none" }}<span v-if="stack.right_mm.length" class="soft small"> right {{ stack.right_mm.join(" + ") }}</span>
              </td>
              <td class="value num">{{ stack.play_mm.toFixed(2) }}</td>
            </tr>
          </tbody>
        </table>
        <div v-if="pieces.length" class="asked">
          <label>Keep it with <Select v-model="piece" :options="pieces" option-label="label" option-value="id" placeholder="a piece of the row" aria-label="Keep it with" /></label>
          <Button :disabled="!piece || Boolean(problem)" @click="keep">Keep it <KeyCap k="Ctrl Enter" /></Button>
        </div>
        <p v-if="kept" class="proved" role="status">{{ kept }}</p>
      </template>
      <div class="actions">
        <Button variant="outlined" @click="back">{{ visitId ? "Back to the visit" : "Bench" }} <KeyCap k="Esc" /></Button>
      </div>
    </section>
  </main>
</template>

<style scoped>
.view {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 14px 32px;
  align-content: start;
}

.jobs {
  grid-column: 1 / -1;
}

section {
  display: grid;
  gap: 12px;
  align-content: start;
}

.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px 14px;
}

.grid label {
  display: grid;
  font-size: 15px;
  color: var(--soft);
}

.grid .long {
  grid-column: span 2;
}

.grid .tick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
}

.tick input {
  width: 22px;
  height: 22px;
  accent-color: var(--brass);
}

.grid :deep(.p-inputtext),
.grid :deep(.p-select) {
  width: 100%;
  min-width: 0;
}

h1 {
  font-size: 26px;
}

@media (max-width: 900px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}

/* On a phone the jobs stand in two lines, none cut off. */
@media (max-width: 700px) {
  .jobs {
    flex-wrap: wrap;
  }

  .jobs :deep(button) {
    flex: 1 0 30%;
  }
}
</style>
