<script setup lang="ts">
/** The rebuild, one step a screen, in type that is read from two metres. */
import { useIntervalFn } from "@vueuse/core";
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, defineAsyncComponent, nextTick, onMounted, ref, watch } from "vue";

import { asProblem } from "../../../api/client";
import type { Piece, Problem, TickIn } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import TighteningFigure from "../../../drawing/TighteningFigure.vue";
import { useBench } from "../bench";
import { pictureBeside } from "../hands/beside";
import type { InHand } from "../hands/hands";
import PhotoButton from "../PhotoButton.vue";
import PieceSheet from "../PieceSheet.vue";
import PlanList from "../PlanList.vue";
import { useRowSeen } from "../rowSeen";
import ScrewMap from "../ScrewMap.vue";
import ThumbBar from "../ThumbBar.vue";
import { useTimers } from "../timers";
import { answered, useVisit, type Verdict } from "../visit";

/** Opened when both hands are in it. */
const HandsBusy = defineAsyncComponent(() => import("../hands/HandsBusy.vue"));
const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const seen = useRowSeen();
const timers = useTimers();
const mine = computed(() => timers.running.filter((timer) => timer.visit_id === store.visit?.id));
const { speaks, aloud, say, switchAloud } = useBench();
const problem = ref<Problem>();
const place = ref(0);
const short = ref(0);
const whole = ref(false);
const busy = ref(false);
/** What is being written: a note on the piece, or a problem that stops the build. */
const writing = ref<"" | "note" | "problem">("");
const words = ref("");
const photoButton = ref<InstanceType<typeof PhotoButton>>();
const clock = ref(Date.now());
useIntervalFn(() => (clock.value = Date.now()), 20_000);

const steps = computed(() => store.plan?.steps ?? []);
const now = computed(() => steps.value[place.value]);
const piece = computed(() => store.pieces.find((other) => other.id === now.value?.piece_id));
const step = computed(() => store.steps.find((other) => other.id === now.value?.step_id));
/** The holes of the cover in hand, where its screws are not all alike or are drawn down in turn. */
const cover = computed(() => {
  const found = piece.value && seen.coverOf(piece.value.id);
  return found && isPiece.value && (found.kinds.length > 1 || now.value?.tightening.length) ? found : undefined;
});
const isPiece = computed(() => now.value?.kind === "piece");
const left = computed(() => (piece.value && isPiece.value ? piece.value.owed - answered(piece.value) : 0));
const count = computed(() => Math.max(0, left.value - short.value));
const over = computed(() => steps.value.length > 0 && place.value >= steps.value.length);
const doneWord = computed(() => {
  if (over.value) return "Prove it";
  if (!left.value && isPiece.value) return "Next";
  return isPiece.value ? `${now.value?.done ?? ""}, next` : (now.value?.done ?? "");
});
/** The bench is free again at about this time; it moves as one works. */
const ready = computed(() => {
  const at = new Date(clock.value + (store.plan?.left[place.value] ?? 0) * 60_000);
  const day = at.toDateString() === new Date(clock.value).toDateString() ? "" : `${at.toLocaleDateString(undefined, { weekday: "short" })} `;
  return day + at.toLocaleTimeString(undefined, { hour: "2-digit", minute: "2-digit", hourCycle: "h23" });
});

const inHand = computed((): InHand => ({
  title: now.value?.title ?? "Everything is in",
  place: `${Math.min(place.value + 1, steps.value.length)} of ${steps.value.length}`,
  ready: ready.value,
  count: isPiece.value && piece.value && piece.value.count > 1 ? `${count.value} of ${piece.value.count}` : "",
  remarks: [...(now.value?.failed ?? []).map((text) => ({ text, tone: "mind" })), ...(now.value?.remarks ?? [])],
  tightening: now.value?.tightening,
  photo: pictureBeside(store.steps, step.value),
  done: doneWord.value,
  canGoBack: place.value > 0,
}));

