<script setup lang="ts">
/** The screws of one cover with the turn each is drawn down in. Four stand at corners, more on a ring. */
import { computed } from "vue";

const props = defineProps<{ turns: number[]; shape?: string }>();
/** Places round a rectangle: its corners first, the others spread over its sides, the long ones before the short. */
function rim(many: number) {
  const more = [0, 0, 0, 0];
  for (let n = 0; n < many - 4; n += 1) more[[0, 2, 1, 3][n % 4] ?? 0]! += 1;
  const corners = [
    [-64, -46],
    [64, -46],
    [64, 46],
    [-64, 46],
  ] as const;
  return corners.flatMap(([x, y], side) => {
    const [nx, ny] = corners[(side + 1) % 4] ?? corners[0];
    const steps = (more[side] ?? 0) + 1;
    return Array.from({ length: steps }, (_, n) => ({ x: x + ((nx - x) * n) / steps, y: y + ((ny - y) * n) / steps }));
  });
}
const places = computed(() =>
  props.turns.map((turn, n) => {
    const many = props.turns.length;
    if (props.shape === "rectangle" && many > 4) return { turn, ...(rim(many)[n] ?? { x: 0, y: 0 }) };
    const angle = (2 * Math.PI * n) / many - (many === 4 ? (3 * Math.PI) / 4 : Math.PI / 2);
    return { turn, x: 64 * Math.cos(angle), y: (many === 4 ? 46 : 52) * Math.sin(angle) };
  }),
);
</script>

<template>
  <svg viewBox="-92 -72 184 144" role="img" :aria-label="`Tighten crosswise: ${turns.join(', ')}`">
    <rect x="-84" y="-66" width="168" height="132" :rx="turns.length === 4 || shape === 'rectangle' ? 14 : 64" />
    <g v-for="place in places" :key="place.turn" :transform="`translate(${place.x} ${place.y})`">
      <circle r="15" />
      <text y="6" text-anchor="middle">{{ place.turn }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 210px;
  max-width: 100%;
}

rect {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1.4;
}

circle {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 1.6;
}

text {
  fill: var(--ink);
  font: 700 17px var(--mono);
}
</style>
