<script setup lang="ts">
/** Two pictures of the same side laid over each other, before and after, parted by a line that is dragged. */
import { useEventListener } from "@vueuse/core";
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import { computed, ref } from "vue";

import { useVisit } from "../visit";
import { beforeAndAfter, picturesOf, type Taken } from "./beside";

const emit = defineEmits<{ close: [] }>();
const store = useVisit();
const taken = computed(() => picturesOf(store.visit?.photos ?? [], store.steps));
const pair = beforeAndAfter(taken.value);
const before = ref<Taken | undefined>(pair?.[0]);
const after = ref<Taken | undefined>(pair?.[1]);
/** Where the line stands, in hundredths of the width. */
const line = ref(50);
/** Which of the two a tap on the strip changes. */
const changes = ref<"before" | "after">("before");

function pick(photo: Taken) {
  if (changes.value === "before") before.value = photo;
  else after.value = photo;
}

function key(event: KeyboardEvent) {
  if (event.key === "Escape") emit("close");
  else if (event.key === "ArrowLeft" || event.key === "ArrowRight") line.value = Math.max(0, Math.min(100, line.value + (event.key === "ArrowLeft" ? -5 : 5)));
  else return;
  event.preventDefault();
  event.stopImmediatePropagation();
}
useEventListener(window, "keydown", key, { capture: true });
</script>

<template>
  <Dialog visible modal :closable="false" :show-header="false" class="over" aria-label="Before and after" @update:visible="emit('close')">
    <div class="pair" :style="{ '--line': `${line}%` }">
      <img v-if="after" :src="store.photoUrl(after.id)" alt="After" draggable="false" />
      <img v-if="before" class="before" :src="store.photoUrl(before.id)" alt="Before" draggable="false" />
      <span class="rule" aria-hidden="true"></span>
      <input v-model.number="line" type="range" min="0" max="100" aria-label="Where the pictures part" />
    </div>
    <div class="foot">
      <div class="which" role="group" aria-label="Which is changed">
        <Button :variant="changes === 'before' ? undefined : 'outlined'" :aria-pressed="changes === 'before'" @click="changes = 'before'">Before: {{ before?.says }}</Button>
        <Button :variant="changes === 'after' ? undefined : 'outlined'" :aria-pressed="changes === 'after'" @click="changes = 'after'">After: {{ after?.says }}</Button>
        <Button variant="outlined" @click="emit('close')">Close</Button>
      </div>
      <div class="strip">
        <button v-for="photo in taken" :key="photo.id" type="button" :aria-label="photo.says" :class="{ now: photo.id === (changes === 'before' ? before : after)?.id }" @click="pick(photo)">
          <img :src="store.photoUrl(photo.id, true)" alt="" />
          <span class="small">{{ [photo.side, photo.says].filter(Boolean).join(" · ") }}</span>
        </button>
      </div>
    </div>
  </Dialog>
</template>

<style scoped>
.pair {
  position: relative;
  width: 100%;
  height: 100%;
  min-height: 0;
  background: #14181b;
}

.pair img {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.pair .before {
  clip-path: inset(0 calc(100% - var(--line)) 0 0);
}

.rule {
  position: absolute;
  top: 0;
  bottom: 0;
  left: var(--line);
  width: 4px;
  margin-left: -2px;
  background: var(--brass);
  pointer-events: none;
}

/* The whole picture is the handle: a thumb need not find the line. */
input {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  margin: 0;
  opacity: 0;
  cursor: ew-resize;
}

.pair:has(input:focus-visible) {
  outline: 3px solid var(--brass);
}

.foot {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  width: 100%;
}

.which {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
}

.strip {
  display: flex;
  gap: 8px;
  overflow-x: auto;
}

.strip button {
  display: grid;
  flex: 0 0 104px;
  gap: 4px;
  padding: 4px;
  border: 2px solid transparent;
  background: none;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
}

.strip .now {
  border-color: var(--brass);
}

.strip img {
  width: 96px;
  height: 68px;
  object-fit: cover;
}
</style>
