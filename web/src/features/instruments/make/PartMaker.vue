<script setup lang="ts">
/** A worm, its wheel, a bevel, a pulley or a sprocket: its figures on the left, what comes of them on the right. */
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, ref, watch } from "vue";
import { useRoute } from "vue-router";

import { api, ask } from "../../../api/client";
import type { MakePartIn } from "../../../api/types";
import ProblemNote from "../../../app/ProblemNote.vue";
import { figures, maybeNumber, numberOr } from "../../../text/numbers";
import FileButtons from "./FileButtons.vue";
import MadeOutline from "./MadeOutline.vue";
import { linesOf, type Shape, SHAPES, useMaking, useProcesses } from "./making";
import { keepPair, type MadeForm, ofPair, PARTS } from "./parts";

const props = defineProps<{ form: MadeForm }>();
const part = PARTS.find((each) => each.form === props.form)!;
const query = useRoute().query;
const { ways, processOf, choices } = useProcesses();
const HANDS = [
  { key: "right", label: "right-hand" },
  { key: "left", label: "left-hand" },
];

const MATES: Record<MadeForm, string> = { worm: "its wheel", wheel: "", bevel: "mate", pulley: "other pulley", sprocket: "other sprocket" };

const EMPTY = {
  teeth: "",
  module: "",
  size: "",
  mate: "",
  outside: "",
  starts: "1",
  hand: "right",
  width: "",
  play: "0",
  bore: "",
  shape: "round" as Shape,
  boss: "",
  length: "",
  flanges: "",
  process: "exact",
  distance: "",
  torque: "",
};
/** What was read of this very part; a worm and its wheel share what makes them a pair. */
const carried = query.kind === props.form ? Object.fromEntries(Object.entries(query).filter(([name, value]) => name in EMPTY && typeof value === "string")) : {};
const screwed = computed(() => props.form === "worm" || props.form === "wheel");
const paired = screwed.value ? ofPair(props.form) : {};
const said = ref({ ...EMPTY, ...part.usual, ...paired, ...carried });
watch(said, (now) => screwed.value && keepPair(props.form, now), { deep: true, immediate: true });
const sizes = computed(() => (props.form === "pulley" ? choices.value?.belts : props.form === "sprocket" ? choices.value?.chains : undefined) ?? []);
watch(
  sizes,
  (known) => {
    if (known.length && !known.includes(said.value.size)) said.value.size = known[Math.min(1, known.length - 1)] ?? "";
  },
  { immediate: true },
);
const belted = computed(() => props.form === "pulley" || props.form === "sprocket");

const request = computed<MakePartIn>(() => {
  const v = said.value;
  const body = {
    form: props.form,
    teeth: numberOr(v.teeth, NaN),
    module_mm: belted.value ? null : v.module || null,
    size: v.size,
    mate_teeth: props.form === "wheel" ? null : (maybeNumber(v.mate) ?? null),
    centre_distance_mm: v.distance || null,
    torque_nmm: maybeNumber(v.torque) ?? null,
    worm_outside_mm: screwed.value ? v.outside || null : null,
    starts: numberOr(v.starts, 1),
    hand: v.hand,
    width_mm: v.width || null,
    play_mm: numberOr(v.play, 0),
    bore: v.shape === "none" || !v.bore ? null : { size_mm: v.bore, shape: v.shape },
    boss_diameter_mm: v.boss || null,
    boss_length_mm: v.length || null,
    flanges_mm: v.flanges || null,
    process: processOf(v.process),
  };
  return body as unknown as MakePartIn;
});

const { made, problem, busy, fetchIt, wrong } = useMaking(request, (format) =>
  belted.value && !said.value.size ? undefined : ask(api.POST("/api/sums/make-part", { body: { ...request.value, format } })),
);

/** It with what it runs with, where both stand. */
const meets = computed(() => made.value?.running);
</script>

