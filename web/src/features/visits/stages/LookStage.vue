<script setup lang="ts">
/** Piece by piece, cleaned and turned over: what is seen, what follows, and the verdict. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, defineAsyncComponent, nextTick, onMounted, ref, watch } from "vue";
import { useRouter } from "vue-router";

import { api, ask } from "../../../api/client";
import { latest } from "../../../api/latest";
import type { Finding, Piece, Sights } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ToothPicker from "../../../drawing/ToothPicker.vue";
import { useBench } from "../bench";
import { pictureBeside } from "../hands/beside";
import type { InHand } from "../hands/hands";
import PhotoButton from "../PhotoButton.vue";
import PieceSheet from "../PieceSheet.vue";
import ThumbBar from "../ThumbBar.vue";
import TogetherPanel from "../TogetherPanel.vue";
import { useVisit, type Verdict } from "../visit";
import { useSession } from "../../workshop/session";
import { maybeNumber } from "../../../text/numbers";

const HandsBusy = defineAsyncComponent(() => import("../hands/HandsBusy.vue"));
const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const { speaks, aloud, say, switchAloud } = useBench();
const busy = ref(false);
const session = useSession();
const router = useRouter();
const note = ref("");
const instead = ref("");
const another = ref(false);
/** Pieces as they were before the verdicts given here, the last on top. */
const before = ref<Piece[]>([]);
const findings = ref<Finding[]>([]);
const seen = ref<Sights>();
/** The sight noted tooth by tooth just now. */
const by = ref("");
const play = ref({ mm: "", radius: "" });
/** What carries the load first; fasteners and covers are passed together, at the end. */
const singly = computed(() => store.laid.filter(({ piece }) => !piece.together).sort((a, b) => a.piece.look - b.piece.look));
const together = computed(() => store.laid.filter(({ piece }) => piece.together));
const left = computed(() => singly.value.filter(({ piece }) => !piece.verdict).length);
const loose = computed(() => together.value.filter(({ piece }) => !piece.verdict));
/** The piece in hand; none while the fasteners are passed together. */
const hand = ref("");
const passing = ref(false);
const mateName = computed(() => mates.value.find(({ piece_id }) => piece_id === mate.value)?.name ?? "");
const lies = computed(() => (passing.value ? undefined : store.laid.find(({ piece }) => piece.id === hand.value)));
const piece = computed(() => lies.value?.piece);
const mate = ref("");
const mates = computed(() => (seen.value?.mates ?? []).map(({ piece_id, name }) => ({ piece_id, name: `the ${name}` })));
const rim = computed(() => piece.value?.figure.rims[0]);
/** The key each verdict is given by. */
const KEYS: Partial<Record<string, string>> = { keep: "K", clean: "C", replace: "R", pair: "M" };
const verdicts = computed(() =>
  (session.words?.verdicts ?? [])
    .filter((verdict) => verdict.key)
    .map((verdict) => ({ key: verdict.key as Verdict, label: verdict.label[0]?.toUpperCase() + verdict.label.slice(1), k: KEYS[verdict.key] ?? "" })),
);
const seenOf = (key: string) => findings.value.find((finding) => finding.what === key);
const teeth = computed(() => Object.fromEntries(findings.value.map((finding) => [finding.what, finding.teeth ?? []])));
const plain = (what: string): Finding => ({ what, teeth: [], face: "", mm: 0, radius: 0 });

const begin = latest();
async function look() {
  const last = begin();
  const [id, at] = [store.visit?.id, piece.value?.id];
  if (!id || !at) return;
  try {
    const answer = await ask(api.POST("/api/visits/{visit_id}/pieces/{piece_id}/look", { params: { path: { visit_id: id, piece_id: at } }, body: { findings: findings.value } }));
    if (!last()) return;
    // A note that only says what the rules said follows them.
    if (seen.value && note.value && note.value === seen.value.reason.slice(0, 300)) note.value = answer.reason.slice(0, 300);
    seen.value = answer;
    if (!answer.mates.some(({ piece_id }) => piece_id === mate.value)) mate.value = answer.mates[0]?.piece_id ?? "";
  } catch {
    // The verdict is the technician's all the same.
  }
}

function pickUp() {
  note.value = piece.value?.finding ?? "";
  instead.value = piece.value?.instead ?? "";
  another.value = false;
  mate.value = "";
  findings.value = JSON.parse(JSON.stringify(piece.value?.findings ?? [])) as Finding[];
  by.value = "";
  const measured = seenOf("play");
  play.value = measured ? { mm: String(measured.mm), radius: String(measured.radius) } : { mm: "", radius: "" };
  seen.value = undefined;
  void look();
}
watch(() => piece.value?.id, pickUp, { immediate: true });

