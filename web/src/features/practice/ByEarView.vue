<script setup lang="ts">
/** A unit nobody has opened, turned by hand: listen, count, lay it against the train, and say which wheel clicks. */
import Button from "primevue/button";
import { useRafFn } from "@vueuse/core";
import { computed, onMounted, onUnmounted, ref } from "vue";
import { useRouter } from "vue-router";

import { api, ask } from "../../api/client";
import type { SoundRound, TrainIn, TrainOut } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import TrainDrawing from "../../drawing/TrainDrawing.vue";
import { newId } from "../../record/ids";
import { useTrying } from "./trying";

const router = useRouter();
const round = ref<SoundRound>();
const { busy, problem, trying } = useTrying();
const sound = ref("");
const player = ref<HTMLAudioElement>();
const counted = ref(0);
const train = ref<TrainOut>();
const playing = ref(false);
const at = ref(0);
useRafFn(() => (at.value = player.value?.currentTime ?? 0));
const done = computed(() => round.value?.right !== undefined && round.value?.right !== null);

const another = () =>
  trying(async () => {
    const id = newId();
    round.value = await ask(api.PUT("/api/practice/sounds/{round_id}", { params: { path: { round_id: id } } }));
    counted.value = 0;
    train.value = await ask(api.POST("/api/sums/train", { body: { line: round.value.line, shaft: round.value.shaft } as TrainIn })).catch(() => undefined);
    const answer = await fetch(`/api/practice/sounds/${id}/wav`);
    if (sound.value) URL.revokeObjectURL(sound.value);
    sound.value = answer.ok ? URL.createObjectURL(await answer.blob()) : "";
  });

const name = (wheel: string) =>
  trying(async () => {
    if (!round.value || done.value) return;
    player.value?.pause();
    round.value = await ask(api.PUT("/api/practice/sounds/{round_id}/name", { params: { path: { round_id: round.value.id } }, body: { name: wheel } }));
  });

function play() {
  const audio = player.value;
  if (!audio) return;
  if (audio.paused) void audio.play().catch(() => undefined);
  else audio.pause();
}

useKeys({
  ...Object.fromEntries(
    Array.from("123456789", (key, n) => [
      key,
      () => {
        const choice = round.value?.choices[n]?.names[0];
        return choice && void name(choice);
      },
    ]),
  ),
  p: play,
  Space: () => (counted.value += 1),
  g: another,
  Enter: () => (done.value ? another() : undefined),
  Escape: () => router.push({ name: "practice" }),
});
onMounted(another);
onUnmounted(() => sound.value && URL.revokeObjectURL(sound.value));
</script>

<template>
  <TopBar title="Practice" about="by ear" />
  <main class="work ear">
    <section v-if="round">
      <template v-if="!done">
        <h1>Which wheel clicks?</h1>
        <p class="train">
          <span class="value">{{ round.line }}</span> <span class="soft">{{ round.turns }} turns of shaft {{ round.shaft }}, by an uneven hand</span>
        </p>
        <audio v-if="sound" ref="player" :src="sound" @play="playing = true" @pause="playing = false" @ended="playing = false" />
        <p class="played" aria-hidden="true"><span :style="{ width: `${(100 * at) / (player?.duration || 1)}%` }" /></p>
        <p class="counting">
          <Button variant="outlined" :disabled="!sound" @click="play">{{ playing ? "Stop" : "Play" }} <KeyCap k="P" /></Button>
          <Button variant="outlined" class="big" @click="counted += 1">Click! <KeyCap k="Space" /></Button>
          <span class="value tally" aria-live="polite">{{ counted }}</span>
          <span v-if="counted" class="soft">{{ (counted / round.turns).toFixed(2) }} a turn</span>
          <Button v-if="counted" variant="text" @click="counted = 0">from nought</Button>
        </p>
        <ol class="choices">
          <li v-for="(choice, n) in round.choices" :key="choice.names[0]">
            <Button variant="outlined" :disabled="busy" @click="name(choice.names[0] ?? '')">{{ choice.names.join(", or ") }} <KeyCap :k="String(n + 1)" /></Button>
          </li>
        </ol>
        <p class="soft">A damaged tooth clicks once a turn of its own wheel: work out how often each wheel goes round for one of shaft {{ round.shaft }}. Wheels on one shaft click alike.</p>
      </template>
      <template v-else>
        <h1 :class="round.right ? 'proved' : 'harm'">{{ round.right ? "Right" : "No" }}: {{ round.truth }}</h1>
        <p>
          <b>{{ round.says }}</b> <span class="soft">You counted {{ counted || "nothing" }}, and named {{ round.named }}.</span>
        </p>
        <ul class="table">
          <li v-for="choice in round.choices" :key="choice.names[0]">
            <span>{{ choice.names.join(", or ") }}</span><span class="value">{{ choice.says }}</span>
          </li>
        </ul>
      </template>
      <div class="actions">
        <Button :variant="done ? undefined : 'outlined'" :disabled="busy" @click="another">Another unit <KeyCap :k="done ? 'Enter' : 'G'" /></Button>
        <Button variant="outlined" @click="router.push({ name: 'practice' })">Gears by caliper <KeyCap k="Esc" /></Button>
        <span v-if="round.played" class="soft">{{ round.won }} of {{ round.played }} right so far</span>
      </div>
    </section>
    <TrainDrawing v-if="train" :train="train" :turning="playing" class="drawn" />
    <ProblemNote :problem="problem" />
  </main>
</template>

<style scoped>
.ear {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 32px;
  align-content: start;
}

section {
  display: grid;
  gap: 18px;
  align-content: start;
}

@media (max-width: 900px) {
  .ear {
    grid-template-columns: minmax(0, 1fr);
  }
}

.played {
  height: 10px;
  background: var(--grid);
}

.played > span {
  display: block;
  height: 100%;
  background: var(--slate);
}

.train .value {
  font-size: 24px;
  margin-right: 16px;
}

.counting {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 14px;
}

.tally {
  min-width: 2ch;
  font-size: 40px;
  font-weight: 700;
}

.choices {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 8px;
}

.choices .p-button {
  width: 100%;
  min-height: 56px;
  justify-content: space-between;
  text-align: left;
}

.table li {
  display: flex;
  justify-content: space-between;
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
}
</style>
