<script setup lang="ts">
/** Shown to be right: what the record asks for, in the order of its risk, each met by a figure or by name. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, defineAsyncComponent, ref, watch } from "vue";

import type { ProofRow, ResultIn, TickIn } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import { useSession } from "../../workshop/session";
import { useBench } from "../bench";
import type { InHand } from "../hands/hands";
import CheckCard from "../prove/CheckCard.vue";
import { useProof } from "../prove/proof";
import SoundPanel from "../sound/SoundPanel.vue";
import ThumbBar from "../ThumbBar.vue";
import { useVisit } from "../visit";

const HandsBusy = defineAsyncComponent(() => import("../hands/HandsBusy.vue"));
const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const { speaks, aloud, say, switchAloud } = useBench();
const busy = ref(false);
const session = useSession();
const { page, problem, picked, current, checks, stands, went, handBack, takeBack } = useProof();
const left = computed(() => store.unanswered.reduce((sum, piece) => sum + piece.left, 0));
/** With more than these the build is not over: it is led on there. */
const FEW = 5;
const each = ref(false);
const why = ref("");
const backing = ref(false);
const ready = computed(() => !left.value && (page.value?.open === 0 || Boolean(page.value?.handed_back)));
const headline = computed(() => {
  if (left.value) return `${left.value} ${left.value === 1 ? "piece is" : "pieces are"} not accounted for`;
  return page.value?.says ?? "Proof …";
});
/** In groups by risk, as they are worked. */
const groups = computed(() => {
  const made: { risk: string; checks: ProofRow[] }[] = [];
  for (const check of checks.value) {
    const last = made.at(-1);
    if (last?.risk === check.risk) last.checks.push(check);
    else made.push({ risk: check.risk, checks: [check] });
  }
  return made;
});
const MARK: Record<string, string> = { met: "✓", waived: "–", failed: "×" };

function said(check: ProofRow) {
  const result = check.result;
  if (!result) return "";
  const figure = result.value != null ? `${result.value} ${check.figure?.unit ?? ""}`.trim() : "";
  return [figure, result.outcome === "met" ? "" : result.outcome, result.note].filter(Boolean).join(", ");
}

function answer(at: number, outcome: string) {
  const over = store.unanswered[at];
  if (over) void store.tick(over.piece, outcome as TickIn["outcome"], over.left);
}

const result = (outcome: ResultIn["outcome"], value: number | null, note: string) => void went(outcome, value, note);

function lead(to: string, key = "") {
  if (to.startsWith("build")) store.goal = key;
  emit("enter", to.split(":")[0] ?? "build");
}

/** Without a hand: met, or passed by where a figure has to be read first. */
const inHand = computed((): InHand => {
  const check = current.value;
  if (!check) return { title: headline.value, place: "", remarks: [], done: ready.value ? "File it" : "Close", canGoBack: given.value.length > 0 };
  return {
    title: check.name,
    place: `${check.order} of ${checks.value.length}`,
    remarks: [
      ...(stands(check) === "failed" ? [{ text: `Failed. ${check.fails}`, tone: "mind" }] : []),
      { text: check.how, tone: "" },
      { text: `To meet: ${check.band}`, tone: "check" },
      ...(check.figure ? [{ text: `A figure is asked for: it waits until a hand is free`, tone: "dry" }] : []),
    ],
    done: check.figure ? "Later" : "Met, next",
    canGoBack: given.value.length > 0 || check.order > 1,
  };
});
/** Checks met here, the last on top: going back takes the last one back. */
const given = ref<string[]>([]);
function goOn() {
  const check = current.value;
  if (!check) {
    busy.value = false;
    if (ready.value) emit("enter", "file");
  } else if (check.figure) {
    const open = checks.value.filter((other) => !other.later && !["met", "waived"].includes(stands(other)));
    const after = open.find((other) => other.order > check.order) ?? open.find((other) => other.order !== check.order);
    if (after) picked.value = after.key;
    else busy.value = false;
  } else {
    given.value.push(check.key);
    void went("met", null, "");
  }
}
async function goBack() {
  const key = given.value.pop();
  const result = checks.value.find((check) => check.key === key)?.result;
  if (key) {
    picked.value = key;
    if (result) await takeBack(result.id);
    return;
  }
  const at = current.value?.order ?? 0;
  picked.value = checks.value.find((check) => check.order === at - 1)?.key ?? picked.value;
}
watch(
  () => (busy.value ? (current.value?.aloud ?? headline.value) : ""),
  (words) => words && say(words),
);

useKeys({ h: () => (busy.value = true), v: () => speaks && switchAloud(), g: () => left.value && emit("enter", "build"), "Ctrl+Enter": () => emit("enter", "file") });
</script>

