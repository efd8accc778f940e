<script setup lang="ts">
/** One line a piece: typed as it is said, echoed as chips, laid down in the row. */
import { useEventListener } from "@vueuse/core";
import Button from "primevue/button";
import { computed, defineAsyncComponent, nextTick, onMounted, ref, watch } from "vue";

import { api, ask, asProblem, UNREACHABLE } from "../../../api/client";
import { resting } from "../../../api/latest";
import type { Entry, Problem, Step } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import { newId } from "../../../record/ids";
import { useOutbox } from "../../../record/outbox";
import ChipStrip from "../ChipStrip.vue";
import GoalPanel from "../GoalPanel.vue";
import PhotoButton from "../PhotoButton.vue";
import RowViews from "../RowViews.vue";
import ThumbBar from "../ThumbBar.vue";
import { useGuide } from "../guide";
import JoinCode from "../JoinCode.vue";
import { useSaying } from "../saying";
import { unread } from "../unread";
import { useVisit } from "../visit";

/** The camera over the whole screen comes when it is asked for. */
const ShootPanel = defineAsyncComponent(() => import("../hands/ShootPanel.vue"));
/** Milliseconds a line laid down waits to be understood before it is shown as it was typed. */
const SOON = 400;
/** Characters of a line as one says it. */
const ORDINARY = 200;
const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const guide = useGuide();
const outbox = useOutbox();
const joining = ref(false);
const shooting = ref(false);
const { line, understood, problem, learnt, putRight, unlearn, otherwise, clear } = useSaying();
const photos = ref<string[]>([]);
const field = ref<HTMLTextAreaElement>();
const photoButton = ref<InstanceType<typeof PhotoButton>>();
/** Pictures that were taken first: each waits for its name. */
const unnamed = computed(() => store.steps.filter((step) => step.piece.unnamed && !saying.value.has(step.id)));
/** Those whose name is on its way to be understood. */
const saying = ref(new Set<string>());
/** The one whose name is asked for; what is typed is its name, and no new piece. */
const naming = ref("");
const named = computed(() => unnamed.value.find((step) => step.id === naming.value));
function nameNext() {
  naming.value = unnamed.value[0]?.id ?? "";
  if (naming.value) store.at = naming.value;
  field.value?.focus();
}
const number = computed(() => (store.steps.at(-1)?.number ?? 0) + 1);
const shown = computed(() => named.value ?? (line.value ? undefined : (store.picked ?? store.steps.at(-1))));

const MARKS = [
  ["@", "side"],
  ["#", "tray place"],
  ["^", "facing"],
  ["!", "mind"],
  ["~", "grease found"],
  ["+", "lock found"],
  ["=", "lined up by"],
  ["&", "part of"],
  ["after ", "step"],
  ["discard", "not used again"],
  ["shut", "stays shut"],
] as const;

/** Words that would finish the one being typed: of this unit first, then of its kind. */
const words = ref<string[]>([]);
async function loadWords() {
  const id = store.visit?.id;
  if (!id) return;
  try {
    words.value = (await ask(api.GET("/api/visits/{visit_id}/words", { params: { path: { visit_id: id } } }))).words;
  } catch {
    // Typing goes on without them.
  }
}
watch(
  () => store.steps.length,
  resting(() => void loadWords(), 900),
  { immediate: true },
);
const begun = computed(() => /(?:^|\s)([a-z][a-z-]*)$/i.exec(line.value)?.[1]?.toLowerCase() ?? "");
const offers = computed(() => (begun.value.length < 2 ? [] : words.value.filter((word) => word.startsWith(begun.value) && word !== begun.value).slice(0, 5)));
/** What the last screw was, for the many alike. */
const fastener = computed(() => [...store.pieces].reverse().find((piece) => piece.fastener)?.fastener ?? "");
function again() {
  if (fastener.value) line.value = `${line.value.trim()} ${fastener.value} `.trimStart();
  field.value?.focus();
}

