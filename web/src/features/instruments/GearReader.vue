<script setup lang="ts">
/** The gear reader: count, close the caliper, and be told what it is and how sure. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, nextTick, onMounted, ref } from "vue";
import { useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import type { Piece, ReadIn } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import CaliperDrawing from "../../drawing/CaliperDrawing.vue";
import { useVisit } from "../visits/visit";
import CandidateList from "./CandidateList.vue";
import CountPanel from "./CountPanel.vue";
import JudgementList from "./JudgementList.vue";
import MeasurementList from "./MeasurementList.vue";
import PhotoCount from "./PhotoCount.vue";
import { useCaliper } from "./caliper";
import { useLengths } from "./readings";
import { useChoices } from "./choices";
import HiddenGearPanel from "./HiddenGearPanel.vue";
import { anglesOf, useReader, type Kind } from "./reader";
import { maybeNumber } from "../../text/numbers";

const props = defineProps<{ ring: boolean; piece?: Piece; rim: number }>();
const emit = defineEmits<{ back: [] }>();
const router = useRouter();
const store = useVisit();
const reader = useReader(() => (props.piece ? (store.visit?.unit.kind ?? "") : ""), props.ring);
const { teeth, orTeeth, rows, helix, hand, angle, bore, boreShape, width, mark, boss, material, worn, missing, read, bare, problem, choice, candidate, wrong } = reader;
const list = ref<InstanceType<typeof MeasurementList>>();
const counting = ref(false);
const photo = ref(false);
const angles = computed(anglesOf);
const SHAPES = ["round", "D", "spline", "hex", "keyed"];
const choices = useChoices();

const drawing = computed(() => candidate.value?.drawing ?? (reader.readings.value.length ? undefined : bare.value?.drawing));
const hold = computed(() => read.value?.shown ?? (read.value ? undefined : bare.value?.shown));
const note = computed(() => {
  const gone = missing.value.length ? `, ${missing.value.length} missing` : "";
  return (read.value ? `${candidate.value?.label ?? ""} drawn` : "count alone: size not yet read") + gone;
});

async function add(kind: Kind) {
  const n = reader.add(kind);
  reader.at.value = n;
  await list.value?.focus(n);
}

/** Take the advised measurement: its row opens, filled as far as it can be. */
async function takeNext(instead = false) {
  const next = instead ? read.value?.instead : read.value?.next;
  if (!next) return;
  const n = reader.add(next.kind as Kind, { how: next.how as "settled", k: next.k ? String(next.k) : "", size: next.size_mm ? String(next.size_mm) : "" });
  const row = rows.value[n];
  if (row?.values.trim()) row.values = `${row.values.trim().replace(/;$/, "")}; `;
  reader.at.value = n;
  await nextTick();
  document.querySelector<HTMLInputElement>(`#value${n}`)?.focus();
}

const caliper = useCaliper();

/** What the caliper shows drops into the field in hand: a measurement, the bore or the width. */
async function drop(typed?: number) {
  const plain = (["bore", "width"] as const).find((name) => document.activeElement?.id === name);
  try {
    if (plain) {
      ({ bore, width })[plain].value = String(typed ?? (await caliper.take(null, plain)));
      return;
    }
    const n = Math.max(0, reader.at.value);
    const row = rows.value[n];
    if (!row) return;
    const value = typed ?? (await caliper.take(reader.probe(row)));
    row.values = [row.values.trim().replace(/;$/, ""), value.toFixed(2)].filter(Boolean).join("; ");
    document.querySelector<HTMLInputElement>(`#value${n}`)?.focus();
  } catch (error) {
    problem.value = asProblem(error);
  }
}

function tap(tooth: number) {
  missing.value = missing.value.includes(tooth) ? missing.value.filter((other) => other !== tooth) : [...missing.value, tooth];
}

function use(count: number) {
  teeth.value = String(count);
  orTeeth.value = "";
}

/** What a photo told: the count, what is broken off, and the tips where its size was known. */
/** The size goes in with its doubt: a caliper's reading of the same stands in for it. */
function fromPhoto(count: number, tip: string, broken: number[]) {
  use(count);
  missing.value = broken;
  const row = rows.value.find(({ kind }) => kind === "tips");
  if (tip && row && !row.values.trim()) row.values = tip;
  photo.value = false;
}