watch(
  () => now.value?.key,
  () => {
    short.value = 0;
    store.at = now.value?.step_id ?? "";
    if (now.value) say(now.value.aloud);
  },
);

/** What cures begins with the count, and ends with it if that is taken back; its clock runs on the server. */
async function countIn(at: Piece, outcome: TickIn["outcome"], many: number, cure: number) {
  const tick = await store.tick(at, outcome, many);
  if (cure) await store.startTimer(`${at.name} cures`, cure, tick);
}

/** Count the piece in, or tick the step, and go on; what is short stays unanswered and is named at the end. */
function next(outcome?: TickIn["outcome"]) {
  if (over.value) return emit("enter", "prove");
  if (!now.value) return;
  if (isPiece.value && piece.value) {
    // Counting them in leaves none to count: what is asked of the step is asked first.
    const [many, all] = [count.value, count.value === left.value];
    if (many) void countIn(piece.value, outcome ?? (now.value.outcome as TickIn["outcome"]), many, now.value.cure);
    if (all) now.value.ticked = true;
  } else if (!now.value.ticked) {
    void store.markStep(now.value.key, { done: true });
  }
  place.value += 1;
}

function back() {
  if (!place.value) return;
  place.value -= 1;
  if (!now.value) return;
  if (!isPiece.value) void store.markStep(now.value.key, { done: false });
  else if (piece.value?.ticks.length) {
    void store.untick(piece.value);
    now.value.ticked = false;
  }
}

/** What is in comes out once more: a failed check leads here. */
function outAgain() {
  if (!now.value?.ticked) return;
  if (!isPiece.value) void store.markStep(now.value.key, { done: false });
  else if (piece.value?.ticks.length) void store.untick(piece.value);
  now.value.ticked = false;
}

function fewer(by: number) {
  short.value = Math.max(0, Math.min(left.value, short.value + by));
}

const strike = (key: string) => void store.markStep(key, { struck: true });
const restore = (key: string) => void store.markStep(key, { struck: false });
/** Behind the step that follows it now. */
function later() {
  const after = steps.value[place.value + 1];
  if (now.value && !isPiece.value && after) void store.markStep(now.value.key, { after: after.key });
}

async function write(what: "note" | "problem") {
  writing.value = what;
  words.value = what === "note" ? (piece.value?.finding ?? "") : "";
  await nextTick();
  document.querySelector<HTMLInputElement>("#words")?.focus();
}

async function keepWords() {
  const [text, what] = [words.value.trim(), writing.value];
  writing.value = "";
  if (what === "note" && piece.value) await store.judge(piece.value, piece.value.verdict as Verdict, text);
  if (what === "problem" && text) await store.waitFor("decision", `Build stopped at “${now.value?.title ?? ""}”: ${text}`.slice(0, 200));
}

useKeys({
  Space: () => next(),
  ArrowRight: () => next(),
  PageDown: () => next(),
  ArrowLeft: back,
  PageUp: back,
  Backspace: back,
  s: () => isPiece.value && next("spare"),
  w: () => isPiece.value && next("off"),
  u: outAgain,
  "-": () => fewer(1),
  "+": () => fewer(-1),
  p: () => photoButton.value?.open(),
  n: () => write("note"),
  x: () => write("problem"),
  o: () => (whole.value = !whole.value),
  v: () => speaks && switchAloud(),
  h: () => (busy.value = true),
});

onMounted(async () => {
  void timers.look();
  void seen.look();
  try {
    await store.loadPlan();
    const wanted = steps.value.findIndex((other) => other.key === store.goal);
    const open = wanted < 0 ? steps.value.findIndex((other) => !other.ticked) : wanted;
    store.goal = "";
    place.value = open < 0 ? steps.value.length : open;
    store.at = now.value?.step_id ?? "";
  } catch (error) {
    problem.value = asProblem(error);
  }
});
</script>