function toggle(key: string, byTooth: boolean) {
  if (byTooth) {
    by.value = by.value === key ? "" : key;
    if (!seenOf(key)) findings.value.push(plain(key));
  } else if (seenOf(key)) findings.value = findings.value.filter((finding) => finding.what !== key);
  else findings.value.push(plain(key));
  void look();
}

function unsee(key: string) {
  findings.value = findings.value.filter((finding) => finding.what !== key);
  if (by.value === key) by.value = "";
  void look();
}

function tooth(n: number) {
  const finding = seenOf(by.value);
  if (!finding) return;
  const had = finding.teeth ?? [];
  finding.teeth = had.includes(n) ? had.filter((other) => other !== n) : [...had, n];
  void look();
}

function measured() {
  const [mm, radius] = [play.value.mm, play.value.radius].map((text) => maybeNumber(text) ?? 0) as [number, number];
  findings.value = findings.value.filter((finding) => finding.what !== "play");
  if (mm && radius) findings.value.push({ ...plain("play"), mm, radius });
  void look();
}

function take(at: string) {
  passing.value = false;
  hand.value = at;
  store.at = store.laid.find(({ piece }) => piece.id === at)?.step.id ?? store.at;
}
// A piece tapped in the row is the one in hand.
watch(
  () => store.at,
  (at) => {
    if (lies.value?.step.id === at) return;
    const first = store.laid.find(({ step }) => step.id === at);
    if (first) take(first.piece.id);
  },
);

/** Along the order of looking over; past its end lie the fasteners. */
function walk(by: number) {
  const order = singly.value.map((lies) => lies.piece.id);
  const now = passing.value ? order.length : order.indexOf(hand.value);
  const next = now < 0 ? 0 : now + by;
  if (next >= order.length && together.value.length) passing.value = true;
  else take(order[Math.max(0, Math.min(order.length - 1, next))] ?? hand.value);
}

/** Goes on at once, so that the next key is for the next piece. */
function judge(verdict: Verdict) {
  const now = piece.value;
  if (!now) return;
  before.value.push(JSON.parse(JSON.stringify(now)) as Piece);
  const more = { findings: findings.value, instead: instead.value.trim(), ...(verdict === "pair" && mate.value ? { mate: mate.value } : {}) };
  void store.judge(now, verdict, note.value.trim() || (seen.value?.reason ?? "").slice(0, 300), more);
  if (now.together) passing.value = true;
  else walk(1);
}

/** All that lies together and was not picked out is sound. */
function pass() {
  for (const { piece } of loose.value) void store.judge(piece, "keep", "");
}

/** Without a hand: the verdict that follows, or none where only a person can say; fasteners and covers at the end. */
const wanted = computed(() => verdicts.value.find(({ key }) => key === seen.value?.goes_on));
const inHand = computed((): InHand => {
  if (lies.value && piece.value) {
    const at = singly.value.findIndex((other) => other.piece.id === hand.value);
    const given = verdicts.value.find(({ key }) => key === piece.value?.verdict);
    return {
      title: piece.value.count > 1 ? `${piece.value.name} ×${piece.value.count}` : piece.value.name,
      place: `${at + 1} of ${singly.value.length}`,
      remarks: [
        ...(given ? [{ text: `Judged: ${given.label}`, tone: "check" }] : []),
        ...(seen.value?.reason ? [{ text: seen.value.reason, tone: "mark" }] : []),
        ...(seen.value ? [{ text: `Look for: ${seen.value.sights.map((sight) => sight.says).join(", ")}`, tone: "" }] : []),
      ],
      photo: pictureBeside(store.steps, lies.value.step),
      done: wanted.value ? `${wanted.value.label}, next` : "Later",
      canGoBack: before.value.length > 0 || at > 0,
    };
  }
  const many = loose.value.length;
  return {
    title: many ? fasteners(many) : "All looked over",
    place: "at the end",
    remarks: many ? [{ text: "All that lies together and was not picked out", tone: "" }] : [],
    done: many ? "All sound" : "Read",
    canGoBack: before.value.length > 0 || singly.value.length > 0,
  };
});
const fasteners = (many: number) => (many === 1 ? "1 fastener or cover" : `${many} fasteners and covers`);
function goOn() {
  if (piece.value && wanted.value) judge(wanted.value.key);
  else if (piece.value) walk(1);
  else if (loose.value.length) pass();
  else emit("enter", "read");
}
function goBack() {
  if (before.value.length) undo();
  else walk(-1);
}
watch(
  () => (busy.value ? inHand.value.title + (seen.value?.aloud ?? "") : ""),
  (words) => words && say([inHand.value.title, seen.value?.aloud].filter(Boolean).join(". ")),
);