function finish(word: string) {
  line.value = `${line.value.slice(0, line.value.length - begun.value.length)}${word} `;
  field.value?.focus();
}

const hold = (text: string, photos: string[], step: string) => outbox.hold({ visit: store.visit?.id ?? "", text, photos, step });

/** What the core makes of a line, if it answers soon; the record understands it anyway when it is sent. */
function understand(text: string): Promise<Entry | Problem> {
  const asked = ask(api.POST("/api/sums/entry", { body: { line: text, correction: null } })).catch(asProblem);
  // A line so long may be none: it is not laid down before that is known.
  if (text.length > ORDINARY) return asked;
  const late = new Promise<Problem>((done) => window.setTimeout(() => done(UNREACHABLE), SOON));
  return Promise.race([asked, late]);
}

/** Lines that were on their way when an earlier page of this tab was left. */
async function sayAgain() {
  for (const [{ text, photos, step }, letGo] of outbox.leftOf(store.visit?.id ?? "")) {
    const there = store.steps.find((one) => one.id === step);
    const laid = !there ? store.layDown(text, unread(text), photos, step) : there.piece.unnamed ? store.name(there, text, unread(text)) : undefined;
    letGo();
    await laid;
  }
}

/** Lines laid down before this one: however soon it is understood, it lies behind them. */
let before: Promise<void> = Promise.resolve();

/** The field is free for the next piece at once; a line that is refused comes back to it. */
async function layDown() {
  const text = line.value.trim();
  if (!text) return;
  if (named.value) return nameIt(named.value, text);
  const known = understood.value?.line.trim() === text ? understood.value : undefined;
  const taken = photos.value;
  line.value = "";
  photos.value = [];
  clear();
  field.value?.focus();
  const earlier = before;
  let laid = () => {};
  before = new Promise((done) => (laid = done));
  const step = newId();
  const letGo = hold(text, taken, step);
  try {
    const said = known ?? (await understand(text));
    await earlier;
    // No field means that nothing is wrong with the line: the server is out of reach.
    if (!("problem" in said) || said.field === "") {
      const laying = store.layDown(text, "problem" in said ? unread(text) : said, taken, step);
      letGo();
      await laying;
    } else {
      letGo();
      line.value = [text, line.value].filter(Boolean).join(" ");
      photos.value = [...taken, ...photos.value];
      problem.value = said;
    }
  } finally {
    laid();
  }
}

/** A picture gets its name, and the next one is asked for. */
async function nameIt(step: Step, text: string) {
  line.value = "";
  clear();
  // The field is the next one's at once: who types quickly names each once.
  saying.value.add(step.id);
  nameNext();
  const letGo = hold(text, [], step.id);
  const said = await understand(text);
  const refused = "problem" in said && said.field !== "";
  const told = refused ? undefined : store.name(step, text, "problem" in said ? unread(text) : said);
  letGo();
  if (refused) [naming.value, line.value, problem.value] = [step.id, text, said];
  await told;
  saying.value.delete(step.id);
}

/** The camera is put away: what was shot is named, the first first. */
function shot() {
  shooting.value = false;
  if (unnamed.value.length) nameNext();
}

async function undo() {
  const last = store.steps.at(-1);
  if (!last) return;
  await store.takeBack(last.id);
  // The line comes back to be mended; laying it down again makes a new step.
  line.value = last.line;
  store.at = store.steps.at(-1)?.id ?? "";
}

async function photo(file: File) {
  // With nothing typed the photo belongs to the piece just laid down.
  if (!line.value.trim() && shown.value) await store.addPhoto(file, shown.value.id);
  else photos.value.push(await store.addPhoto(file));
}

async function mark(sign: string) {
  line.value = `${line.value.trimEnd()} ${sign}`.trimStart();
  await nextTick();
  field.value?.focus();
}

