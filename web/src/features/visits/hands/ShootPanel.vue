<script setup lang="ts">
/** Shooting as one strips: each picture is a step, named later. Shutter under the thumb, by pedal or by knock. */
import Button from "primevue/button";
import { computed, onBeforeUnmount, onMounted, ref } from "vue";

import { useKeys, useLayer } from "../../../app/keys";
import { TO_NAME, unread } from "../unread";
import { useVisit } from "../visit";
import { useHands } from "./hands";

const emit = defineEmits<{ close: [] }>();
const store = useVisit();
const view = ref<HTMLVideoElement>();
const picker = ref<HTMLInputElement>();
/** Whether the camera is on the screen; else each picture is taken by the phone's own camera. */
const live = ref(false);
const problem = ref("");
const flash = ref(false);
/** Steps made here, the last last. */
const made = ref<string[]>([]);
const last = computed(() => store.steps.find((step) => step.id === made.value.at(-1)));
let stream: MediaStream | undefined;
let gone = false;
let row: Promise<void> = Promise.resolve();

useLayer();
useHands({ next: () => void shoot(), back: () => void takeBack() });
useKeys({ Space: () => void shoot(), Enter: () => void shoot(), Backspace: () => void takeBack(), Escape: () => emit("close") });

async function open() {
  try {
    const asked = await navigator.mediaDevices.getUserMedia({ video: { facingMode: "environment", width: { ideal: 4096 }, height: { ideal: 3072 } } });
    if (gone) return asked.getTracks().forEach((track) => track.stop());
    stream = asked;
    live.value = true;
    if (view.value) view.value.srcObject = asked;
  } catch {
    problem.value = "The camera cannot be shown here: allow it for this page; over the network that needs https. Each picture opens the phone's own camera instead.";
  }
}

async function shoot() {
  if (!live.value) return picker.value?.click();
  const [video, frame] = [view.value, document.createElement("canvas")];
  if (!video?.videoWidth) return;
  [frame.width, frame.height] = [video.videoWidth, video.videoHeight];
  frame.getContext("2d")?.drawImage(video, 0, 0);
  flash.value = true;
  window.setTimeout(() => (flash.value = false), 120);
  navigator.vibrate?.(30);
  const picture = await new Promise<Blob | null>((done) => frame.toBlob(done, "image/jpeg", 0.9));
  if (picture) await keep(picture);
}

/** One after the other, in the order shot. */
function keep(picture: Blob) {
  row = row.then(async () => {
    const photo = await store.addPhoto(picture);
    made.value.push(await store.layDown(TO_NAME, unread(TO_NAME), [photo]));
  });
  return row;
}

function picked() {
  for (const file of picker.value?.files ?? []) void keep(file);
  if (picker.value) picker.value.value = "";
}

async function takeBack() {
  const id = made.value.pop();
  if (id) await store.takeBack(id);
}

onMounted(open);
onBeforeUnmount(() => {
  gone = true;
  stream?.getTracks().forEach((track) => track.stop());
});
</script>

<template>
  <Teleport to="body">
    <div class="shoot" role="dialog" aria-modal="true" aria-label="Shoot as I strip">
      <div class="view" :class="{ flash }">
        <video v-show="live" ref="view" autoplay muted playsinline></video>
        <p v-if="!live" class="says">{{ problem || "Opening the camera …" }}</p>
      </div>
      <div class="bar">
        <p class="count" aria-live="polite">
          <b class="value">{{ made.length }}</b> {{ made.length === 1 ? "picture, a step" : "pictures, as many steps" }}, named later
        </p>
        <span class="last">
          <img v-if="last?.photos[0]" :src="store.photoUrl(last.photos[0].id, true)" alt="The last picture" />
          <Button v-if="last" variant="outlined" @click="takeBack">Take it back</Button>
        </span>
        <button type="button" class="shutter" aria-label="Take the picture" @click="shoot"></button>
        <Button class="done" @click="emit('close')">{{ made.length ? "Done, name them" : "Close" }}</Button>
      </div>
      <input ref="picker" class="only-read" type="file" accept="image/jpeg,image/png,image/webp" capture="environment" multiple tabindex="-1" aria-label="Picture of a step" @change="picked" />
    </div>
  </Teleport>
</template>

<style scoped>
.shoot {
  position: fixed;
  inset: 0;
  z-index: 30;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  grid-template-columns: minmax(0, 1fr);
  background: var(--ground);
  padding-bottom: env(safe-area-inset-bottom);
}

.view {
  position: relative;
  display: grid;
  place-items: center;
  min-height: 0;
  background: #14181b;
}

video {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  object-fit: contain;
}

.flash video {
  opacity: 0.35;
}

.says {
  max-width: 460px;
  padding: 24px;
  color: #f4efe4;
  font-size: 20px;
}

.bar {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto minmax(0, 1fr);
  gap: 10px 16px;
  align-items: center;
  padding: 12px var(--margin) 16px;
}

.count {
  grid-column: 1 / -1;
  font-size: 19px;
}

.last {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.last img {
  width: 64px;
  height: 48px;
  object-fit: cover;
}

.shutter {
  width: 92px;
  height: 92px;
  border: 5px solid var(--ink);
  border-radius: 50%;
  background: var(--brass);
  cursor: pointer;
}

.shutter:active {
  background: var(--ink);
}

.done {
  justify-self: end;
}

@media (orientation: landscape) and (max-height: 560px) {
  .shoot {
    grid-template: minmax(0, 1fr) / minmax(0, 1fr) 220px;
  }

  .bar {
    grid-template-columns: minmax(0, 1fr);
    align-content: center;
    justify-items: center;
  }

  .done {
    justify-self: center;
  }
}
</style>