async function sayInstead() {
  another.value = true;
  await nextTick();
  document.querySelector<HTMLInputElement>("#instead")?.focus();
}

function undo() {
  const was = before.value.pop();
  if (!was) return;
  void store.judge(was, was.verdict as Verdict, was.finding, { findings: was.findings as unknown as Finding[], instead: was.instead });
  take(was.id);
  pickUp();
}

async function noted() {
  const now = piece.value;
  if (!now) return;
  const more = { findings: findings.value, instead: instead.value.trim() };
  if (note.value.trim() !== now.finding || more.instead !== now.instead) await store.judge(now, now.verdict as Verdict, note.value.trim(), more);
}

useKeys({
  k: () => judge("keep"),
  c: () => judge("clean"),
  r: () => judge("replace"),
  m: () => judge("pair"),
  z: undo,
  a: sayInstead,
  f: () => piece.value && router.push({ name: "fits", query: { visit: store.visit?.id, piece: piece.value.id } }),
  ArrowRight: () => walk(1),
  ArrowLeft: () => walk(-1),
  h: () => (busy.value = true),
  v: () => speaks && switchAloud(),
  t: () => (passing.value = together.value.length > 0),
  Space: () => passing.value && pass(),
  "Ctrl+Enter": () => emit("enter", "read"),
});
onMounted(() => {
  const first = singly.value.find(({ piece }) => !piece.verdict) ?? (loose.value.length ? undefined : singly.value[0]);
  if (first) take(first.piece.id);
  else passing.value = together.value.length > 0;
});
</script>

<template>
  <div v-if="lies && piece" class="two">
    <section>
      <p class="label">
        {{ left ? `${left} of ${singly.length} still to look over` : "All looked over" }}
        <button v-if="together.length" type="button" class="quiet" @click="passing = true">{{ fasteners(together.length) }} together <KeyCap k="T" /></button>
        <button type="button" class="quiet" @click="busy = true">Hands busy <KeyCap k="H" /></button>
        <button v-if="before.length" type="button" class="quiet" @click="undo">Take back: {{ before.at(-1)?.name }} <KeyCap k="Z" /></button>
      </p>
      <h1 class="name">
        {{ piece.name }}<template v-if="piece.count > 1"> ×{{ piece.count }}</template>
      </h1>
      <div v-if="seen" class="sights" role="group" aria-label="Seen">
        <span v-for="sight in seen.sights" :key="sight.key" class="sight" :class="{ on: seenOf(sight.key), by: by === sight.key }">
          <button type="button" :aria-pressed="Boolean(seenOf(sight.key))" @click="toggle(sight.key, sight.by_tooth)">
            {{ sight.says }}<b v-if="seenOf(sight.key)?.teeth?.length">&nbsp;{{ seenOf(sight.key)?.teeth?.length }}</b>
          </button>
          <button v-if="sight.by_tooth && seenOf(sight.key)" type="button" class="off" :aria-label="`Not ${sight.says}`" @click="unsee(sight.key)">×</button>
        </span>
      </div>
      <div class="play">
        <label>Play <InputText v-model="play.mm" class="value" inputmode="decimal" placeholder="mm" aria-label="Play, mm" @change="measured" /></label>
        <label>at radius <InputText v-model="play.radius" class="value" inputmode="decimal" placeholder="mm" aria-label="At radius, mm" @change="measured" /></label>
        <label class="note">Note <InputText id="finding" v-model="note" maxlength="300" placeholder="anything else" @change="noted" /></label>
      </div>
      <p v-for="work in piece.worked" :key="work.id" class="worked">
        <span>{{ work.says }}</span><button type="button" :aria-label="`Take back: ${work.says}`" @click="store.dropWork(piece.id, work.id)">×</button>
      </p>
      <p v-if="seen?.reason" class="reason">
        <b v-if="seen.verdict">{{ verdicts.find((verdict) => verdict.key === seen?.verdict)?.label }}:</b> {{ seen.reason }}
      </p>
      <p v-else class="soft">Play often sits in a worn pin, slot or bore, not in the teeth.</p>
      <ThumbBar>
        <div class="actions verdicts" role="group" aria-label="Verdict">
          <Button
            v-for="verdict in verdicts"
            :key="verdict.key"
            :variant="piece.verdict === verdict.key ? undefined : 'outlined'"
            :aria-pressed="piece.verdict === verdict.key"
            :class="{ wanted: seen?.verdict === verdict.key }"
            @click="judge(verdict.key)"
            >{{ verdict.key === "pair" && mateName ? `With ${mateName}` : verdict.label }} <KeyCap :k="verdict.k"
          /></Button>
        </div>
      </ThumbBar>
      <p v-if="piece.mate || mates.length > 1" class="mate">
        <template v-if="piece.mate">Replaced together with the {{ piece.mate }}.</template>
        <label v-else>Its mate <Select v-model="mate" :options="mates" option-label="name" option-value="piece_id" aria-label="Its mate" /></label>
      </p>
      <label v-if="another || instead" class="note"
        >Goes in instead <InputText id="instead" v-model="instead" maxlength="400" spellcheck="false" placeholder="as in the strip: M3x12 button" @change="noted"
      /></label>
      <div class="actions">
        <Button v-if="!another && !instead" variant="outlined" @click="sayInstead">Another <KeyCap k="A" /></Button>
        <Button variant="outlined" @click="router.push({ name: 'fits', query: { visit: store.visit?.id, piece: piece.id } })">Fits <KeyCap k="F" /></Button>
        <PhotoButton @taken="(file: File) => store.addPhoto(file, lies?.step.id)" />
        <ThumbBar :off="left > 0">
          <Button :variant="left ? 'outlined' : undefined" @click="emit('enter', 'read')">Looked over <KeyCap k="Ctrl Enter" /></Button>
        </ThumbBar>
      </div>
    </section>
    <ToothPicker v-if="by && rim?.tooth.length" :teeth="rim.teeth" :tooth="rim.tooth" :radius="rim.tip_radius_mm" :marked="teeth" :by="by" @tap="tooth" />
    <PieceSheet v-else :step="lies.step" :piece="piece" />
  </div>
  <TogetherPanel v-else-if="together.length" :pieces="together" :left="left" :singly="singly.length" @take="take" @pass="pass" @back="walk(-1)" @leave="emit('enter', 'read')" />
  <p v-else class="soft">Nothing has come off yet. Strip comes first.</p>
  <HandsBusy v-if="busy" :shown="inHand" :speaks="speaks" :aloud="aloud" @next="goOn" @back="goBack" @aloud="switchAloud" @close="busy = false" />
