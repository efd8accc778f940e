<script setup lang="ts">
/** The bench: what lies here, what each waits for, and the way in for a new one. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, defineAsyncComponent, onMounted, ref, watch } from "vue";
import { useRouter } from "vue-router";

import { api, ask, asProblem, away } from "../../api/client";
import { resting } from "../../api/latest";
import type { Problem, VisitCard } from "../../api/types";
import { takeOver } from "../../app/first";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import { fetchAhead } from "../../offline/ahead";
import { useSession } from "../workshop/session";
import { anyPicked, asQuery, nothingPicked } from "./picked";
import StageMark from "./StageMark.vue";
import ThumbBar from "./ThumbBar.vue";
import ThumbPlace from "./ThumbPlace.vue";
import { useTimers } from "./timers";
import TodayPanel from "./TodayPanel.vue";

/** Comes when it is asked for: its lists are much of what the page would load. */
const PickBar = defineAsyncComponent(() => import("./PickBar.vue"));
const session = useSession();
const timers = useTimers();
const router = useRouter();
const cards = ref<VisitCard[]>();
const filed = ref<VisitCard[]>([]);
const words = ref("");
const picked = ref(nothingPicked());
const picking = ref(false);
/** Whether something is looked for; else the bench stands as it is. */
const looking = computed(() => Boolean(words.value.trim()) || anyPicked(picked.value));
const says = ref("");
/** Whether the day above the lists has come, or will not. */
const today = ref(false);
/** Of the open ones, of the filed ones, or of what is looked for. */
const left = ref({ open: 0, filed: 0 });
const pages = ref({ open: 1, filed: 1 });
const finder = ref<HTMLElement>();
const problem = ref<Problem>();
const at = ref(0);

const groups = computed(() => {
  // What came first would be pushed down under the finger by what comes after it: all of it waits for the day.
  if (!cards.value || !(today.value || looking.value)) return [];
  const all = cards.value;
  return [
    { title: "Yours to do", state: "" as const, cards: all.filter((card) => card.waits_for === "me") },
    { title: "Waiting", state: "open" as const, cards: all.filter((card) => card.waits_for !== "me") },
    // Filed ones have a list of their own; here they are only found.
    ...(looking.value ? [{ title: "Filed", state: "filed" as const, cards: filed.value }] : []),
  ].filter((group) => group.cards.length || (group.state && left.value[group.state]));
});
const order = computed(() => groups.value.flatMap((group) => group.cards));

function open(card: VisitCard | undefined) {
  if (card) void router.push({ name: "visit", params: { visitId: card.id } });
}

function move(by: number) {
  at.value = Math.max(0, Math.min(order.value.length - 1, at.value + by));
  document.querySelectorAll<HTMLElement>(".visit")[at.value]?.focus();
}

/** One page of the open or the filed ones; the first replaces what is shown. */
async function look(state: "open" | "filed", page = 1) {
  const said = words.value.trim();
  // As the page itself asks ahead of the script, so that its answer is there already.
  const by = picked.value;
  const query = { state, page, ...(said ? { words: said } : {}), ...asQuery(by) };
  const answer = await ask(api.GET("/api/visits", { params: { query } }));
  if (said !== words.value.trim() || by !== picked.value) return;
  const shown = state === "open" ? cards : filed;
  if (answer.says) says.value = answer.says;
  shown.value = page === 1 ? answer.cards : [...(shown.value ?? []), ...answer.cards];
  pages.value[state] = page;
  left.value[state] = answer.total - (shown.value?.length ?? 0);
}