async function pin() {
  if (!candidate.value || !props.piece || problem.value) return;
  await store.pin(props.piece.id, props.rim, { ...reader.request.value, show: null }, choice.value);
  emit("back");
}

/** What there is in the drawer like the gear looked at. */
function inTheDrawer() {
  const best = candidate.value;
  if (!best) return;
  const query = { teeth: String(drawing.value?.teeth ?? teeth.value), module: best.size, angle: String(best.pressure_angle_deg), bore: bore.value, width: width.value };
  void router.push({ name: "drawer", query });
}

/** Laid out to be made as it was when new. */
function makeIt() {
  const best = candidate.value;
  if (!best) return;
  const query = {
    kind: props.ring ? "ring" : "gear",
    teeth: String(drawing.value?.teeth ?? teeth.value),
    module: String(best.module_mm),
    angle: String(best.pressure_angle_deg),
    shift: best.profile_shift.toFixed(3),
    helix: String(best.helix_angle_deg * (hand.value === "left" ? -1 : 1)),
    ...(bore.value ? { bore: bore.value } : {}),
    ...(width.value ? { width: width.value } : {}),
  };
  void router.push({ name: "make", query });
}

function move(by: number) {
  const most = (read.value?.candidates.length ?? 1) - 1;
  choice.value = Math.max(0, Math.min(most, choice.value + by));
}

useLengths(drop);
useKeys({ F4: () => drop(), "Ctrl+Enter": pin, n: () => takeNext(), d: inTheDrawer, Escape: () => emit("back"), ArrowDown: () => move(1), ArrowUp: () => move(-1) });

/** What the record knows already is evidence from the first reading on. */
async function learn(fresh: boolean) {
  const [visit_id, piece_id] = [store.visit?.id, props.piece?.id];
  if (!visit_id || !piece_id) return;
  try {
    const params = { path: { visit_id, piece_id }, query: { rim: props.rim } };
    reader.begins(await ask(api.GET("/api/visits/{visit_id}/pieces/{piece_id}/known", { params })), fresh);
  } catch {
    // The caliper tells by itself, too.
  }
}
const knownAlready = computed(() => {
  const known = reader.known.value;
  if (!known) return [];
  const mate = known.mate;
  return [
    known.size && `${known.size}, as said`,
    known.mark && `marked ${known.mark}`,
    known.bore_mm && `bore ${known.bore_mm}`,
    known.width_mm && `width ${known.width_mm}`,
    known.material,
    known.pointed ? "teeth pointed" : known.worn && "worn",
    mate && (mate.label ? `${mate.name} read as ${mate.label}` : `runs against the ${mate.name}${mate.teeth ? `, ${mate.teeth} teeth` : ""}`),
    known.distance_mm && `shafts ${known.distance_mm} apart`,
  ].filter((said): said is string => Boolean(said));
});

onMounted(async () => {
  if (props.piece) {
    teeth.value = String(props.piece.teeth[props.rim] ?? "");
    const kept = props.piece.pins.find((pin) => pin.rim === props.rim);
    void learn(!kept);
    if (kept && kept.form === (props.ring ? "ring" : "gear")) reader.restore(kept.request as unknown as ReadIn);
  }
  await nextTick();
  document.querySelector<HTMLInputElement>(teeth.value ? "#value0" : "#teeth")?.focus();
});
</script>

