<script setup lang="ts">
/** Pieces on one shaft in section along it, the outermost at the left; what faces a way is drawn facing it. */
import { computed } from "vue";

import type { RowSeen } from "../../api/types";

type Stack = RowSeen["stacks"][number];
type Part = Stack["parts"][number];
const props = defineProps<{ stack: Stack; at?: string }>();
defineEmits<{ pick: [piece: string] }>();

const WIDE = 440;
const TALL = 150;
/** Room between the pieces at least, and the thinnest that is still seen. */
const LEAST = 5;
const THIN = 3;
const SPRUNG = 7;

const across = computed(() => (TALL - 24) / Math.max(1, ...props.stack.parts.map((part) => part.across)));
const along = computed(() => {
  const room = WIDE - 30 - LEAST * props.stack.parts.length;
  const total = props.stack.parts.reduce((sum, part) => sum + part.along * part.count, 0);
  return Math.min(across.value, room / Math.max(total, 0.1));
});
const drawn = computed(() => {
  const bare = props.stack.parts.reduce((sum, part) => sum + Math.max(THIN, part.along * along.value) * part.count, 0);
  // Pulled apart along the shaft as far as there is room: each is seen, and its number stands free.
  const GAP = Math.min(30, Math.max(LEAST, (WIDE - 40 - bare) / props.stack.parts.length));
  let x = 0;
  const made = props.stack.parts.map((part) => {
    const one = Math.max(THIN, part.along * along.value);
    const lies = { part, x, one, wide: one * part.count, top: (part.across * across.value) / 2, bore: (part.bore * across.value) / 2 };
    x += lies.wide + GAP;
    return lies;
  });
  const off = (WIDE - (x - GAP)) / 2;
  return made.map((lies) => ({ ...lies, x: lies.x + off }));
});
const length = computed(() => {
  const first = drawn.value[0];
  const last = drawn.value.at(-1);
  return first && last ? [first.x - 14, last.x + last.wide + 14] : [0, 0];
});

/** One half of a piece cut along the shaft; `up` is -1 above it and 1 below. */
function half(lies: (typeof drawn.value)[number], n: number, up: number) {
  const { part, one, top, bore } = lies;
  const x = lies.x + n * one;
  const [a, b] = [up * Math.max(bore, 2), up * Math.max(top, bore + 3)];
  // A disc spring lies as a cone: its outer edge stands to the way it is dished; unknown is drawn flat.
  const lean = part.mark === "dish" ? -part.way * SPRUNG : 0;
  if (part.kind === "spring" && !part.mark) return `M${x} ${a}L${x + one / 4} ${b}L${x + one / 2} ${a}L${x + (3 * one) / 4} ${b}L${x + one} ${a}`;
  return `M${x} ${a}H${x + one}L${x + one + lean} ${b}H${x + lean}Z`;
}

/** What stands out of a face or is let into it, on the face that it was said of. */
function feature(lies: (typeof drawn.value)[number], up: number) {
  const { part, top, bore } = lies;
  const face = part.way > 0 ? lies.x + lies.wide : lies.x;
  const out = part.way > 0 ? 1 : -1;
  const [a, b] = [Math.max(bore, 2), Math.max(top, bore + 3)];
  const mid = (a + b) / 2;
  switch (part.mark) {
    case "boss":
      return `M${face} ${up * a}h${out * 7}V${up * (a + (b - a) * 0.35)}h${-out * 7}`;
    case "lip":
      return `M${face} ${up * a}l${out * 7} ${up * 2}l${-out * 7} ${up * 5}`;
    case "groove":
      return `M${face} ${up * (mid - 3)}h${-out * 4}V${up * (mid + 3)}h${out * 4}`;
    case "ridge":
      return `M${face} ${up * (mid - 3)}h${out * 4}V${up * (mid + 3)}h${-out * 4}`;
    case "ears":
      return up < 0 ? `M${lies.x} ${up * b}v${up * 6}h${lies.wide}V${up * b}` : "";
    case "shield":
      return `M${face - out * 1.5} ${up * a}V${up * b}`;
    case "taper":
      return `M${face} ${up * b}l${-out * 6} 0l${out * 6} ${-up * 6}Z`;
  }
  return "";
}
const TOOTHED = ["gear", "worm", "pulley", "sprocket", "ring"];
/** What can go in the wrong way round, and nobody said which. */
const asks = (part: Part) => ["dish", "boss", "lip", "taper"].includes(part.mark) && !part.way;
const says = (part: Part) => (asks(part) ? "which way was not noted" : "");
const PLACES = [-1, 1];
</script>

<template>
  <figure>
    <svg :viewBox="`0 ${-TALL / 2 - 6} ${WIDE} ${TALL + 30}`" role="img" :aria-label="`Section of ${stack.name}, the outermost at the left`">
      <path class="axis" :d="`M${length[0]} 0H${length[1]}`" />
      <g v-for="lies in drawn" :key="lies.part.piece_id" :class="{ guess: !lies.part.known, here: lies.part.piece_id === at, asks: asks(lies.part) }" @click="$emit('pick', lies.part.piece_id)">
        <template v-for="up in PLACES" :key="up">
          <path v-for="n in lies.part.count" :key="n" :class="{ open: lies.part.kind === 'spring' && !lies.part.mark, shut: lies.part.kind === 'circlip' }" :d="half(lies, n - 1, up)" />
          <path v-if="TOOTHED.includes(lies.part.kind)" class="teeth" :d="`M${lies.x} ${up * lies.top * 0.88}h${lies.wide}`" />
          <path v-if="feature(lies, up)" class="feature" :d="feature(lies, up)" />
        </template>
        <text v-if="lies.part.kind === 'shim' && lies.part.known" class="gap" :x="lies.x + lies.wide / 2" :y="-lies.top - 7" text-anchor="middle">
          {{ +(lies.part.along * lies.part.count).toFixed(2) }}
        </text>
        <text :x="lies.x + lies.wide / 2" :y="TALL / 2 + 14" text-anchor="middle">{{ lies.part.number }}</text>
      </g>
      <text class="end" x="2" :y="-TALL / 2 + 4">off first</text>
    </svg>
    <ol>
      <li v-for="part in stack.parts" :key="part.piece_id" :class="{ here: part.piece_id === at }">
        <b>{{ part.number }}</b> {{ part.name }}<template v-if="part.count > 1"> ×{{ part.count }}</template
        >{{ " " }}<span v-if="part.facing || asks(part)" class="facing">{{ [part.facing, says(part)].filter(Boolean).join(", ") }}</span>
      </li>
    </ol>
  </figure>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}

path {
  fill: var(--ground);
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-linejoin: round;
}

.axis {
  stroke: var(--soft);
  stroke-width: 0.8;
  stroke-dasharray: 12 4 2 4;
}

.guess path {
  stroke: var(--soft);
}

.open {
  fill: none;
}

.shut {
  fill: var(--ink);
}

.teeth {
  fill: none;
  stroke-width: 0.8;
}

.feature {
  fill: var(--panel);
  stroke: var(--slate);
  stroke-width: 2;
}

.asks path {
  stroke: var(--oxide);
}

g.here path {
  fill: var(--brass-wash);
}

g {
  cursor: pointer;
}

text {
  fill: var(--ink);
  font: 600 13px var(--mono);
}

.gap {
  fill: var(--slate);
}

.end {
  fill: var(--soft);
  font: 500 12px var(--sans);
}

li {
  padding: 3px 6px;
}

li.here {
  background: var(--brass-wash);
}

.facing {
  color: var(--slate);
  font-weight: 600;
}
</style>
