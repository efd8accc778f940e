<script setup lang="ts">
/** A photo with what was counted in it: the circle of the tips, each tooth, and which are broken off. */
import { computed, ref, watch } from "vue";

import type { PhotoCounted } from "../api/types";

defineOptions({ inheritAttrs: false });
const props = defineProps<{ href: string; size: { width: number; height: number }; counted?: PhotoCounted; tappable?: boolean }>();
const emit = defineEmits<{ tap: [tooth: number] }>();
const broken = computed(() => new Set(props.counted?.broken ?? []));
const teeth = computed(() => (props.counted?.at ?? []).map(([x = 0, y = 0]) => ({ x: x * props.size.width, y: y * props.size.height })));
const rim = computed(() => (props.counted?.rim ?? []).map(([x = 0, y = 0]) => `${x * props.size.width},${y * props.size.height}`).join(" "));

/** Pixels of the screen from tooth to tooth that a finger can choose between, and how much nearer is gone for it. */
const FINGER = 40;
const NEARER = 3.5;
/** Left free about the gear, as a share of it. */
const ROOM = 0.12;
/** Where it is looked at from near, and the tooth the arrows stand on. */
const near = ref<{ x: number; y: number }>();
const at = ref(-1);
watch(
  () => props.counted,
  () => {
    near.value = undefined;
    at.value = -1;
  },
);

/** The gear fills the picture once it is found: each tooth can be looked at and hit. */
const whole = computed(() => {
  const { width, height } = props.size;
  const points = props.counted?.teeth ? props.counted.rim : [];
  if (!points.length) return { x: 0, y: 0, width, height };
  const xs = points.map(([x = 0]) => x * width);
  const ys = points.map(([, y = 0]) => y * height);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const room = Math.max(Math.max(...xs) - left, Math.max(...ys) - top) * ROOM;
  return { x: left - room, y: top - room, width: Math.max(...xs) - left + 2 * room, height: Math.max(...ys) - top + 2 * room };
});
const view = computed(() => {
  if (!near.value) return whole.value;
  const [width, height] = [whole.value.width / NEARER, whole.value.height / NEARER];
  return { x: near.value.x - width / 2, y: near.value.y - height / 2, width, height };
});

/** The tooth nearest to where it was tapped; a finger that could mean several is first taken nearer. */
function tap(event: MouseEvent) {
  const seen = (event.currentTarget as SVGSVGElement).getScreenCTM();
  if (!props.tappable || !seen || !teeth.value.length) return;
  const spot = new DOMPoint(event.clientX, event.clientY).matrixTransform(seen.inverse());
  const far = teeth.value.map((tooth) => Math.hypot(tooth.x - spot.x, tooth.y - spot.y));
  const nearest = far.indexOf(Math.min(...far));
  const pitch = (Math.PI * Math.max(whole.value.width, whole.value.height)) / (1 + 2 * ROOM) / teeth.value.length;
  const onTooth = (far[nearest] ?? Infinity) < 1.5 * pitch;
  const finger = (event as PointerEvent).pointerType !== "mouse" && pitch * seen.a < FINGER;
  if (onTooth && (near.value || !finger)) mark(nearest);
  else near.value = onTooth ? { x: spot.x, y: spot.y } : undefined;
}

function mark(tooth: number) {
  at.value = tooth;
  emit("tap", tooth);
}

const STEPS: Record<string, number> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

function key(event: KeyboardEvent) {
  const [step, many] = [STEPS[event.key], teeth.value.length];
  if (!props.tappable || !many || (!step && event.key !== " ")) return;
  event.preventDefault();
  event.stopPropagation();
  if (step) at.value = (at.value + step + many) % many;
  else mark(Math.max(0, at.value));
}
</script>

<template>
  <svg
    v-bind="$attrs"
    :viewBox="`${view.x} ${view.y} ${view.width} ${view.height}`"
    :role="tappable && teeth.length ? 'application' : 'img'"
    :tabindex="tappable && teeth.length ? 0 : undefined"
    :aria-label="counted?.says ? (tappable ? `${counted.says}: arrows walk, Space marks broken off or whole; tooth ${at + 1}, ${broken.size} marked` : counted.says) : 'The photo'"
    @click="tap"
    @keydown="key"
  >
    <image :href="href" :width="size.width" :height="size.height" />
    <template v-if="counted?.teeth">
      <polygon :points="rim" class="rim" />
      <circle v-for="(tooth, n) in teeth" :key="n" :cx="tooth.x" :cy="tooth.y" :r="whole.width / Math.max(60, 3.2 * teeth.length)" :class="{ gone: broken.has(n), now: n === at, tappable }" />
    </template>
  </svg>
  <p v-if="near" class="soft small">Tap each tooth that is broken off, or is not; beside the teeth, for the whole again.</p>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: var(--photo-height, 420px);
}

.rim {
  fill: none;
  stroke: var(--brass);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}

circle {
  fill: var(--brass);
  stroke: var(--ground);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}

.tappable {
  cursor: pointer;
}

circle.gone {
  fill: var(--oxide);
}

circle.now {
  stroke-width: 4;
}
</style>
