<script setup lang="ts">
/** A photo with what was counted in it: the circle of the tips, each tooth, and which are broken off. */
import { computed } from "vue";

import type { PhotoCounted } from "../api/types";

const props = defineProps<{ href: string; size: { width: number; height: number }; counted?: PhotoCounted; tappable?: boolean }>();
defineEmits<{ tap: [tooth: number] }>();
const broken = computed(() => new Set(props.counted?.broken ?? []));
const rim = computed(() => (props.counted?.rim ?? []).map(([x = 0, y = 0]) => `${x * props.size.width},${y * props.size.height}`).join(" "));

/** The gear fills the picture once it is found: each tooth can be looked at and hit. */
const view = computed(() => {
  const { width, height } = props.size;
  const points = props.counted?.teeth ? props.counted.rim : [];
  if (!points.length) return { x: 0, y: 0, width, height };
  const xs = points.map(([x = 0]) => x * width);
  const ys = points.map(([, y = 0]) => y * height);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const room = Math.max(Math.max(...xs) - left, Math.max(...ys) - top) * 0.12;
  return { x: left - room, y: top - room, width: Math.max(...xs) - left + 2 * room, height: Math.max(...ys) - top + 2 * room };
});
</script>

<template>
  <svg :viewBox="`${view.x} ${view.y} ${view.width} ${view.height}`" role="img" :aria-label="counted?.says || 'The photo'">
    <image :href="href" :width="size.width" :height="size.height" />
    <template v-if="counted?.teeth">
      <polygon :points="rim" class="rim" />
      <circle
        v-for="(point, n) in counted.at"
        :key="n"
        :cx="(point[0] ?? 0) * size.width"
        :cy="(point[1] ?? 0) * size.height"
        :r="view.width / Math.max(60, 3.2 * (counted.teeth ?? 0))"
        :class="{ gone: broken.has(n), tappable }"
        @click="$emit('tap', n)"
      />
    </template>
  </svg>
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
</style>
