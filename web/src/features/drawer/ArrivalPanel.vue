<script setup lang="ts">
/** A part that came: measured beside what was ordered, taken in or sent back, with the reason kept. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, onMounted, ref, watch } from "vue";

import { api, ask, asProblem } from "../../api/client";
import { latest, resting } from "../../api/latest";
import type { Arrival, Fit, Gear, Problem } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import CaliperDrawing from "../../drawing/CaliperDrawing.vue";
import { newId } from "../../record/ids";
import { useCaliper } from "../instruments/caliper";
import { useLengths } from "../instruments/readings";
import CopyButton from "../orders/CopyButton.vue";
import { blank, partOf, typedFrom, type Typed } from "./part";
import { maybeNumber, numberOr } from "../../text/numbers";

const props = defineProps<{ asked: Record<string, unknown>; beside?: boolean }>();
/** Beside a page the page has the first heading. */
const heading = computed(() => (props.beside ? "h2" : "h1"));
/** With whether anything was taken in or sent back. */
const emit = defineEmits<{ close: [settled: boolean] }>();
const text = (name: string) => (typeof props.asked[name] === "string" ? props.asked[name] : "");
const FIELDS: [keyof Typed, string, string, string][] = [
  ["teeth", "Teeth", "31", "teeth"],
  ["module", "Module or DP", "0.8 or 32 DP", "module"],
  ["angle", "Pressure angle", "20", "pressure angle"],
  ["bore", "Bore", "5", "bore"],
  ["shape", "Shape of the bore", "round", "bore shape"],
  ["width", "Width", "4", "width"],
  ["boss", "Boss", "long, one side", "boss"],
  ["material", "Material", "nylon", "material"],
];
const ordered = ref(typedFrom(props.asked));
const measured = ref(blank());
const tips = ref("");
const sized = ref("");
const reason = ref("");
const fit = ref<Fit>();
const problem = ref<Problem>();
const done = ref<Arrival>();
const past = ref<Arrival[]>([]);
/** What goes back with it. */
const words = ref("");
// Made once for each part: pressing twice keeps one check.
let id = newId();

