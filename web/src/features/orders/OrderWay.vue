<script setup lang="ts">
/** The way of an order: sent, today, due. Past its day the line goes on in oxide. */
import { computed } from "vue";

const props = defineProps<{ sent: string; due: string | null; here: boolean; late: boolean }>();
const WIDTH = 300;
const DAY = 86_400_000;
const at = (day: string) => new Date(`${day}T12:00`).getTime();
const word = (when: number) => new Date(when).toLocaleDateString(undefined, { day: "numeric", month: "short" });

const way = computed(() => {
  const sent = at(props.sent);
  const now = Math.max(sent, Math.round((Date.now() - at(props.sent)) / DAY) * DAY + sent);
  const due = props.due ? at(props.due) : now;
  const last = Math.max(now, due, sent + DAY);
  const x = (when: number) => 10 + ((WIDTH - 20) * (when - sent)) / (last - sent);
  return { sent: x(sent), now: x(now), due: x(due), late: props.late, says: { sent: word(sent), due: word(due) } };
});
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} 44`" role="img" :aria-label="due ? `Sent ${way.says.sent}, due ${way.says.due}` : `Sent ${way.says.sent}, no day said`">
    <line :x1="way.sent" y1="16" :x2="WIDTH - 10" y2="16" class="road" />
    <line v-if="!here" :x1="way.sent" y1="16" :x2="Math.min(way.now, way.due || way.now)" y2="16" class="gone" />
    <line v-if="way.late" :x1="way.due" y1="16" :x2="way.now" y2="16" class="late" />
    <circle :cx="way.sent" cy="16" r="5" class="dot" />
    <path v-if="due" :d="`M${way.due} 8v16`" class="mark" :class="{ late: way.late }" />
    <path v-if="!here" :d="`M${way.now - 6} 4h12l-6 9z`" class="now" :class="{ late: way.late }" />
    <text :x="way.sent - 5" y="40">{{ way.says.sent }}</text>
    <text v-if="due" :x="Math.max(70, way.due)" y="40" :text-anchor="way.due > WIDTH - 60 ? 'end' : 'middle'">due {{ way.says.due }}</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 300px;
  display: block;
}

line {
  stroke-width: 3;
  stroke: var(--hair);
}

.gone {
  stroke: var(--brass);
}

line.late {
  stroke: var(--oxide);
}

.dot {
  fill: var(--brass);
}

.mark {
  stroke: var(--ink);
  stroke-width: 2;
}

.mark.late {
  stroke: var(--oxide);
}

.now {
  fill: var(--ink);
}

.now.late {
  fill: var(--oxide);
}

text {
  font-size: 13px;
  fill: var(--soft);
}
</style>