<template>
  <ProblemNote :problem="problem" />
  <div v-if="now && piece" class="build">
    <section>
      <p class="label top">
        <span>Build, {{ place + 1 }} of {{ steps.length }}</span
        ><span
          >done about <b class="value">{{ ready }}</b></span
        >
      </p>
      <h1 aria-live="assertive">{{ now.title }}</h1>
      <p v-if="now.rule" class="rule">{{ now.rule }}</p>
      <p v-for="said in now.failed" :key="said" class="harm failed">{{ said }}</p>
      <ul>
        <li v-for="remark in now.remarks" :key="remark.text" :class="remark.tone">{{ remark.text }}</li>
      </ul>
      <p v-if="isPiece && piece.count > 1" class="counted">
        <button type="button" aria-label="one fewer" :disabled="!count" @click="fewer(1)">−</button>
        <span class="value">{{ count }} of {{ piece.count }}</span>
        <button type="button" aria-label="one more" :disabled="!short" @click="fewer(-1)">+</button>
      </p>
      <div class="actions">
        <ThumbBar>
          <Button class="big" @click="next()">{{ doneWord }} <KeyCap k="Space" /></Button>
          <Button class="big" variant="outlined" :disabled="!place" @click="back">Back <KeyCap k="←" /></Button>
        </ThumbBar>
        <Button v-if="now.ticked" class="big" variant="outlined" @click="outAgain">{{ isPiece ? "It is out again" : "Do it again" }} <KeyCap k="U" /></Button>
      </div>
      <div class="actions">
        <template v-if="isPiece">
          <Button variant="outlined" @click="next('spare')">Left out, a spare <KeyCap k="S" /></Button>
          <Button variant="outlined" @click="next('off')">Written off <KeyCap k="W" /></Button>
        </template>
        <template v-else>
          <Button variant="outlined" @click="strike(now.key)">Strike this step</Button>
          <Button variant="outlined" :disabled="!steps[place + 1]" @click="later">Later</Button>
        </template>
        <PhotoButton ref="photoButton" k="P" @taken="(file: File) => store.addPhoto(file, now?.step_id)" />
        <Button variant="outlined" @click="write('note')">Note <KeyCap k="N" /></Button>
        <Button variant="outlined" @click="write('problem')">Stop <KeyCap k="X" /></Button>
      </div>
      <form v-if="writing" class="words" @submit.prevent="keepWords">
        <InputText
          id="words"
          v-model="words"
          maxlength="180"
          :placeholder="writing === 'note' ? 'what to remember of this piece' : 'what stops the build'"
          :aria-label="writing === 'note' ? 'Note' : 'What stops the build'"
          @keydown.escape.stop="writing = ''"
        />
        <Button type="submit">{{ writing === "note" ? "Note it" : "Stop here" }}</Button>
      </form>
      <p v-for="timer in mine" :key="timer.id" class="curing">
        {{ timer.label }}: <b class="value">{{ timers.left(timer) }}</b>
      </p>
      <p v-if="store.visit?.waits_for === 'decision' && store.visit.waits_note" class="harm">{{ store.visit.waits_note }}</p>
      <p v-if="steps[place + 1]" class="soft then">Then: {{ steps[place + 1]?.title }}</p>
    </section>
    <div class="side">
      <div class="toggles">
        <button type="button" :aria-pressed="whole" @click="whole = !whole">{{ whole ? "This step" : "Whole plan" }} <KeyCap k="O" /></button>
        <button type="button" @click="busy = true">Hands busy <KeyCap k="H" /></button>
        <button v-if="speaks" type="button" :aria-pressed="aloud" @click="switchAloud">{{ aloud ? "Quiet" : "Read aloud" }} <KeyCap k="V" /></button>
      </div>
      <PlanList v-if="whole && store.plan" :plan="store.plan" :at="place" @go="place = $event" @strike="strike" @restore="restore" />
      <template v-else>
        <ScrewMap v-if="cover" :cover="cover" :turns="now.tightening" :of="piece.id" fixed />
        <TighteningFigure v-else-if="now.tightening.length" :turns="now.tightening" />
        <PieceSheet v-if="step" class="sheet" :class="{ low: cover || now.tightening.length }" :step="step" :piece="piece" />
      </template>
    </div>
  </div>
  <div v-else-if="over" class="build">
    <section>
      <p class="label">Build</p>
      <h1 v-if="store.unanswered.length">{{ store.unanswered.reduce((sum, piece) => sum + piece.left, 0) }} left over</h1>
      <h1 v-else>Nothing left over</h1>
      <ul v-if="store.unanswered.length" class="over">
        <li v-for="open in store.unanswered" :key="open.piece.id" class="mind">
          <img v-if="open.step.photos[0]" :src="store.photoUrl(open.step.photos[0].id, true)" :alt="`Photo of step ${open.step.number}`" />
          {{ open.left }} × {{ open.piece.name }}, step {{ open.step.number }}
        </li>
      </ul>
      <ul v-else>
        <li>Every piece that came off is accounted for.</li>
      </ul>
      <div class="actions">
        <ThumbBar>
          <Button class="big" @click="emit('enter', 'prove')">Prove it <KeyCap k="Space" /></Button>
          <Button class="big" variant="outlined" @click="back">Back <KeyCap k="←" /></Button>
        </ThumbBar>
      </div>
    </section>
    <PlanList v-if="store.plan" :plan="store.plan" :at="place" @go="place = $event" @strike="strike" @restore="restore" />
  </div>
  <HandsBusy v-if="busy" :shown="inHand" :speaks="speaks" :aloud="aloud" @next="next()" @back="back" @aloud="switchAloud" @close="busy = false" />
