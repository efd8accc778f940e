<script setup lang="ts">
/** What is fitted, as it lies: shims by side, discs with their curve, washers, screws with their turns. */
import { computed } from "vue";

import type { Fitted } from "../api/types";
import TighteningFigure from "./TighteningFigure.vue";

const props = defineProps<{ fitted: Fitted; job: string; stack: string; shape: string }>();

const W = 640;
const H = 300;
/** Each disc as a dish, opening left or right, packet against packet. */
const discs = computed(() => {
  const signs = [...props.stack.replaceAll("<", "(").replaceAll(">", ")")].filter((sign) => sign === "(" || sign === ")");
  const step = Math.min(26, 230 / Math.max(signs.length, 1));
  return signs.map((sign, n) => {
    const x = 30 + n * step;
    const lean = sign === "(" ? 12 : -12;
    return { key: n, d: `M${x + lean} 40L${x} 140L${x + 7} 140L${x + lean + 7} 40ZM${x} 180L${x + lean} 280L${x + lean + 7} 280L${x + 7} 180Z` };
  });
});
const curve = computed(() => {
  const points = props.fitted.curve;
  const far = points.at(-1)?.[0] ?? 1;
  const most = Math.max(...points.map((point) => point[1] ?? 0), 1e-9);
  const x = (mm: number) => 330 + (mm / far) * 280;
  const y = (n: number) => 262 - (n / most) * 220;
  return { d: points.map((point, n) => `${n ? "L" : "M"}${x(point[0] ?? 0)} ${y(point[1] ?? 0)}`).join(""), at: [x(props.fitted.at[0] ?? 0), y(props.fitted.at[1] ?? 0)], far, most };
});
const WASHER: Record<string, string> = { k: "keyed", e: "eared", f: "friction" };
const washers = computed(() => [...props.stack.toLowerCase()].filter((sign) => sign in WASHER).map((sign, n) => ({ key: n, sign, x: 40 + n * Math.min(44, 560 / Math.max(props.stack.length, 1)) })));
/** Shims on both sides of the part, thickness forty times as drawn. */
const shims = computed(() => {
  const best = props.fitted.shims[0];
  const lay = (list: number[], from: number, way: number) => {
    let at = from;
    return list.map((mm, n) => {
      const wide = Math.max(mm * 80, 6);
      const x = way > 0 ? at : at - wide;
      at += way * (wide + 2);
      return { key: `${way}${n}`, x, wide, mm };
    });
  };
  return best ? [...lay(best.left_mm, 236, -1), ...lay(best.right_mm, 404, 1)] : [];
});
</script>

<template>
  <div v-if="job === 'tighten'" class="paper centred"><TighteningFigure :turns="fitted.order" :shape="shape" /></div>
  <svg v-else-if="job === 'shims'" class="paper" :viewBox="`0 0 ${W} ${H}`" role="img" aria-label="Shims by side">
    <rect class="part" x="240" y="70" width="160" height="160" />
    <path class="axis" d="M40 150H600" />
    <g v-for="shim in shims" :key="shim.key">
      <rect class="shim" :x="shim.x" y="92" :width="shim.wide" height="116" />
      <text :x="shim.x + shim.wide / 2" :y="shim.wide < 30 ? 84 : 228" text-anchor="middle">{{ shim.mm }}</text>
    </g>
    <text x="320" y="262" text-anchor="middle" class="big">{{ fitted.shims[0]?.play_mm.toFixed(2) }} mm left</text>
  </svg>
  <svg v-else-if="job === 'discs' || (job === 'friction' && fitted.curve.length)" class="paper" :viewBox="`0 0 ${W} ${H}`" role="img" aria-label="The stack as it lies, and its force by travel">
    <path v-for="disc in discs" :key="disc.key" class="disc" :d="disc.d" />
    <path class="axis" d="M10 160H310" />
    <path class="frame" d="M330 30V262H618" />
    <path class="curve" :d="curve.d" />
    <circle :cx="curve.at[0]" :cy="curve.at[1]" r="8" />
    <text x="618" y="284" text-anchor="end">{{ curve.far.toFixed(2) }} mm, {{ fitted.ends }}</text>
    <text x="338" y="40">{{ curve.most.toFixed(0) }} N</text>
  </svg>
  <svg v-else-if="job === 'friction'" class="paper" :viewBox="`0 0 ${W} ${H}`" role="img" aria-label="The washers as they lie">
    <g v-for="washer in washers" :key="washer.key">
      <rect :class="WASHER[washer.sign]" :x="washer.x" :y="washer.sign === 'e' ? 50 : 80" width="16" :height="washer.sign === 'e' ? 90 : 60" />
      <rect :class="WASHER[washer.sign]" :x="washer.x" y="170" width="16" :height="washer.sign === 'e' ? 90 : 60" />
      <text :x="washer.x + 8" y="284" text-anchor="middle">{{ washer.sign }}</text>
    </g>
    <path class="axis" d="M20 155H620" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: auto;
}

.centred {
  display: grid;
  place-items: center;
  min-height: 300px;
}

.part,
.disc,
.keyed,
.eared {
  fill: var(--panel);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.shim,
.friction {
  fill: var(--brass-wash);
  stroke: var(--brass);
  stroke-width: 1.5;
}

.axis {
  stroke: var(--slate);
  stroke-dasharray: 12 3 3 3;
}

.frame,
.curve {
  fill: none;
  stroke: var(--ink);
}

.curve {
  stroke-width: 2.5;
}

circle {
  fill: var(--slate);
}

text {
  fill: var(--slate);
  font: 600 15px var(--mono);
}

.big {
  font-size: 19px;
}

/* The whole drawing is half as large there, its letters need not be. */
@media (max-width: 700px) {
  text,
  .big {
    font-size: 24px;
  }
}
</style>
