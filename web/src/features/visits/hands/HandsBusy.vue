<script setup lang="ts">
/** The work without a hand: one thing over the whole screen, its picture beside it, moved by halves, pedal or knock. */
import Button from "primevue/button";
import { onBeforeUnmount, onMounted, ref } from "vue";

import { useKeys, useLayer } from "../../../app/keys";
import KeyCap from "../../../app/KeyCap.vue";
import TighteningFigure from "../../../drawing/TighteningFigure.vue";
import { useVisit } from "../visit";
import HandsSet from "./HandsSet.vue";
import { useHands, type InHand } from "./hands";

const props = defineProps<{ shown: InHand; speaks: boolean; aloud: boolean }>();
const emit = defineEmits<{ next: []; back: []; close: []; aloud: [] }>();
const store = useVisit();
const setting = ref(false);
const next = () => emit("next");
const back = () => emit("back");

useLayer();
const { problem } = useHands({ next, back });
useKeys({ Space: next, Enter: next, ArrowRight: next, PageDown: next, ArrowLeft: back, PageUp: back, Backspace: back, Escape: () => emit("close"), v: () => props.speaks && emit("aloud") });

/** The left third goes back, the rest goes on: found by an elbow. */
function tapped(event: MouseEvent) {
  const area = (event.currentTarget as HTMLElement).getBoundingClientRect();
  if (event.clientX < area.left + area.width / 3) back();
  else next();
}

// The page behind does not move under it.
onMounted(() => document.body.classList.add("still"));
onBeforeUnmount(() => document.body.classList.remove("still"));
</script>

<template>
  <Teleport to="body">
    <div class="hands" role="dialog" aria-modal="true" aria-label="Hands busy">
      <header>
        <span class="value place">{{ shown.place }}</span>
        <span class="soft ready"
          ><template v-if="shown.ready"
            ><span class="about">done about</span> <b class="value">{{ shown.ready }}</b></template
          ></span
        >
        <Button v-if="speaks" variant="outlined" :aria-pressed="aloud" aria-label="Read aloud" @click="emit('aloud')">{{ aloud ? "Quiet" : "Aloud" }}</Button>
        <Button variant="outlined" :aria-expanded="setting" @click="setting = !setting">Pedal</Button>
        <Button variant="outlined" @click="emit('close')">Close <KeyCap k="Esc" /></Button>
      </header>
      <HandsSet v-if="setting" :problem="problem" @close="setting = false" />
      <!-- The halves are an easier way to the buttons below, which the keyboard and a screen reader find. -->
      <div v-else class="halves" :class="{ pictured: shown.photo || shown.tightening?.length }" @click="tapped">
        <div class="words">
          <h1 aria-live="assertive">{{ shown.title }}</h1>
          <p v-if="shown.count" class="count value">{{ shown.count }}</p>
          <ul>
            <li v-for="remark in shown.remarks" :key="remark.text" :class="remark.tone">{{ remark.text }}</li>
          </ul>
        </div>
        <figure v-if="shown.photo || shown.tightening?.length">
          <TighteningFigure v-if="shown.tightening?.length" :turns="shown.tightening" />
          <img v-if="shown.photo" :src="store.photoUrl(shown.photo.id)" alt="How it lay" draggable="false" />
        </figure>
      </div>
      <footer>
        <button type="button" class="back" :disabled="!shown.canGoBack" @click="back">‹ Back</button>
        <button type="button" class="next" @click="next">{{ shown.done }} ›</button>
      </footer>
    </div>
  </Teleport>
</template>

<style>
body.still {
  overflow: hidden;
}
</style>

<style scoped>
.hands {
  position: fixed;
  inset: 0;
  z-index: 30;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  grid-template-columns: minmax(0, 1fr);
  padding: env(safe-area-inset-top) env(safe-area-inset-right) env(safe-area-inset-bottom) env(safe-area-inset-left);
  background: var(--ground);
  user-select: none;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding: 10px var(--margin);
  border-bottom: 1px solid var(--hair);
  font-size: 20px;
}

.place {
  white-space: nowrap;
}

.ready {
  flex: 1;
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px 36px;
  align-content: start;
  padding: 20px var(--margin);
  overflow-y: auto;
  cursor: pointer;
  touch-action: pan-y;
}

.words {
  display: grid;
  gap: 18px;
  align-content: start;
}

h1 {
  font-size: clamp(36px, 5.6vw, 84px);
  line-height: 1.06;
}

.count {
  font-size: clamp(30px, 4vw, 56px);
}

ul {
  display: grid;
  gap: 10px;
  font-size: clamp(22px, 2.4vw, 32px);
  line-height: 1.25;
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

figure {
  display: grid;
  gap: 12px;
  align-content: start;
  min-height: 0;
}

img {
  display: block;
  width: 100%;
  max-height: 38dvh;
  object-fit: contain;
  object-position: left top;
}

footer {
  display: grid;
  grid-template-columns: 1fr 2fr;
  border-top: 2px solid var(--ink);
}

footer button {
  min-height: 92px;
  padding: 8px 14px;
  border: 0;
  background: var(--panel);
  color: var(--ink);
  font: 700 24px/1.15 var(--sans);
  cursor: pointer;
}

footer .next {
  background: var(--ink);
  color: var(--ground);
}

footer .back:disabled {
  color: var(--hair);
}

@media (max-width: 560px) {
  header {
    flex-wrap: nowrap;
    gap: 8px;
    font-size: 18px;
  }

  .about {
    display: none;
  }

  header :deep(.p-button) {
    padding-inline: 10px;
  }
}

@media (min-width: 900px), (orientation: landscape) and (min-width: 640px) {
  .pictured {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }

  .pictured img {
    max-height: calc(100dvh - 230px);
  }
}

@media (orientation: landscape) and (max-height: 500px) {
  footer button {
    min-height: 60px;
  }

  h1 {
    font-size: 30px;
  }

  ul {
    font-size: 20px;
  }
}
</style>
