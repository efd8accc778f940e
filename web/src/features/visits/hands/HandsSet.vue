<script setup lang="ts">
/** What moves the build when both hands are in it: each set once, by doing it. */
import Button from "primevue/button";

import { hands, keyWords, learning, type Move } from "./hands";

defineProps<{ problem: string }>();
defineEmits<{ close: [] }>();
const MOVES: { key: Move; says: string }[] = [
  { key: "next", says: "Done, next" },
  { key: "back", says: "Back" },
];
</script>

<template>
  <section class="set">
    <h1>What moves it</h1>
    <p class="soft">A foot pedal, a headset, a presenter: whatever sends a key. Choose the move, then press the pedal.</p>
    <div v-for="move in MOVES" :key="move.key" class="move">
      <b>{{ move.says }}</b>
      <span class="value">{{ learning === move.key ? "press it now …" : hands[move.key] ? keyWords(hands[move.key]) : "not set" }}</span>
      <Button :variant="learning === move.key ? undefined : 'outlined'" @click="learning = learning === move.key ? '' : move.key">{{ learning === move.key ? "Leave it" : "Set" }}</Button>
      <Button v-if="hands[move.key]" variant="text" @click="hands = { ...hands, [move.key]: '' }">Forget</Button>
    </div>
    <div class="move">
      <b>A knock on the bench is “next”</b>
      <Button :variant="hands.knock ? undefined : 'outlined'" :aria-pressed="hands.knock" aria-label="A knock is next" @click="hands = { ...hands, knock: !hands.knock }">{{
        hands.knock ? "On" : "Off"
      }}</Button>
    </div>
    <p class="soft">The microphone is listened to for the knock alone; nothing is kept. A headset's own play and skip buttons work while this is open, where the browser lets them through.</p>
    <p v-if="problem" class="harm" role="alert">{{ problem }}</p>
    <Button class="done" @click="$emit('close')">Back to the step</Button>
  </section>
</template>

<style scoped>
.set {
  display: grid;
  gap: 16px;
  align-content: start;
  max-width: 720px;
  padding: 24px var(--margin);
  overflow-y: auto;
  font-size: 19px;
}

.move {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
  min-height: 56px;
  border-bottom: 1px solid var(--hair);
}

.move b {
  flex: 1 1 200px;
}

.done {
  justify-self: start;
}
</style>