function key(event: KeyboardEvent) {
  const chorded = event.ctrlKey || event.metaKey;
  if (event.key === "Enter" && !chorded) {
    event.preventDefault();
    void layDown();
  } else if (event.key === "Tab" && !event.shiftKey && offers.value[0]) {
    event.preventDefault();
    finish(offers.value[0]);
  } else if (!line.value && event.key === "ArrowDown" && guide.coming) {
    event.preventDefault();
    line.value = guide.coming.line;
  } else if (!line.value && event.key === "ArrowUp") {
    event.preventDefault();
    line.value = store.steps.at(-1)?.line ?? "";
  } else if (!line.value && event.key.startsWith("Arrow")) {
    event.preventDefault();
    store.walk(event.key === "ArrowLeft" ? -1 : 1);
  } else if (!line.value && chorded && event.key === "z") {
    event.preventDefault();
    void undo();
  } else if (event.key === "Escape") {
    line.value = "";
  }
}

/** On this stage whatever is typed is the line, wherever the focus was left. */
function typed(event: KeyboardEvent) {
  const target = event.target as HTMLElement;
  if (event.key.length > 1 || event.key === " " || event.ctrlKey || event.metaKey || event.altKey) return;
  if (target.matches("input, textarea, select")) return;
  event.stopPropagation();
  field.value?.focus();
}

useKeys({
  ArrowLeft: () => store.walk(-1),
  ArrowRight: () => store.walk(1),
  "Alt+r": again,
  "Alt+k": otherwise,
  "Alt+c": () => (shooting.value = true),
  "Alt+p": () => photoButton.value?.open(),
  "Ctrl+Enter": () => emit("enter", "look"),
});
onMounted(() => {
  if (!store.at) store.at = store.steps.at(-1)?.id ?? "";
  field.value?.focus();
  before = sayAgain();
});
useEventListener(window, "keydown", typed, { capture: true });
</script>

<template>
  <div class="strip">
    <section>
      <GoalPanel />
      <p class="label">
        Step {{ named?.number ?? number }}<span v-if="named"> · {{ unnamed.length }} to name</span>
      </p>
      <h1 aria-live="polite">{{ understood?.title ?? (named ? "What is in the picture?" : store.steps.length ? "What comes off next?" : "What comes off first?") }}</h1>
      <img v-if="named?.photos[0]" class="toname" :src="store.photoUrl(named.photos[0].id)" alt="The piece to be named" />
      <textarea
        ref="field"
        v-model="line"
        class="line"
        rows="1"
        spellcheck="false"
        autocapitalize="off"
        autocomplete="off"
        aria-label="What comes off"
        placeholder="4x M3x10 button hex2 rear cover #A1"
        @keydown="key"
      ></textarea>
      <p v-if="offers.length" class="offers">
        <button v-for="(word, n) in offers" :key="word" type="button" @click="finish(word)">{{ word }} <KeyCap v-if="!n" k="Tab" /></button>
      </p>
      <p v-if="!line && guide.coming" class="coming">
        <span class="soft">Last time came next:</span>
        <button
          type="button"
          @click="
            line = guide.coming.line;
            field?.focus();
          "
        >
          {{ guide.coming.title }} <KeyCap k="↓" />
        </button>
      </p>
      <template v-if="understood && line">
        <ChipStrip v-for="(said, n) in understood.pieces" :key="n" :piece="n" :chips="said.chips" :others="n ? undefined : understood.alternatives" @correct="putRight" />
      </template>
      <p v-if="learnt" class="learnt">Learnt: “{{ learnt.name }}” is a {{ learnt.kind_label }} here. <button type="button" @click="unlearn">Forget it</button></p>
      <div class="actions">
        <ThumbBar>
          <Button :disabled="!line.trim()" @click="layDown">{{ named ? "Name it" : "Lay it down" }} <KeyCap k="Enter" /></Button>
          <Button v-if="named" variant="outlined" @click="naming = ''">Later</Button>
          <Button v-else variant="outlined" @click="shooting = true">Picture first <KeyCap k="Alt C" /></Button>
          <Button v-if="!named && store.steps.length" variant="outlined" @click="emit('enter', 'look')">All off <KeyCap k="Ctrl Enter" /></Button>
        </ThumbBar>
        <Button v-if="!named && unnamed.length" variant="outlined" @click="nameNext">Name {{ unnamed.length }} {{ unnamed.length === 1 ? "picture" : "pictures" }}</Button>
        <PhotoButton ref="photoButton" k="Alt P" @taken="photo" />
        <Button v-if="!named" variant="outlined" :disabled="!store.steps.length" @click="undo">Take back <KeyCap k="Ctrl Z" /></Button>
      </div>
      <ShootPanel v-if="shooting" @close="shot" />
      <JoinCode v-if="joining" @leave="joining = false" />
      <ProblemNote :problem="problem" />
      <p v-if="photos.length" class="small">{{ photos.length }} photo{{ photos.length > 1 ? "s" : "" }} with this step</p>
      <p v-if="!store.steps.length && store.visit" class="first">
        <strong>{{ store.visit.power }}</strong> Then say each piece as you lay it down: how many, what, where it goes in the tray.
      </p>
      <ul v-if="!joining" class="marks" aria-label="Marks">
        <li>
          <button type="button" :aria-expanded="joining" @click="joining = true"><b>▣</b> phone as camera</button>
        </li>
        <li v-if="fastener">
          <button type="button" @click="again"><b>Alt R</b> same screw again</button>
        </li>
        <li v-for="[sign, means] in MARKS" :key="sign">
          <button type="button" @click="mark(sign)">
            <b>{{ sign }}</b> {{ means }}
          </button>
        </li>
      </ul>
    </section>
    <RowViews :entry="line && !named ? understood : undefined" :step="shown" :photos="photos" />
  </div>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
  gap: 28px;
  align-items: start;
}