const TONE: Record<string, string> = { fits: "proved", change: "mind", unknown: "soft", not: "harm" };
const caliper = useCaliper();
/** The field that what the caliper shows drops into. */
const hand = ref<"tips" | "bore" | "width">("tips");
async function drop(typed?: number) {
  try {
    const mm = typed ?? (hand.value === "tips" ? await caliper.take({ kind: "tips", how: "settled", k: null, size_mm: null }) : await caliper.take(null, hand.value));
    if (hand.value === "tips") tips.value = String(mm);
    else measured.value[hand.value] = String(mm);
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}
const measuredAny = computed(() => Object.values(measured.value).some((value) => value.trim()));
const wrong = computed(() => fit.value?.verdict === "not");
const verdictOf = (field: string) => fit.value?.fields.find((row) => row.field === field);

/** Both gears drawn over each other, as far as their sizes are known. */
const drawn = ref<Partial<Record<"ordered" | "measured", Gear>>>({});
async function draw(which: "ordered" | "measured", typed: Typed) {
  const plain = { profile_shift: 0, helix_angle_deg: 0, addendum: 1, dedendum: 1.25, tip_trim_mm: 0, show: { kind: "tips" as const, how: "settled" as const } };
  let gear: Gear | undefined;
  if (typed.teeth.trim() && typed.module.trim()) {
    try {
      gear = await ask(api.POST("/api/sums/gear", { body: { ...plain, teeth: numberOr(typed.teeth, 0), module_mm: typed.module.trim(), pressure_angle_deg: numberOr(typed.angle, 20) } }));
    } catch {
      // Not a gear yet; the comparison says what is wrong.
    }
  }
  drawn.value = { ...drawn.value, [which]: gear };
}
const shown = computed(() => drawn.value.measured ?? drawn.value.ordered);
const drawnNote = computed(() => (drawn.value.measured && drawn.value.ordered ? "ordered in brass, measured in ink" : drawn.value.measured ? "as measured" : "as ordered"));

const begin = latest();
async function compare() {
  const last = begin();
  if (!measuredAny.value) {
    fit.value = undefined;
    return;
  }
  try {
    const answer = await ask(api.POST("/api/sums/fit", { body: { wanted: partOf(ordered.value), part: partOf(measured.value) } }));
    if (!last()) return;
    fit.value = answer;
    problem.value = undefined;
  } catch (error) {
    if (last()) problem.value = asProblem(error);
  }
}

/** One reading over the tips is enough to say which size came, if it is sure. */
async function size() {
  sized.value = "";
  if (!tips.value.trim() || !maybeNumber(measured.value.teeth)) return;
  const plain = { kind: "tips" as const, how: "settled" as const, k: null, size_mm: null };
  const rest = {
    error_mm: 0.02,
    mark: "",
    helix_deg: 0,
    helix_error_deg: 1,
    hand: "" as const,
    angle_from: "eye" as const,
    unit_kind: "",
    bore_shape: "round" as const,
    boss: "",
    material: "",
    worn: "" as const,
    missing: [],
  };
  try {
    const read = await ask(api.POST("/api/sums/read", { body: { ...rest, teeth: numberOr(measured.value.teeth, 0), readings: [{ ...plain, value: tips.value.trim() }] } }));
    const [first] = read.candidates;
    sized.value = first ? `${read.answer}: ${read.reason}` : read.answer;
    if (first && read.certain) measured.value.module = first.size;
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

watch(
  [ordered, measured],
  resting(() => {
    void compare();
    void draw("ordered", ordered.value);
    void draw("measured", measured.value);
  }),
  { deep: true, immediate: true },
);
watch([tips, () => measured.value.teeth], () => void size());

async function settle(accepted: boolean) {
  if (!measuredAny.value || done.value) return;
  const body = { wanted: partOf(ordered.value), measured: partOf(measured.value), accepted, reason: reason.value.trim(), visit: text("visit") || null, piece: text("piece") || null };
  try {
    if (text("line")) {
      // It belongs to an order: what was measured there settles the line, or sends it back with its words.
      const line_id = text("line");
      const { wanted, measured: part, reason: why } = body;
      const order = await ask(api.PUT("/api/orders/lines/{line_id}/measured/{arrival_id}", { params: { path: { line_id, arrival_id: id } }, body: { wanted, measured: part, accepted, reason: why } }));
      words.value = accepted ? "" : (order.events.at(-1)?.note ?? "");
      await look();
      done.value = past.value.find((arrival) => arrival.id === id);
    } else {
      done.value = await ask(api.PUT("/api/drawer/arrivals/{arrival_id}", { params: { path: { arrival_id: id } }, body }));
      await look();
    }
    settled.value = true;
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

function next() {
  id = newId();
  done.value = undefined;
  measured.value = blank();
  tips.value = sized.value = reason.value = words.value = "";
}

async function look() {
  past.value = await ask(api.GET("/api/drawer/arrivals", { params: { query: { visit: text("visit") || undefined } } }));
}

const settled = ref(false);
const back = () => emit("close", settled.value);

const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" });
useLengths(drop);
useKeys({ "Ctrl+Enter": () => settle(true), F4: () => drop(), Escape: back });
onMounted(async () => {
  document.querySelector<HTMLInputElement>("#measured-teeth")?.focus();
  try {
    await look();
  } catch (error) {
    problem.value = asProblem(error);
  }
});
</script>

<template>
  <div class="arrival">
    <div class="beside">
      <section>
        <table>
          <thead>
            <tr>
              <td></td>
              <th>Ordered</th>
              <th>Measured</th>
              <th>So</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="[key, label, like, field] in FIELDS" :key="key">
              <th scope="row">{{ label }}</th>
              <td><InputText v-model="ordered[key]" class="value" :aria-label="`${label}, ordered`" :placeholder="like" /></td>
              <td><InputText :id="`measured-${key}`" v-model="measured[key]" class="value" :aria-label="`${label}, measured`" @focus="hand = key === 'bore' || key === 'width' ? key : 'tips'" /></td>
              <td :class="TONE[verdictOf(field)?.verdict ?? 'unknown']">{{ verdictOf(field)?.says ?? "" }}</td>
            </tr>
            <tr class="tips">
              <th scope="row">Over the tips</th>
              <td class="value soft">{{ drawn.ordered ? `${drawn.ordered.over_tips_settled_mm.toFixed(2)} new` : "" }}</td>
              <td><InputText v-model="tips" class="value" aria-label="Over the tips, measured" placeholder="settled" @focus="hand = 'tips'" /></td>
              <td class="soft">{{ sized }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section class="right">
        <template v-if="done">
          <component :is="heading" class="verdict" :class="done.accepted ? 'proved' : 'harm'">{{ done.accepted ? "Taken in" : "Goes back" }}</component>
          <p>
            {{ done.what }}: {{ done.fit.says }}. <template v-if="done.reason">{{ done.reason }}</template>
          </p>
          <div v-if="words" class="words">
            <p>{{ words }}</p>
            <CopyButton :text="words" />
          </div>
          <div class="actions">
            <Button @click="back">{{ text("visit") ? "To the visit" : "Drawer" }} <KeyCap k="Esc" /></Button>
            <Button variant="outlined" @click="next">Another part</Button>
          </div>
        </template>
        <template v-else>
          <component :is="heading" class="verdict" aria-live="polite" :class="fit ? TONE[fit.verdict] : ''">{{ fit ? `It ${fit.says}` : "Measure what came" }}</component>
          <!-- Kept where it is: the buttons under it must not move under the finger as the verdict comes. -->
          <p class="soft" :class="{ unseen: fit }">Count its teeth first, then the tips, bore and width. Older and newer parts of one model look alike.</p>
          <label class="reason"
            ><span class="label">Why</span><InputText v-model="reason" maxlength="300" placeholder="bore to be reamed; wrong count sent" :invalid="problem?.field === 'reason'"
          /></label>
          <div class="actions">
            <Button :variant="wrong ? 'outlined' : undefined" :disabled="!measuredAny" @click="settle(true)">Take it in <KeyCap k="Ctrl Enter" /></Button>
            <Button :variant="wrong ? undefined : 'outlined'" :disabled="!measuredAny" @click="settle(false)">Send it back</Button>
            <Button v-if="caliper.there.value?.present" variant="outlined" @mousedown.prevent @click="drop()">Caliper <KeyCap k="F4" /></Button>
            <Button variant="outlined" @click="back">Not now <KeyCap k="Esc" /></Button>
          </div>
        </template>
        <ProblemNote :problem="problem" />
        <CaliperDrawing v-if="shown" :drawing="shown.drawing" :made="drawn.measured ? drawn.ordered?.drawing : undefined" :hold="shown.shown" :note="drawnNote" class="both" />
        <div v-if="past.length" class="past">
          <p class="label">Came before</p>
          <ul>
            <li v-for="arrival in past.slice(0, 6)" :key="arrival.id">
              <span class="soft">{{ day(arrival.recorded_at) }}</span> <span class="value">{{ arrival.what }}</span>{{ " " }}
              <b :class="arrival.accepted ? 'proved' : 'harm'">{{ arrival.accepted ? "taken in" : "sent back" }}</b> <span class="soft">{{ arrival.reason }}</span>
            </li>
          </ul>
        </div>
      </section>
    </div>
  </div>
</template>

<style scoped>
.arrival {
  container-type: inline-size;
}

.beside {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
  gap: 40px;
  align-content: start;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th {
  text-align: left;
  font-weight: 600;
  padding-right: 14px;
}

thead th {
  font-size: 15px;
  color: var(--soft);
  padding-bottom: 6px;
}

td {
  padding: 4px 12px 4px 0;
}

td :deep(input) {
  width: 136px;
}

td:last-child {
  padding-right: 0;
  font-size: 16px;
  line-height: 1.25;
}

.tips td,
.tips th {
  padding-top: 14px;
}

th[scope="row"] {
  min-width: 152px;
}

.both {
  max-height: 300px;
}

.mind {
  color: var(--brass-ink);
}

.right {
  display: grid;
  gap: 16px;
  align-content: start;
}

.words {
  display: grid;
  gap: 8px;
  padding: 10px 12px;
  border: 1px dashed var(--hair);
}

.reason {
  display: grid;
  gap: 3px;
}

.past li {
  padding: 7px 0;
  border-top: 1px solid var(--hair);
}

@container (max-width: 660px) {
  /* One field a block: its name, ordered beside measured, and what comes of it. */
  tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 2px 12px;
    padding-bottom: 8px;
  }

  thead td,
  thead th:last-child {
    display: none;
  }

  th[scope="row"],
  tbody td:last-child {
    grid-column: 1 / -1;
  }

  td {
    padding: 0;
  }

  td :deep(input) {
    width: 100%;
  }
}

@container (max-width: 860px) {
  .beside {
    grid-template-columns: minmax(0, 1fr);
  }
}
.unseen {
  visibility: hidden;
}

.verdict {
  font-size: 28px;
}
</style>
