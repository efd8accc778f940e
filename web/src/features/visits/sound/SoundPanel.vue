<script setup lang="ts">
/** Recordings of the unit as it turns: made here or sent from a phone, heard against its train, before against after. */
import Button from "primevue/button";
import { computed, ref } from "vue";

import type { KeptSound } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import { percent } from "../listen/diagnosis";
import { useVisit } from "../visit";
import { useRecorder } from "./recorder";
import SoundPicture from "./SoundPicture.vue";
import { useSounds } from "./sounds";
import TurnedForm from "./TurnedForm.vue";

const store = useVisit();
const { all, sounds, heard, problem, sending, add, fromSource, say, drop } = useSounds();
const last = computed(() => sounds.value.at(-1));
/** What the next is likely turned like: as the last, else by the visit's own train. */
const usual = computed(() => {
  const { turns = null, rpm = null, shaft = "", turned_so = "" } = last.value ?? {};
  return { turns, rpm, shaft, turned_so, train: last.value?.train || (all.value?.train ?? "") };
});
const recorder = useRecorder((sound) => void add(sound, usual.value));
const picker = ref<HTMLInputElement>();
const editing = ref("");

function picked() {
  for (const file of picker.value?.files ?? []) void add(file, usual.value);
  if (picker.value) picker.value.value = "";
}

const record = () => (recorder.on.value ? recorder.stop() : void recorder.start());

const said = (sound: KeptSound) =>
  [
    sound.repaired ? "after the repair" : "before the repair",
    sound.turns ? `${sound.turns} turns by hand` : sound.rpm ? `run at ${sound.rpm} rpm` : "how it was turned is not said",
    sound.shaft && `shaft ${sound.shaft}`,
    sound.train,
    sound.turned_so,
  ]
    .filter(Boolean)
    .join(" · ");

/** The count goes into the diagnosis as if it had been counted by ear. */
async function count(sound: KeptSound) {
  const clicks = heard.value[sound.id]?.clicks;
  const suspect = heard.value[sound.id]?.suspects[0]?.name;
  await store.answerCheck("count_clicks", "regular", [`${clicks?.count} clicks in ${sound.turns} turns`, suspect].filter(Boolean).join(", ").slice(0, 120));
}

useKeys({ r: record });
</script>

<template>
  <section class="sounds" aria-label="Sound">
    <header>
      <h2>Sound</h2>
      <Button :variant="recorder.on.value ? undefined : 'outlined'" @click="record"
        ><template v-if="recorder.on.value">Stop · {{ recorder.seconds.value.toFixed(0) }} s</template><template v-else>Record</template> <KeyCap k="R"
      /></Button>
      <span v-if="recorder.on.value" class="meter" aria-hidden="true"><span :style="{ width: `${Math.min(100, 100 * recorder.loud.value)}%` }" /></span>
      <Button variant="outlined" @click="picker?.click()">From a file</Button>
      <input ref="picker" class="only-read" type="file" accept="audio/*,.wav,.m4a,.mp3,.ogg" multiple tabindex="-1" aria-label="Sound file" @change="picked" />
      <Button v-if="all?.source" variant="outlined" @click="fromSource(usual.train, usual.turned_so)">From the simulated source</Button>
    </header>
    <p v-if="!sounds.length && !sending" class="soft">
      Case against the microphone, ten slow turns of a shaft you marked: what clicks is counted and laid against the train. Or let it run at a speed you know.
    </p>
    <p v-if="sending" class="soft" role="status">Kept here, on its way to the bench …</p>
    <ProblemNote :problem="problem ?? recorder.problem.value" />
    <article v-for="sound in sounds" :key="sound.id" class="one">
      <p class="line">
        <b v-if="heard[sound.id]">{{ heard[sound.id]?.says }}</b> <span class="soft">{{ said(sound) }}</span>
        <Button variant="text" class="plain" @click="editing = editing === sound.id ? '' : sound.id">{{ sound.turns || sound.rpm ? "Put right" : "Say how it was turned" }}</Button>
        <Button variant="text" class="plain" @click="drop(sound.id)">Take back</Button>
      </p>
      <TurnedForm
        v-if="editing === sound.id || (!sound.turns && !sound.rpm && sound === last)"
        :sound="sound"
        :train="all?.train ?? ''"
        :train-of="all?.train_of ?? ''"
        @keep="(turned) => say(sound, turned).then(() => (editing = ''))"
      />
      <template v-if="heard[sound.id]">
        <SoundPicture :heard="heard[sound.id]!" :before="sound.before ? heard[sound.before] : undefined" :src="`/api/sounds/${sound.id}?through=true`" :ran="Boolean(sound.rpm)" />
        <p v-if="heard[sound.id]?.compared" class="compared">
          <b>{{ heard[sound.id]?.compared?.says }}</b> <span class="soft">Dashed is before. By octave:</span>
          <span v-for="octave in heard[sound.id]?.compared?.octaves" :key="octave.hertz" class="octave">
            {{ octave.hertz < 1000 ? octave.hertz : `${octave.hertz / 1000} k` }}
            <b :class="octave.level_db > 1.5 ? 'harm' : octave.level_db < -1.5 ? 'proved' : ''">{{ octave.level_db > 0 ? "+" : "" }}{{ Math.round(octave.level_db) }}</b>
          </span>
        </p>
        <ul v-if="heard[sound.id]?.suspects.length" class="suspects">
          <li v-for="suspect in heard[sound.id]?.suspects.slice(0, 4)" :key="suspect.name">
            <span
              >{{ suspect.name }} <span class="soft">{{ suspect.says }}</span></span
            ><span class="value">{{ percent(suspect.odds) }}</span>
            <span class="bar"><span :style="{ width: `${100 * suspect.odds}%` }" /></span>
          </li>
        </ul>
        <Button v-if="sound.turns && heard[sound.id]?.clicks.count" variant="outlined" class="into" @click="count(sound)">Take it as the count of clicks</Button>
      </template>
    </article>
  </section>
</template>

<style scoped>
.sounds {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  padding-top: 18px;
  border-top: 1px solid var(--hair);
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
}

h2 {
  margin-right: 12px;
  font-size: 21px;
}

.meter {
  width: 120px;
  height: 12px;
  background: var(--grid);
}

.meter > span,
.bar > span {
  display: block;
  height: 100%;
  background: var(--brass);
}

.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

.plain {
  min-height: 44px;
  margin-block: -10px;
}

.suspects {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 6px 28px;
}

.suspects li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 12px;
}

.bar {
  grid-column: 1 / -1;
  height: 6px;
  background: var(--grid);
}

.octave {
  margin-left: 12px;
  white-space: nowrap;
  font-family: var(--mono);
  font-size: 15px;
}

.into {
  justify-self: start;
}
</style>