section {
  display: grid;
  gap: 14px;
  align-content: start;
}

h1 {
  min-height: 35px;
}

/* Under the keyboard's edge the line comes before its heading. */
@media (max-height: 500px) {
  section {
    gap: 8px;
  }

  h1 {
    min-height: 0;
    font-size: 22px;
  }
}

/* Beside the field there is room for it on the right. */
.toname {
  display: none;
}

@media (max-width: 900px) {
  .toname {
    display: block;
    width: 100%;
    max-height: 34dvh;
    object-fit: contain;
    background: #14181b;
  }
}

.line {
  width: 100%;
  field-sizing: content;
  min-height: 64px;
  padding: 15px 18px;
  font: 500 22px/1.45 var(--mono);
  color: var(--ink);
  caret-color: var(--brass);
  background: var(--panel);
  border: 2px solid var(--ink);
  border-radius: 4px;
  resize: none;
}

.line:focus {
  outline: 3px solid var(--brass);
  outline-offset: 0;
}

.line::placeholder {
  color: var(--soft);
  opacity: 0.75;
}

.actions {
  gap: 8px;
  margin-top: 4px;
}

.actions :deep(.p-button) {
  padding-inline: 13px;
}

.offers,
.coming {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.offers button,
.coming button {
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--hair);
  border-radius: 4px;
  background: var(--panel);
  color: var(--ink);
  font: 600 16px/1.2 var(--sans);
  text-align: left;
  cursor: pointer;
}

.learnt button {
  min-height: 44px;
  border: 0;
  background: none;
  color: var(--ink);
  font: 600 16px/1 var(--sans);
  text-decoration: underline;
  cursor: pointer;
}

.first {
  border-left: 3px solid var(--oxide);
  padding-left: 14px;
}

.marks {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.marks button {
  min-height: 44px;
  padding: 0 9px 0 0;
  background: none;
  border: 0;
  border-radius: 4px;
  color: var(--soft);
  font: 500 16px/1 var(--sans);
  cursor: pointer;
}

.marks button:hover {
  background: var(--brass-wash);
}

.marks b {
  font: 700 18px/1 var(--mono);
  color: var(--brass-ink);
}

@media (max-width: 900px) {
  .strip {
    grid-template-columns: minmax(0, 1fr);
    gap: 18px;
  }
}
</style>