<template>
  <section>
    <h1>{{ made?.says ?? part.label }}</h1>
    <fieldset class="asked">
      <legend class="label">Teeth</legend>
      <label>{{ part.counted }} <InputText v-model="said.teeth" class="few" inputmode="numeric" :invalid="wrong('teeth')" /></label>
      <Select v-if="belted" v-model="said.size" :options="sizes" :invalid="wrong('size')" :aria-label="form === 'pulley' ? 'Belt' : 'Chain'" />
      <label v-else>module <InputText v-model="said.module" class="few" inputmode="decimal" :invalid="wrong('module')" /></label>
      <template v-if="screwed">
        <label>worm over its threads, mm <InputText v-model="said.outside" class="few" inputmode="decimal" :invalid="wrong('worm')" /></label>
        <label v-if="form === 'wheel'">its starts <InputText v-model="said.starts" class="few" inputmode="numeric" :invalid="wrong('starts')" /></label>
        <Select v-model="said.hand" :options="HANDS" option-label="label" option-value="key" aria-label="Hand" />
      </template>
    </fieldset>
    <fieldset class="asked">
      <legend class="label">Body, mm</legend>
      <label>{{ form === "worm" ? "length" : "face width" }} <InputText v-model="said.width" class="few" inputmode="decimal" placeholder="usual" :invalid="wrong('width')" /></label>
      <label>bore <InputText v-model="said.bore" class="few" inputmode="decimal" :invalid="wrong('bore')" /></label>
      <Select v-model="said.shape" :options="[...SHAPES]" option-label="label" option-value="key" aria-label="Shape of the bore" />
      <label>boss ⌀ <InputText v-model="said.boss" class="few" inputmode="decimal" :invalid="wrong('boss')" /></label>
      <label>long <InputText v-model="said.length" class="few" inputmode="decimal" aria-label="Length of the boss" /></label>
      <label v-if="form === 'pulley'">flanges <InputText v-model="said.flanges" class="few" inputmode="decimal" /></label>
    </fieldset>
    <fieldset class="asked">
      <legend class="label">How it is made, and what it runs with</legend>
      <Select v-model="said.process" :options="ways" option-label="label" option-value="key" aria-label="How it is made" />
      <label>play, mm <InputText v-model="said.play" class="few" inputmode="decimal" :invalid="wrong('play')" /></label>
      <label v-if="form !== 'wheel'">{{ MATES[form] }}, teeth <InputText v-model="said.mate" class="few" inputmode="numeric" :invalid="wrong('mate')" /></label>
      <label
        >{{ form === "bevel" ? "its back to the crossing, mm" : "shafts apart, mm" }} <InputText v-model="said.distance" class="few" inputmode="decimal" placeholder="usual" :invalid="wrong('centre')"
      /></label>
      <label>torque on it, N·mm <InputText v-model="said.torque" class="few" inputmode="decimal" :invalid="wrong('torque')" /></label>
    </fieldset>
    <ProblemNote :problem="problem" />
    <FileButtons :ready="!!made && !problem" :busy="busy" @fetch="fetchIt" />
  </section>
  <section v-if="made" class="shown" :class="{ stale: problem }">
    <template v-if="meets">
      <MadeOutline :outline="linesOf(meets, 'part')" :mate="linesOf(meets, 'mate')" :line="[...linesOf(meets, 'belt'), ...linesOf(meets, 'shaft')]" :label="`${made.says}, with what it runs with`" />
      <p class="verdict" :class="meets.verdict === 'right' ? 'good' : 'bad'">
        <strong>At {{ meets.distance_mm.toFixed(2) }} mm: {{ meets.verdict }}.</strong> {{ meets.reason }}
        <span class="value">{{ belted ? `${meets.contact.toFixed(1)} teeth in it` : `Contact ratio ${meets.contact.toFixed(2)}, play ${(meets.play_mm ?? 0).toFixed(2)} mm` }}</span>
      </p>
    </template>
    <MadeOutline v-else :outline="made.outline" :label="`${made.says}, as it is laid out`" />
    <table class="figures">
      <tbody>
        <tr v-if="made.bending_n_mm2">
          <td>Bent by, a rough guide</td>
          <td class="num value">{{ figures(made.bending_n_mm2) }} N/mm²</td>
        </tr>
        <tr v-for="fact in meets?.facts" :key="fact.name">
          <td>{{ fact.name }}</td>
          <td class="num value">{{ fact.value }}</td>
        </tr>
        <tr v-for="fact in made.facts" :key="fact.name">
          <td>{{ fact.name }}</td>
          <td class="num value">{{ fact.value }}</td>
        </tr>
        <tr>
          <td>across all of it, as laid out</td>
          <td class="num value">{{ made.across_mm.toFixed(2) }} mm</td>
        </tr>
        <tr>
          <td>volume</td>
          <td class="num value">{{ figures(made.volume_mm3 / 1000) }} cm³</td>
        </tr>
      </tbody>
    </table>
    <p v-for="note in made.notes" :key="note" class="note">{{ note }}</p>
  </section>
  <p v-else-if="!problem" class="soft" role="status">Being laid out …</p>
</template>

<style scoped src="./maker.css"></style>