async function lookAll() {
  try {
    await Promise.all([look("open"), ...(looking.value ? [look("filed")] : [])]);
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function more(state: "open" | "filed") {
  try {
    await look(state, pages.value[state] + 1);
  } catch (error) {
    problem.value = asProblem(error);
  }
}

watch(picked, () => void lookAll());
watch(
  words,
  resting(() => void lookAll(), 150),
);

useKeys({
  "/": () => finder.value?.querySelector("input")?.focus(),
  n: () => router.push({ name: "new-visit" }),
  ArrowDown: () => move(1),
  ArrowUp: () => move(-1),
  Enter: () => open(order.value[at.value]),
});

onMounted(() => {
  void timers.look();
  void lookAll();
});
/** Once it is known whose they are. */
watch(
  () => Boolean(session.key && cards.value),
  (known) => void (known && fetchAhead(cards.value ?? [])),
  { immediate: true },
);
/** All that is drawn first is here, or will not come. */
watch(
  () => Boolean(problem.value || (cards.value && (today.value || looking.value))),
  (whole) => whole && takeOver(),
  { flush: "post" },
);
/** Back in reach: what lies here now. */
watch(away, (gone) => void (!gone && lookAll()));
</script>

<template>
  <TopBar title="Bench" :about="session.workshop" />
  <main class="work bench over-thumb">
    <ProblemNote :problem="problem" />
    <div class="head">
      <h1 v-if="looking && cards">{{ cards.length + filed.length + left.open + left.filed || "Nothing" }} found</h1>
      <h1 v-else-if="groups.length || (cards && !cards.length)">{{ says }}</h1>
      <div ref="finder" class="find">
        <InputText v-model="words" aria-label="Find a unit, an owner, a complaint" placeholder="Find a unit, an owner, a complaint" maxlength="120" /><KeyCap k="/" />
        <Button class="pick" variant="outlined" :aria-expanded="picking" @click="picking = !picking">Pick by</Button>
      </div>
      <ThumbBar>
        <Button @click="router.push({ name: 'new-visit' })">New visit <KeyCap k="N" /></Button>
      </ThumbBar>
    </div>
    <PickBar v-if="picking" v-model="picked" />
    <TodayPanel v-if="!looking" @ready="today = true" />
    <p v-if="cards && !cards.length && !filed.length && !looking" class="soft">Take the first unit in: say what it is and what its owner says of it.</p>
    <section v-if="timers.running.length" aria-label="Timers">
      <h2 class="label">Curing</h2>
      <ul>
        <li v-for="timer in timers.running" :key="timer.id" class="timer">
          <RouterLink :to="{ name: 'visit', params: { visitId: timer.visit_id, stage: 'build' } }"
            ><b>{{ timer.unit }}</b> {{ timer.label }}</RouterLink
          >
          <span class="value" :class="{ proved: timers.left(timer) === 'over' }">{{ timers.left(timer) }}</span>
          <Button variant="outlined" @click="timers.stop(timer)">{{ timers.left(timer) === "over" ? "Seen" : "Stop" }}</Button>
        </li>
      </ul>
    </section>
    <section v-for="group in groups" :key="group.title">
      <h2 class="label">{{ group.title }}</h2>
      <ul>
        <li v-for="card in group.cards" :key="card.id">
          <RouterLink class="visit" :to="{ name: 'visit', params: { visitId: card.id } }" @focus="at = order.indexOf(card)">
            <img v-if="card.photo" class="paper" :src="`/api/photos/${card.photo}?small=true`" alt="" loading="lazy" />
            <span v-else class="blank paper" aria-hidden="true"></span>
            <span class="who">
              <strong>{{ card.unit.label }}</strong>
              <span class="soft small">{{ card.about }}</span>
            </span>
            <span class="says">{{ card.complaint }}</span>
            <span class="stand">
              <StageMark :stage="card.stage" />
              <span class="small"
                ><b>{{ card.stage_says }}</b
                ><span class="soft"> · {{ card.pieces }} steps</span></span
              >
            </span>
            <span class="waits" :class="{ mine: card.waits_for === 'me' }">{{ card.waits_says }}</span>
          </RouterLink>
        </li>
      </ul>
      <Button v-if="group.state && left[group.state] > 0" variant="outlined" class="on" @click="more(group.state)">Show more: {{ left[group.state] }} are left</Button>
    </section>
    <p v-if="!looking && today && cards"><RouterLink class="past" :to="{ name: 'filed' }">Filed visits</RouterLink></p>
  </main>
  <ThumbPlace foot />
</template>

<style scoped>
.pick {
  flex: 0 0 auto;
  white-space: nowrap;
}

.bench {
  overflow-y: auto;
  flex: 1;
  display: grid;
  gap: 22px;
  align-content: start;
}

.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 20px;
}

.find {
  display: flex;
  flex: 1;
  gap: 8px;
  align-items: center;
  max-width: 420px;
  margin-left: auto;
}

.find :deep(input) {
  width: 100%;
}

.on {
  margin-top: 12px;
}

.past {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

@media (max-width: 700px) {
  .head {
    flex-wrap: wrap;
  }

  .find {
    order: 3;
    flex-basis: 100%;
    max-width: none;
  }
}

ul {
  border-top: 1px solid var(--ink);
  margin-top: 6px;
}

.timer {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 120px auto;
  gap: 20px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
}

.timer a {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  color: var(--ink);
  text-decoration: none;
}

.timer .value {
  font-size: 21px;
  text-align: right;
}

.visit {
  display: grid;
  grid-template-columns: 88px 250px minmax(0, 1fr) 176px 220px;
  gap: 20px;
  align-items: center;
  min-height: 78px;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
  text-decoration: none;
}

.visit:hover {
  background: var(--brass-wash);
}

img,
.blank {
  width: 88px;
  height: 66px;
  object-fit: cover;
  border-radius: 2px;
}

.who {
  display: grid;
}

.who strong {
  font-size: 21px;
  line-height: 1.2;
}

.says {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow: hidden;
}

.stand {
  display: grid;
  gap: 6px;
}

.waits {
  color: var(--soft);
}

.waits.mine {
  color: var(--brass-ink);
  font-weight: 600;
}

@media (max-width: 1100px) {
  .visit {
    grid-template-columns: 88px minmax(0, 1fr) 176px;
    grid-template-areas: "img who stand" "img says waits";
    gap: 2px 18px;
  }

  img,
  .blank {
    grid-area: img;
  }

  .who {
    grid-area: who;
  }

  .says {
    grid-area: says;
    font-size: 15px;
  }

  .stand {
    grid-area: stand;
  }

  .waits {
    grid-area: waits;
    font-size: 15px;
  }
}

@media (max-width: 700px) {
  .visit {
    grid-template-columns: 88px minmax(0, 1fr);
    grid-template-areas: "img who" "says says" "stand stand" "waits waits";
    gap: 6px 14px;
  }
}
</style>
