<script setup lang="ts">
/** One gear at each visit it was read: its span against that of the first, and what it was judged. */
import { computed } from "vue";

import type { GearHistory } from "../../api/types";

const props = defineProps<{ gear: GearHistory }>();
const WIDTH = 420;
const HEIGHT = 96;
/** Spans over the same teeth alone tell wear; without them the tips do. */
const points = computed(() => props.gear.readings.filter((each) => each.value_mm != null));
const low = computed(() => Math.min(...points.value.map((each) => each.value_mm ?? 0)));
const high = computed(() => Math.max(...points.value.map((each) => each.value_mm ?? 0)));
const x = (n: number) => (points.value.length < 2 ? WIDTH / 2 : 40 + ((WIDTH - 80) * n) / (points.value.length - 1));
const y = (value: number) => 22 + ((HEIGHT - 52) * (high.value - value)) / Math.max(0.05, high.value - low.value);
</script>

<template>
  <article>
    <p>
      <b>{{ gear.name }}</b> <span class="soft">{{ gear.label }}</span>
      <span v-if="points.length === 1" class="soft"> {{ points[0]?.value_mm?.toFixed(2) }} mm {{ gear.how }} at visit {{ points[0]?.visit }}</span>
      <span v-if="points.length > 1" :class="gear.less_mm ? 'harm' : 'proved'"> {{ gear.less_mm ? `${gear.less_mm.toFixed(2)} mm less ${gear.how}` : `no less ${gear.how}` }}</span>
    </p>
    <svg v-if="points.length > 1" :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="points.map((each) => `visit ${each.visit}: ${each.value_mm}`).join(', ')">
      <polyline :points="points.map((each, n) => `${x(n)},${y(each.value_mm ?? 0)}`).join(' ')" />
      <template v-for="(each, n) in points" :key="n">
        <circle :cx="x(n)" :cy="y(each.value_mm ?? 0)" r="5" />
        <text :x="x(n)" :y="y(each.value_mm ?? 0) - 10" class="figure">{{ each.value_mm?.toFixed(2) }}</text>
        <text :x="x(n)" :y="HEIGHT - 6">visit {{ each.visit }}</text>
      </template>
    </svg>
  </article>
</template>

<style scoped>
article {
  display: grid;
  gap: 4px;
  padding-top: 8px;
  border-top: 1px solid var(--hair);
}

svg {
  width: 100%;
  max-width: 460px;
}

polyline {
  fill: none;
  stroke: var(--slate);
  stroke-width: 2;
}

circle {
  fill: var(--slate);
}

text {
  text-anchor: middle;
  font-size: 13px;
  fill: var(--soft);
}

.figure {
  fill: var(--ink);
  font-family: var(--mono, monospace);
}
</style>
