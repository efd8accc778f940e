<script setup lang="ts">
/** A photo large on the screen: a tap sets a numbered pin, a drag draws an arrow, for the piece in hand. */
import { useEventListener } from "@vueuse/core";
import Button from "primevue/button";
import Dialog from "primevue/dialog";
import { computed, ref } from "vue";

import type { Piece } from "../../api/types";
import PhotoMarks from "./PhotoMarks.vue";
import { useVisit } from "./visit";

const props = defineProps<{ photo: string; piece?: Piece }>();
const emit = defineEmits<{ close: [] }>();
const store = useVisit();
const box = ref<HTMLElement>();
const from = ref<{ x: number; y: number }>();
const marks = computed(() => store.photoOf(props.photo)?.marks ?? []);
const shape = computed(() => {
  const photo = store.photoOf(props.photo);
  return `${photo?.width ?? 4} / ${photo?.height ?? 3}`;
});

function at(event: PointerEvent) {
  const area = (box.value as HTMLElement).getBoundingClientRect();
  const share = (value: number) => Math.max(0, Math.min(1, value));
  return { x: share((event.clientX - area.left) / area.width), y: share((event.clientY - area.top) / area.height) };
}

function down(event: PointerEvent) {
  from.value = at(event);
}

function up(event: PointerEvent) {
  const start = from.value;
  if (!start) return;
  const end = at(event);
  from.value = undefined;
  const drawn = Math.hypot(end.x - start.x, end.y - start.y) > 0.03;
  const mark = drawn ? { ...end, from_x: start.x, from_y: start.y } : end;
  void store.markPhoto(props.photo, [...marks.value, { ...mark, piece: props.piece?.id ?? null }]);
}

const undo = () => void store.markPhoto(props.photo, marks.value.slice(0, -1));

/** Its own keys while it lies over everything. */
function key(event: KeyboardEvent) {
  if (event.key === "Escape") emit("close");
  else if (event.key === "Backspace" && marks.value.length) undo();
  else return;
  event.preventDefault();
  event.stopImmediatePropagation();
}
useEventListener(window, "keydown", key, { capture: true });
</script>

<template>
  <Dialog visible modal :closable="false" :show-header="false" class="over" aria-label="Mark the photo" @update:visible="emit('close')">
    <div ref="box" class="picture" :style="{ '--shape': shape }" @pointerdown="down" @pointerup="up">
      <img :src="store.photoUrl(photo)" alt="" draggable="false" />
      <PhotoMarks :photo="photo" whole />
    </div>
    <div class="actions">
      <p>
        Tap for a pin, drag for an arrow<template v-if="piece"
          >: they belong to <b>{{ piece.name }}</b></template
        >.
      </p>
      <Button variant="outlined" :disabled="!marks.length" @click="undo">Take back</Button>
      <Button @click="emit('close')">Done</Button>
    </div>
  </Dialog>
</template>

<style>
/* It is laid on the page itself, outside of this component. */
.over.p-dialog {
  width: 100vw;
  height: 100dvh;
  max-height: none;
  margin: 0;
  border: 0;
  border-radius: 0;
  background: var(--ground);
}

.over .p-dialog-content {
  display: grid;
  grid-template: minmax(0, 1fr) auto / minmax(0, 1fr);
  gap: 12px;
  justify-items: center;
  height: 100%;
  padding: 16px 24px;
}
</style>

<style scoped>
.picture {
  position: relative;
  width: min(100%, calc((100dvh - 130px) * (var(--shape))));
  aspect-ratio: var(--shape);
  align-self: center;
  touch-action: none;
  cursor: crosshair;
}

img {
  display: block;
  width: 100%;
  height: 100%;
  user-select: none;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 16px;
  align-items: center;
}
</style>
