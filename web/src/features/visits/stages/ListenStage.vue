<script setup lang="ts">
/** What was said, what is likely wrong, and the one check that tells before anything is opened. */
import Button from "primevue/button";
import { computed, ref } from "vue";

import { api, ask } from "../../../api/client";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import PhotoButton from "../PhotoButton.vue";
import WaitsFor from "../WaitsFor.vue";
import CauseBars from "../listen/CauseBars.vue";
import { useDiagnosis } from "../listen/diagnosis";
import ForcePath from "../listen/ForcePath.vue";
import NextCheck from "../listen/NextCheck.vue";
import SoundPanel from "../sound/SoundPanel.vue";
import SaidAgain from "../listen/SaidAgain.vue";
import ThumbBar from "../ThumbBar.vue";
import { useVisit } from "../visit";

const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const visit = computed(() => store.visit);
const { found, problem, sending, answer, itWas } = useDiagnosis();
const saying = ref(false);

async function saidNotice() {
  const id = visit.value?.id;
  if (!id) return;
  const fresh = await ask(api.PUT("/api/visits/{visit_id}/notice", { params: { path: { visit_id: id } } }));
  if (store.visit) store.visit.notice_said = fresh.notice_said;
}

/** What the strip would be for, once something is likely. */
const goal = computed(() => found.value?.goal ?? "");

async function strip(fault: string) {
  const id = visit.value?.id;
  if (!id) return;
  if (fault !== visit.value?.goal) {
    const fresh = await ask(api.PUT("/api/visits/{visit_id}/goal", { params: { path: { visit_id: id } }, body: { goal: fault } })).catch(() => undefined);
    // Out of reach: the strip goes on without it.
    if (fresh && store.visit) store.visit.goal = fresh.goal;
  }
  emit("enter", "strip");
}

useKeys({ Enter: () => void strip(goal.value), e: () => (saying.value = true) });
</script>

<template>
  <div v-if="visit" class="listen">
    <header class="whole top">
      <SaidAgain v-if="saying" @done="saying = false" />
      <p v-else class="said">
        <q v-if="visit.complaint">{{ visit.complaint }}</q><template v-else>No complaint was given.</template> <span v-if="visit.use_so_far" class="soft">{{ visit.use_so_far }}</span>
        <Button variant="text" class="plain" @click="saying = true">Put right <KeyCap k="E" /></Button>
      </p>
      <h1 v-if="found">{{ found.answer }}</h1>
      <p v-if="found?.stop || visit.stop_running" class="harm">{{ found?.stop || visit.stop_running }}</p>
      <p v-for="says in found?.contradicts" :key="says" class="mind">{{ says }}.</p>
      <ProblemNote :problem="problem" />
    </header>
    <ForcePath v-if="found" class="whole" :path="found.path" />
    <section class="heard">
      <p v-if="found && (found.heard.length || found.denied.length)" class="understood">
        <span class="soft">Understood</span>
        <span v-for="each in found.heard" :key="each.key" class="word">{{ each.says }}</span>
        <span v-for="each in found.denied" :key="each.key" class="word not">no {{ each.says }}</span>
      </p>
      <CauseBars v-if="found && (found.heard.length || found.trials.length)" :found="found" :cause="visit.cause" @it-was="itWas" />
      <p v-for="says in found?.learnt" :key="says" class="soft">At this bench, {{ says }}.</p>
      <section v-for="way in found?.ways" :key="way.fault" class="way" aria-label="The way in">
        <p class="label">To reach the {{ way.piece }}, by {{ way.of }}</p>
        <ol>
          <li v-for="step in way.steps" :key="step.title">
            {{ step.title }}<b v-if="step.caution" class="harm"> · {{ step.caution }}</b>
          </li>
        </ol>
        <p v-if="way.tools.length" class="soft">Gather: {{ way.tools.join(", ") }}</p>
        <p v-if="way.leave.length" class="soft">Leave on: {{ way.leave.join(", ") }}</p>
      </section>
    </section>
    <section class="side">
      <NextCheck v-if="found" :found="found" :sending="sending" @answer="answer" />
      <p v-if="visit.notice" class="mind">
        {{ visit.notice }}
        <Button v-if="!visit.notice_said" variant="text" class="plain" @click="saidNotice">Said to the owner</Button><span v-else class="proved">Said to the owner.</span>
      </p>
      <p>{{ visit.power }}</p>
      <div class="actions">
        <ThumbBar>
          <Button v-if="goal" @click="strip(goal)">Strip to reach it <KeyCap k="Enter" /></Button>
          <Button :variant="goal ? 'outlined' : undefined" @click="strip('')">Strip it whole <KeyCap v-if="!goal" k="Enter" /></Button>
        </ThumbBar>
        <PhotoButton @taken="store.addPhoto($event)" />
      </div>
      <div v-if="visit.photos.length" class="photos">
        <img v-for="photo in visit.photos" :key="photo.id" :src="store.photoUrl(photo.id, true)" alt="The unit as it came" />
      </div>
      <WaitsFor />
    </section>
    <SoundPanel class="whole" />
  </div>
</template>

<style scoped>
.listen {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px 36px;
}

.heard,
.side {
  display: grid;
  gap: 12px;
  align-content: start;
}

.whole {
  grid-column: 1 / -1;
}

.top {
  display: grid;
  gap: 8px;
}

h1 {
  text-wrap: pretty;
}

.said {
  font-size: 19px;
}

.plain {
  min-height: 44px;
  margin-block: -8px;
}

.understood {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}

.word {
  border: 1px solid var(--hair);
  background: var(--panel);
  border-radius: 4px;
  padding: 3px 10px;
  font-size: 16px;
}

.not {
  border-style: dashed;
}

.mind {
  border-left: 3px solid var(--oxide);
  padding-left: 14px;
}

.way ol {
  list-style: decimal inside;
}

.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 12px;
}

.photos img {
  width: 200px;
  border-radius: 3px;
}

@media (max-width: 900px) {
  .listen {
    grid-template-columns: minmax(0, 1fr);
  }

  /* The check is the next thing to do: on a phone it comes before its reasons. */
  .side {
    grid-row: 3;
  }
}
</style>