</template>

<style scoped>
.build {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 36px;
}

section {
  display: grid;
  gap: 18px;
  align-content: start;
}

h1 {
  font-size: 54px;
  line-height: 1.08;
}

ul {
  display: grid;
  gap: 8px;
  font-size: 24px;
  line-height: 1.3;
}

.mind {
  color: var(--oxide);
}

.mark {
  color: var(--slate);
  font-weight: 600;
}

.check {
  color: var(--verdigris);
}

.dry {
  color: var(--brass-ink);
  font-weight: 600;
}

.rule {
  margin-top: -8px;
  color: var(--soft);
  font-size: 19px;
}

.top {
  display: flex;
  justify-content: space-between;
}

.side {
  display: grid;
  gap: 12px;
  align-content: start;
  min-width: 0;
}

.toggles {
  display: flex;
  gap: 18px;
  justify-content: flex-end;
}

.toggles button {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: 600 16px/1 var(--sans);
  cursor: pointer;
}

.curing {
  color: var(--slate);
  font-size: 20px;
}

.low {
  height: 250px;
}

.words {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 12px;
}

.over img {
  width: 86px;
  height: 64px;
  object-fit: cover;
  vertical-align: middle;
}

.counted {
  display: flex;
  gap: 14px;
  align-items: center;
  font-size: 26px;
}

.counted button {
  width: 56px;
  height: 56px;
  font: 600 28px/1 var(--sans);
  color: var(--ink);
  background: var(--panel);
  border: 1px solid var(--ink);
  border-radius: 4px;
  cursor: pointer;
}

.counted button:disabled {
  color: var(--soft);
  border-color: var(--hair);
}

.then {
  font-size: 20px;
}

@media (max-width: 900px) {
  .build {
    grid-template-columns: minmax(0, 1fr);
  }

  h1 {
    font-size: 44px;
  }
}

/* A phone that lies, or whose keyboard is up: what is done has the room, the row is its names. */
@media (max-height: 500px), (max-width: 700px) and (max-height: 620px) {
  h1 {
    font-size: 30px;
  }
}
</style>