<template>
  <section class="prove">
    <div class="head">
      <h1 :class="{ proved: ready && !page?.handed_back, harm: page?.failed }" aria-live="polite">{{ headline }}</h1>
      <ThumbBar v-if="left">
        <Button @click="emit('enter', 'build')">Go on building <KeyCap k="G" /></Button>
      </ThumbBar>
      <p v-else-if="page?.open" class="soft">about {{ Math.round(page.minutes) }} min</p>
      <Button v-if="current" variant="text" class="plain" @click="busy = true">Hands busy <KeyCap k="H" /></Button>
    </div>
    <Button v-if="left && !each && store.unanswered.length > FEW" variant="text" class="plain" @click="each = true">Account for each here</Button>
    <ul v-if="left && (each || store.unanswered.length <= FEW)" class="left">
      <li v-for="(over, n) in store.unanswered" :key="over.piece.id">
        <img v-if="over.step.photos[0]" :src="store.photoUrl(over.step.photos[0].id, true)" alt="" />
        <p>
          <b>{{ over.left }} ×</b> {{ over.piece.name }} <span class="soft small">off at step {{ over.step.number }}</span>
        </p>
        <div class="actions answers">
          <Button v-for="outcome in session.words?.outcomes ?? []" :key="outcome.key" variant="outlined" @click="answer(n, outcome.key)">{{ outcome.label }}</Button>
        </div>
      </li>
    </ul>
    <div class="both">
      <nav class="list" aria-label="Checks">
        <section v-for="group in groups" :key="group.risk">
          <h2 class="label">{{ group.risk }}</h2>
          <ul>
            <li v-for="check in group.checks" :key="check.key">
              <button type="button" :class="[stands(check), { now: current?.key === check.key }]" :aria-current="current?.key === check.key" @click="picked = check.key">
                <span class="box" aria-hidden="true">{{ MARK[stands(check)] ?? "" }}</span>
                <span
                  >{{ check.name }} <span v-if="said(check)" class="small" :class="stands(check) === 'failed' ? 'harm' : 'soft'">{{ said(check) }}</span></span
                >
              </button>
              <button v-if="check.result && current?.key === check.key" type="button" class="undo" :aria-label="`Take back: ${check.name}`" @click="takeBack(check.result.id)">take back</button>
            </li>
          </ul>
        </section>
      </nav>
      <div class="now-side">
        <CheckCard v-if="current" :aside="left > 0" :check="current" :stands="stands(current)" @went="result" @lead="lead" />
        <ProblemNote :problem="problem" />
        <div class="actions">
          <ThumbBar :off="!ready">
            <Button :variant="ready ? undefined : 'outlined'" @click="emit('enter', 'file')">{{ page?.handed_back ? "File it as not mended" : "Proved, file it" }} <KeyCap k="Ctrl Enter" /></Button>
          </ThumbBar>
          <Button v-if="!backing && !page?.handed_back" variant="text" @click="backing = true">It goes back not mended</Button>
        </div>
        <form v-if="backing && !page?.handed_back" class="actions" @submit.prevent="handBack(why)">
          <InputText v-model="why" class="why" maxlength="400" aria-label="Why it goes back not mended" placeholder="the case is no longer made; the owner does not want it" />
          <Button type="submit" :disabled="!why.trim()">Goes back so</Button>
          <Button variant="outlined" @click="backing = false">Not so</Button>
        </form>
        <p v-if="page?.handed_back" class="mind">Goes back not mended: {{ page.handed_back }} <Button variant="text" class="plain" @click="handBack('')">It is mended after all</Button></p>
      </div>
    </div>
    <SoundPanel />
    <HandsBusy v-if="busy" :shown="inHand" :speaks="speaks" :aloud="aloud" @next="goOn" @back="goBack" @aloud="switchAloud" @close="busy = false" />
  </section>
</template>

<style scoped>
.prove {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  justify-content: space-between;
  align-items: baseline;
}

.left {
  border-left: 3px solid var(--oxide);
}

.left li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
  min-height: 62px;
  padding: 8px 0 8px 16px;
  border-bottom: 1px solid var(--hair);
}

.left img {
  width: 88px;
  height: 62px;
  object-fit: cover;
}

.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr);
  gap: 20px 36px;
  align-items: start;
}

.list {
  display: grid;
  gap: 14px;
}

.list li {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--hair);
}

.list button {
  flex: 1;
  display: grid;
  grid-template-columns: 30px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  min-height: 46px;
  padding: 5px 8px 5px 6px;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.list button.now {
  border-left-color: var(--brass);
  background: var(--brass-wash);
  font-weight: 600;
}

.list .undo {
  flex: 0 0 auto;
  display: block;
  font-weight: 400;
  text-decoration: underline;
}

.box {
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border: 1.5px solid var(--ink);
  border-radius: 3px;
  font-weight: 700;
}

.met .box {
  background: var(--verdigris);
  border-color: var(--verdigris);
  color: var(--ground);
}

.failed .box {
  background: var(--oxide);
  border-color: var(--oxide);
  color: var(--ground);
}

.now-side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  position: sticky;
  top: 0;
}

.why {
  flex: 1 1 260px;
  min-width: 0;
}

@media (max-width: 900px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }

  .now-side {
    order: -1;
    position: static;
  }
}
</style>