</template>

<style scoped>
.mate label {
  display: inline-flex;
  gap: 10px;
  align-items: center;
}

.name::first-letter {
  text-transform: uppercase;
}

.sights {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.sight {
  display: inline-flex;
  border: 1px solid var(--soft);
  border-radius: 22px;
}

.sight button {
  min-width: 44px;
  min-height: 44px;
  padding: 0 15px;
  border: 0;
  background: none;
  color: var(--ink);
  font: 600 16px/1 var(--sans);
  cursor: pointer;
}

.sight .off {
  padding: 0 8px 0 0;
  font-size: 21px;
}

.on {
  background: var(--brass-wash);
  border-color: var(--brass);
}

.by {
  outline: 3px solid var(--brass);
}

.play {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: center;
  color: var(--soft);
}

.play :deep(.value) {
  width: 84px;
}

.note {
  flex: 1;
  display: flex;
  gap: 8px;
  align-items: center;
}

.note :deep(input) {
  flex: 1;
  min-width: 140px;
}

.worked {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-left: 4px solid var(--slate);
  padding-left: 12px;
}

.worked button {
  width: 44px;
  height: 44px;
  border: 0;
  background: none;
  color: var(--soft);
  font: 500 22px/1 var(--sans);
  cursor: pointer;
}

.quiet {
  min-height: 44px;
  margin-left: 12px;
  border: 0;
  background: none;
  color: var(--ink);
  font: 600 15px/1 var(--sans);
  cursor: pointer;
}

.reason {
  padding: 10px 14px;
  background: var(--brass-wash);
  border-left: 4px solid var(--brass);
}

.verdicts {
  gap: 8px;
}

.verdicts :deep(.p-button) {
  min-height: 56px;
  padding-inline: 13px;
}

/* All in one line: what is done with its mate, said longest, takes two. */
@media (max-width: 700px), (max-height: 500px) {
  .verdicts {
    flex-wrap: nowrap;
    gap: 6px;
  }

  .verdicts :deep(.p-button) {
    flex: 1 0 auto;
    padding-inline: 8px;
  }

  .verdicts :deep(.p-button:last-child) {
    flex: 3 1 90px;
  }
}

@media (max-height: 500px) {
  .verdicts :deep(.p-button) {
    min-height: 48px;
  }
}

.wanted {
  box-shadow: inset 0 -4px 0 var(--brass);
}

section {
  display: grid;
  gap: 14px;
  align-content: start;
}
</style>
