<script setup lang="ts">
/** A photo large on the screen: a tap sets a numbered pin, a drag draws an arrow, for the piece in hand. */
import Button from "primevue/button";
import { computed, onBeforeUnmount, onMounted, ref } from "vue";

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
  const found = store.photoOf(props.photo);
  return `${found?.width ?? 4} / ${found?.height ?? 3}`;
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
onMounted(() => window.addEventListener("keydown", key, true));
onBeforeUnmount(() => window.removeEventListener("keydown", key, true));
</script>

<template>
  <div class="over" role="dialog" aria-modal="true" aria-label="Mark the photo">
    <div ref="box" class="picture" :style="{ aspectRatio: shape }" @pointerdown="down" @pointerup="up">
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
  </div>
</template>

<style scoped>
.over {
  position: fixed;
  inset: 0;
  z-index: 30;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  gap: 12px;
  justify-items: center;
  padding: 16px 24px;
  background: var(--ground);
}

.picture {
  position: relative;
  max-width: 100%;
  max-height: 100%;
  height: 100%;
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
  gap: 16px;
  align-items: center;
}
</style>
