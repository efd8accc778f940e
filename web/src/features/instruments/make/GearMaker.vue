<script setup lang="ts">
/** A gear that is no longer sold, laid out to be made: its outline, its body, and the file a machine takes. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, ref } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, ask, asProblem } from "../../../api/client";
import type { MakeIn } from "../../../api/types";
import ProblemNote from "../../../app/ProblemNote.vue";
import { figures, maybeNumber, numberOr } from "../../../text/numbers";
import FileButtons from "./FileButtons.vue";
import MadeOutline from "./MadeOutline.vue";
import { FILES, type Format, linesOf, save, type Shape, SHAPES, useMaking, useProcesses } from "./making";

const props = defineProps<{ ring: boolean }>();
const route = useRoute();
const router = useRouter();
const { ways, processOf, measured: allowFor } = useProcesses();
const asked = (name: string, usual = "") => (typeof route.query[name] === "string" ? route.query[name] : usual);

const said = ref({
  teeth: asked("teeth", "31"),
  module: asked("module", "0.8"),
  angle: asked("angle", "20"),
  shift: asked("shift", "0"),
  helix: asked("helix", "0"),
  width: asked("width", "6"),
  bore: asked("bore", "5"),
  shape: asked("shape", "round") as Shape,
  boss: "",
  length: "",
  screw: "",
  web: "",
  marks: 0,
  play: "0",
  process: "exact",
  mate: asked("mate"),
  distance: asked("distance"),
  torque: "",
});

const MARKS = [
  { key: 0, label: "no mark" },
  { key: 1, label: "one dot" },
  { key: 2, label: "two dots" },
  { key: 3, label: "three dots" },
];

const sized = (text: string) => maybeNumber(text) ?? undefined;
const request = computed<MakeIn>(() => {
  const v = said.value;
  const size = { module_mm: numberOr(v.module, NaN), pressure_angle_deg: numberOr(v.angle, 20) };
  const body = {
    gear: { ...size, teeth: numberOr(v.teeth, NaN), profile_shift: numberOr(v.shift, 0), helix_angle_deg: numberOr(v.helix, 0) },
    internal: props.ring,
    width_mm: v.width,
    bore: props.ring || v.shape === "none" || !v.bore ? null : { size_mm: v.bore, shape: v.shape },
    boss_diameter_mm: props.ring ? null : v.boss || null,
    boss_length_mm: props.ring ? null : v.length || null,
    set_screw_mm: v.screw || null,
    web_mm: v.web || null,
    marks: v.marks,
    backlash_mm: numberOr(v.play, 0),
    process: processOf(v.process),
    mate: sized(v.mate) ? { ...size, teeth: sized(v.mate), helix_angle_deg: numberOr(v.helix, 0) } : null,
    centre_distance_mm: v.distance || null,
    torque_nmm: sized(v.torque) ?? null,
  };
  return body as unknown as MakeIn;
});

const { made, problem, busy, fetchIt, wrong } = useMaking(request, (format) => ask(api.POST("/api/sums/make", { body: { ...request.value, format } })));

const mood = computed(() => (!made.value?.mesh ? "" : made.value.mesh.verdict === "right" ? "good" : "bad"));
/** The plate a machine is measured by. */
const measured = ref({ outside: "", slot: "", name: "" });
const showing = ref(false);
const saysCoupon = ref("");

async function coupon(format: Format | "") {
  try {
    const answer = await ask(api.POST("/api/sums/coupon", { body: { format: format || "svg", outside_mm: measured.value.outside || null, slot_mm: measured.value.slot || null } }));
    saysCoupon.value = answer.says;
    problem.value = undefined;
    if (format) save(answer);
    else if (answer.grows_mm != null && answer.shrinks_percent != null) {
      said.value.process = await allowFor(measured.value.name.trim(), { grows_mm: answer.grows_mm, shrinks_percent: answer.shrinks_percent });
    }
  } catch (error) {
    problem.value = asProblem(error);
  }
}
</script>

