<script setup lang="ts">
/** One piece in the line style of the row, at `scale` pixels a millimetre, centred on 0 0. */
import { computed } from "vue";

import type { Figure } from "../api/types";
import { circlePath, rimPath } from "./path";
import { PLAIN, UNKNOWN } from "./plain";

const props = withDefaults(defineProps<{ figure: Figure; scale: number; damaged?: boolean; unknown?: number }>(), {
  damaged: false,
  unknown: 44,
});

const size = (mm: number, otherwise: number) => (mm > 0 ? mm * props.scale : otherwise);

const disc = computed(() => {
  const outer = size(props.figure.diameter, props.unknown * 0.72) / 2;
  const inner = props.figure.bore > 0 ? (props.figure.bore * props.scale) / 2 : outer * 0.5;
  return { outer: Math.max(outer, 9), inner: Math.max(Math.min(inner, outer - 3), 3) };
});

const rod = computed(() => {
  const length = Math.min(size(props.figure.length, props.unknown * 1.5), 150);
  return { length, across: Math.max(size(props.figure.diameter, 9), 5) };
});

const screw = computed(() => {
  const f = props.figure;
  const across = Math.max(size(f.diameter, 9), 4);
  const length = size(f.length, 30);
  const width = f.diameter > 0 ? Math.max(f.head_width * props.scale, across + 2) : across * 1.9;
  const height = f.head === "headless" ? 0 : Math.max(f.head_height * props.scale, 4);
  const top = -(length + height) / 2;
  const turns = Math.max(2, Math.round(length / Math.max(3.2, across * 0.28)));
  return { across, length, width, height, top, shank: top + height, pitch: length / turns, turns };
});

const head = computed(() => {
  const { width: w, height: h, top: t, across } = screw.value;
  const half = w / 2;
  switch (props.figure.head) {
    case "headless":
      return "";
    case "flat":
      return `M${-half} ${t}H${half}L${across / 2} ${t + h}H${-across / 2}Z`;
    case "button":
    case "round":
      return `M${-half} ${t + h}Q${-half} ${t} 0 ${t}Q${half} ${t} ${half} ${t + h}Z`;
    case "pan":
      return `M${-half} ${t + h}V${t + h * 0.45}Q${-half} ${t} ${-half * 0.5} ${t}H${half * 0.5}Q${half} ${t} ${half} ${t + h * 0.45}V${t + h}Z`;
    default:
      return `M${-half} ${t}H${half}V${t + h}H${-half}Z`;
  }
});

/** What has no measures is drawn as itself, at its own size. */
const plain = computed(() => PLAIN[props.figure.shape] ?? UNKNOWN);

const balls = Array.from({ length: 8 }, (_, n) => (n * Math.PI) / 4);
const coil = computed(() => {
  const { length, across } = rod.value;
  const reach = Math.max(across * 0.8, 8);
  const points = Array.from({ length: 9 }, (_, n) => `${(n % 2 ? 1 : -1) * reach} ${-length / 2 + (n * length) / 8}`);
  return `M${points.join("L")}`;
});
const hexagon = computed(() => {
  const r = Math.max(size(props.figure.diameter * 0.95, 15), 8);
  return `M${Array.from({ length: 6 }, (_, n) => `${r * Math.cos((n * Math.PI) / 3)} ${r * Math.sin((n * Math.PI) / 3)}`).join("L")}Z`;
});
</script>

<template>
  <g class="piece-figure" :class="{ damaged }">
    <template v-if="figure.shape === 'screw'">
      <path :d="`M${-screw.across / 2} ${screw.shank}V${screw.shank + screw.length - 2}l2 2h${screw.across - 4}l2 -2V${screw.shank}Z`" />
      <path v-for="n in screw.turns - 1" :key="n" class="thin" :d="`M${-screw.across / 2} ${screw.shank + n * screw.pitch + 1}l${screw.across} -2`" />
      <path v-if="head" :d="head" />
    </template>
    <template v-else-if="figure.shape === 'gear' && figure.rims.length">
      <path v-for="(rim, n) in figure.rims" :key="n" :d="rimPath(rim, scale)" :class="{ fine: rim.teeth > 40, guess: !rim.read }" />
      <path :d="circlePath(Math.max(4, Math.min(...figure.rims.map((rim) => rim.tip_radius_mm)) * scale * 0.3))" />
    </template>
    <template v-else-if="figure.shape === 'gear' || figure.shape === 'ring'">
      <path class="guess" :d="circlePath(unknown * 0.45)" />
      <path class="thin" stroke-dasharray="7 3 1.5 3" :d="circlePath(unknown * 0.4)" />
      <path :d="circlePath(figure.shape === 'ring' ? unknown * 0.34 : 5)" />
    </template>
    <template v-else-if="['bearing', 'washer', 'bush', 'seal'].includes(figure.shape)">
      <path :d="circlePath(disc.outer)" />
      <path :d="circlePath(disc.inner)" />
      <template v-if="figure.shape === 'bearing'">
        <path class="thin" :d="circlePath(disc.outer - (disc.outer - disc.inner) * 0.24)" />
        <path class="thin" :d="circlePath(disc.inner + (disc.outer - disc.inner) * 0.24)" />
        <circle v-for="a in balls" :key="a" class="thin" :r="(disc.outer - disc.inner) * 0.2" :cx="Math.cos(a) * (disc.outer + disc.inner) * 0.5" :cy="Math.sin(a) * (disc.outer + disc.inner) * 0.5" />
      </template>
      <path v-if="figure.shape === 'seal'" class="thin" :d="circlePath((disc.outer + disc.inner) / 2)" />
    </template>
    <template v-else-if="figure.shape === 'nut'">
      <path :d="hexagon" />
      <path :d="circlePath(Math.max(size(figure.diameter / 2, 7), 4))" />
    </template>
    <template v-else-if="figure.shape === 'shaft'">
      <rect :x="-rod.across / 2" :y="-rod.length / 2" :width="rod.across" :height="rod.length" rx="1.5" />
      <path class="thin" stroke-dasharray="7 3 1.5 3" :d="`M0 ${-rod.length / 2 - 5}V${rod.length / 2 + 5}`" />
    </template>
    <path v-else-if="figure.shape === 'spring'" :d="coil" />
    <template v-else>
      <path v-for="d in plain.bold" :key="d" :d="d" :class="{ guess: !PLAIN[figure.shape] }" />
      <path v-for="d in plain.thin" :key="d" class="thin" :d="d" />
    </template>
  </g>
</template>

<style scoped>
.piece-figure {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-linejoin: round;
  stroke-linecap: round;
}

.piece-figure .thin {
  stroke-width: 0.8;
  fill: none;
}

.piece-figure .fine {
  stroke-width: 1.1;
}

.piece-figure .guess {
  stroke-dasharray: none;
  stroke: var(--soft);
}

.piece-figure.damaged {
  stroke: var(--oxide);
}

.piece-figure.damaged .guess {
  stroke: var(--oxide);
}
</style>