<template>
  <main class="work reader">
    <section class="left">
      <CaliperDrawing v-if="drawing" :drawing="drawing" :made="candidate?.new" :hold="hold" :missing="missing" :bore="maybeNumber(bore) ?? 0" :note="note" @tap="tap" />
      <div v-else class="paper empty">
        <p>{{ read ? "No gear to draw: the readings fit none." : "Count the teeth, marking the one you start at." }}</p>
      </div>
      <div class="counted">
        <slot />
        <label for="teeth">Teeth</label>
        <InputText id="teeth" v-model="teeth" class="value few" inputmode="numeric" :invalid="wrong.field === 'teeth'" />
        <label for="or">or</label>
        <InputText id="or" v-model="orTeeth" class="value few" inputmode="numeric" aria-label="second count" :invalid="wrong.field === 'or_teeth'" />
        <Button v-if="!ring" variant="outlined" :aria-expanded="photo" @click="photo = !photo">Count in a photo</Button>
        <Button v-if="!ring" variant="outlined" :aria-expanded="counting" @click="counting = !counting">Teeth missing?</Button>
      </div>
      <PhotoCount v-if="photo" @use="fromPhoto" />
      <CountPanel v-if="counting" :counted="[teeth, orTeeth].map(Number).filter((z) => z > 3)" :module="candidate?.module_mm" @use="use" />
      <MeasurementList ref="list" v-model:rows="rows" :ring="ring" :wrong="wrong.row" @at="reader.at.value = $event" @add="add" @drop="reader.drop">
        <Button v-if="caliper.there.value?.present && !ring" variant="outlined" @mousedown.prevent @click="drop()">Caliper <KeyCap k="F4" /></Button>
      </MeasurementList>
      <p v-if="knownAlready.length" class="known"><b>Known already:</b> {{ knownAlready.join(" · ") }}</p>
      <div class="details">
        <template v-if="!ring">
          <label>Bore <InputText id="bore" v-model="bore" class="value" inputmode="decimal" :invalid="wrong.field === 'bore_mm'" /></label>
          <Select v-model="boreShape" :options="SHAPES" aria-label="Shape of the bore" />
        </template>
        <label>Width <InputText id="width" v-model="width" class="value" inputmode="decimal" :invalid="wrong.field === 'width_mm'" /></label>
        <label>Mark <InputText v-model="mark" class="value" maxlength="60" placeholder="48P" /></label>
        <label>Boss <InputText v-model="boss" maxlength="60" placeholder="long, one side" /></label>
        <label>Of <InputText v-model="material" maxlength="40" placeholder="nylon" /></label>
        <label>Helix <InputText v-model="helix" class="value" inputmode="decimal" placeholder="0°" :invalid="wrong.field === 'helix_deg'" /></label>
        <Select v-if="helix.trim()" v-model="hand" :options="['left', 'right']" aria-label="Hand of the helix" placeholder="hand?" show-clear />
        <Select v-model="angle" :options="angles" option-label="label" option-value="key" aria-label="What speaks for a pressure angle" placeholder="angle not known" show-clear />
        <Select v-model="worn" :options="choices?.worn ?? []" option-label="label" option-value="key" aria-label="Where it is worn" placeholder="no wear seen" show-clear />
      </div>
    </section>
    <section class="right">
      <template v-if="read">
        <h1 aria-live="polite">{{ read.answer }}</h1>
        <p :class="read.certain ? 'proved' : 'soft'">{{ read.reason }}</p>
        <CandidateList :read="read" :choice="choice" @choose="choice = $event" />
        <div v-if="read.next" class="next">
          <p>
            <b>Measure next: {{ read.next.what }}</b>
          </p>
          <p>{{ read.next.says }}</p>
          <Button variant="outlined" @click="takeNext()">Take it <KeyCap k="N" /></Button>
          <template v-if="read.instead">
            <p class="soft instead">
              Without the mate: <b>{{ read.instead.what }}</b>. {{ read.instead.says }}
            </p>
            <Button variant="outlined" @click="takeNext(true)">Take this one</Button>
          </template>
        </div>
        <JudgementList :read="read" />
      </template>
      <template v-else-if="!problem">
        <h1>Which gear is this?</h1>
        <ol class="how">
          <li>Count the teeth. Count again.</li>
          <li v-if="ring">Measure tip to tip with the inside jaws.</li>
          <li v-else>Close the caliper over the tips and let it settle to the smallest reading.</li>
          <li>That is often enough. If not, the one measurement that settles it is named here.</li>
        </ol>
        <HiddenGearPanel v-if="caliper.there.value?.simulated && !ring && !piece" />
        <p v-if="!ring" class="soft">Teeth gone? Tap them off the drawing, and let a chord, the mate or a turn count for you.</p>
      </template>
      <ProblemNote :problem="problem" />
      <div class="actions pinning">
        <Button v-if="piece" :disabled="!candidate || !!problem" @click="pin">{{ read?.certain ? "Pin it" : "Pin as it stands" }} <KeyCap k="Ctrl Enter" /></Button>
        <Button v-if="!ring" variant="outlined" :disabled="!candidate" @click="inTheDrawer">In the drawer? <KeyCap k="D" /></Button>
        <Button v-if="candidate" variant="outlined" @click="makeIt">Make one</Button>
        <Button variant="outlined" @click="emit('back')">{{ piece ? "Back" : "Bench" }} <KeyCap k="Esc" /></Button>
      </div>
    </section>
  </main>
</template>

<style scoped>
.instead {
  margin-top: 12px;
}
</style>