<template>
  <section>
    <h1>{{ ring ? "Ring" : "Gear" }}, {{ said.teeth }} teeth, module {{ said.module }}</h1>
    <fieldset class="asked">
      <legend class="label">Teeth</legend>
      <label>teeth <InputText v-model="said.teeth" class="few" inputmode="numeric" :invalid="wrong('gear.teeth')" /></label>
      <label>module <InputText v-model="said.module" class="few" inputmode="decimal" :invalid="wrong('gear.module')" /></label>
      <label>angle ° <InputText v-model="said.angle" class="few" inputmode="decimal" /></label>
      <label>shift <InputText v-model="said.shift" class="few" inputmode="decimal" /></label>
      <label>helix ° <InputText v-model="said.helix" class="few" inputmode="decimal" aria-describedby="hand" /></label>
      <span id="hand" class="soft small">minus for left-hand</span>
    </fieldset>
    <fieldset class="asked">
      <legend class="label">Body, mm</legend>
      <label>face width <InputText v-model="said.width" class="few" inputmode="decimal" :invalid="wrong('width')" /></label>
      <template v-if="!ring">
        <label>bore <InputText v-model="said.bore" class="few" inputmode="decimal" :invalid="wrong('bore')" /></label>
        <Select v-model="said.shape" :options="[...SHAPES]" option-label="label" option-value="key" aria-label="Shape of the bore" />
        <label>boss ⌀ <InputText v-model="said.boss" class="few" inputmode="decimal" :invalid="wrong('boss')" /></label>
        <label>long <InputText v-model="said.length" class="few" inputmode="decimal" aria-label="Length of the boss" /></label>
        <label>set screw ⌀ <InputText v-model="said.screw" class="few" inputmode="decimal" /></label>
        <label>web, thick <InputText v-model="said.web" class="few" inputmode="decimal" :invalid="wrong('web')" /></label>
        <Select v-model="said.marks" :options="MARKS" option-label="label" option-value="key" aria-label="Marks" />
      </template>
    </fieldset>
    <fieldset class="asked">
      <legend class="label">How it is made, and what it runs with</legend>
      <Select v-model="said.process" :options="ways" option-label="label" option-value="key" aria-label="How it is made" />
      <Button variant="text" :aria-expanded="showing" @click="showing = !showing">Measure our machine</Button>
      <label>play, mm <InputText v-model="said.play" class="few" inputmode="decimal" /></label>
      <label>mate, teeth <InputText v-model="said.mate" class="few" inputmode="numeric" /></label>
      <label>shafts apart, mm <InputText v-model="said.distance" class="few" inputmode="decimal" :invalid="wrong('centre')" /></label>
      <label>torque, N·mm <InputText v-model="said.torque" class="few" inputmode="decimal" /></label>
    </fieldset>
    <fieldset v-if="showing" class="asked" aria-label="A coupon">
      <legend class="label">A plate is made as drawn, and measured: what it shows is allowed for</legend>
      <Button v-for="file in FILES.slice(0, 3)" :key="file.format" variant="outlined" @click="coupon(file.format)">Coupon, {{ file.label }}</Button>
      <label>across, 40 drawn <InputText v-model="measured.outside" class="few" inputmode="decimal" :invalid="wrong('outside')" /></label>
      <label>slot, 10 drawn <InputText v-model="measured.slot" class="few" inputmode="decimal" :invalid="wrong('slot')" /></label>
      <label>of which machine, in what <InputText v-model="measured.name" maxlength="40" placeholder="loft printer, nylon" /></label>
      <Button variant="outlined" :disabled="!measured.outside || !measured.slot || measured.name.trim().length < 2" @click="coupon('')">Allow for it</Button>
      <p v-if="saysCoupon" role="status">{{ saysCoupon }}</p>
    </fieldset>
    <ProblemNote :problem="problem" />
    <FileButtons :ready="!!made && !problem" :busy="busy" @fetch="fetchIt" />
    <Button variant="text" class="back" @click="router.push({ name: 'reader' })">Read a gear first</Button>
  </section>
  <section v-if="made" class="shown" :class="{ stale: problem }">
    <MadeOutline v-if="made.mesh" :outline="linesOf(made.mesh, 'part')" :mate="linesOf(made.mesh, 'mate')" label="The gear with its mate, where both stand" />
    <MadeOutline v-else :outline="made.outline" :label="`Outline as it is laid out, ${figures(made.tip_diameter_mm)} mm over the tips`" />
    <p v-if="made.mesh" class="verdict" :class="mood">
      <strong>At {{ made.mesh.centre_distance_mm.toFixed(2) }} mm: {{ made.mesh.verdict }}.</strong> {{ made.mesh.reason }}
      <span class="value">Contact ratio {{ made.mesh.contact_ratio.toFixed(2) }}</span>
    </p>
    <table class="figures">
      <tbody>
        <tr>
          <td>{{ ring ? "Inside the tips" : "Over the tips" }}, as laid out</td>
          <td class="num value">{{ made.tip_diameter_mm.toFixed(3) }} mm</td>
        </tr>
        <tr v-if="made.span_mm && made.span_teeth">
          <td>Span over {{ made.span_teeth }} teeth, when made</td>
          <td class="num value">{{ made.span_mm.toFixed(3) }} mm</td>
        </tr>
        <tr>
          <td>Volume</td>
          <td class="num value">{{ (made.volume_mm3 / 1000).toFixed(2) }} cm³</td>
        </tr>
        <tr v-if="made.bending_n_mm2">
          <td>Bent by, a rough guide</td>
          <td class="num value">{{ figures(made.bending_n_mm2) }} N/mm²</td>
        </tr>
      </tbody>
    </table>
    <p v-for="note in made.notes" :key="note" class="note">{{ note }}</p>
  </section>
</template>

<style scoped src="./maker.css"></style>
