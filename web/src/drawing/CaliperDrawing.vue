<script setup lang="ts">
/** A gear held for a measurement, exactly as the core says it lies there. */
import { computed } from "vue";

import type { Drawing, Hold } from "../api/types";
import { circlePath, gearPath } from "./path";

const props = defineProps<{ drawing: Drawing; made?: Drawing; hold?: Hold; bore?: number; note?: string; reading?: string; missing?: number[] }>();
const emit = defineEmits<{ tap: [tooth: number] }>();

const W = 560;
const H = 400;
const CX = W / 2;
const CY = H / 2 + 34;
const LINE = 56;
const RIM = 1.14;
/** A ring is drawn by its spaces, cut out of a rim. */
const outer = computed(() => (props.drawing.internal ? props.drawing.root_radius_mm * RIM : Math.max(props.drawing.tip_radius_mm, props.made?.tip_radius_mm ?? 0)));
const scale = computed(() => 138 / outer.value);
const outline = computed(() => (props.drawing.internal ? circlePath(138) : "") + gearPath(props.drawing.tooth, props.drawing.teeth, scale.value, props.drawing.internal ? [] : props.missing));
/** The gear as it was made, where wear or trim have taken something off. */
const ghost = computed(() => (props.made ? gearPath(props.made.tooth, props.made.teeth, scale.value) : ""));
const left = computed(() => CX + (props.hold?.left_mm ?? 0) * scale.value);
const right = computed(() => Math.min(W - 20, CX + (props.hold?.right_mm ?? 0) * scale.value));
const reach = computed(() => CY - (props.hold?.height_mm ?? 0) * scale.value);
const jawed = computed(() => props.hold && props.hold.jaws !== "none");
const jawEnd = computed(() => (props.hold?.jaws === "edge" ? reach.value + 26 : CY + (props.hold?.jaws === "blades" ? 5 : 56)));
const marks = computed(() => (props.hold?.marks ?? []).map(([x, y]) => ({ x: CX + (x ?? 0) * scale.value, y: CY - (y ?? 0) * scale.value })));
const pin = computed(() => ((props.hold?.mark_size_mm ?? 0) / 2) * scale.value);
const bore = computed(() => Math.max(12, ((props.bore || props.drawing.tip_radius_mm * 0.36) / 2) * scale.value));
const turn = computed(() => -(props.hold?.turn_deg ?? 0));

/** Which tooth was tapped, counted clockwise from the one at the top of the outline. */
function tap(event: MouseEvent) {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect();
  const x = ((event.clientX - box.left) / box.width) * W - CX;
  const y = ((event.clientY - box.top) / box.height) * H - CY;
  const from = Math.hypot(x, y) / scale.value;
  if (props.drawing.internal || from < props.drawing.root_radius_mm * 0.8 || from > props.drawing.tip_radius_mm * 1.15) return;
  const angle = Math.atan2(x, -y) - (turn.value * Math.PI) / 180;
  const pitch = (2 * Math.PI) / props.drawing.teeth;
  emit("tap", ((Math.round(angle / pitch) % props.drawing.teeth) + props.drawing.teeth) % props.drawing.teeth);
}
</script>

<template>
  <svg class="paper caliper" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="hold ? `Gear of ${drawing.teeth} teeth, ${hold.what}` : `Gear of ${drawing.teeth} teeth`" @click="tap">
    <g :transform="`translate(${CX} ${CY})`">
      <g :transform="`rotate(${turn})`">
        <path v-if="ghost" class="ghost" :class="{ hollow: drawing.internal }" :d="ghost" />
        <path class="outline body" :d="outline" />
      </g>
      <path class="pitch" :d="circlePath(drawing.reference_radius_mm * scale)" />
      <path v-if="!drawing.internal" class="outline" :d="circlePath(bore)" />
      <path class="pitch" d="M-14 0H14M0 -14V14" />
    </g>
    <g v-if="hold" class="jaws">
      <template v-if="jawed">
        <path :d="`M${left} ${LINE - 16}V${jawEnd}H${left - 9}L${left - 17} ${LINE - 16}Z`" />
        <path :d="`M${right} ${LINE - 16}V${jawEnd}H${right + 9}L${right + 17} ${LINE - 16}Z`" />
      </template>
      <template v-else>
        <path class="thin" :d="`M${left} ${LINE - 8}V${marks[0]?.y ?? CY}M${right} ${LINE - 8}V${marks.at(-1)?.y ?? CY}`" />
        <circle v-for="(mark, n) in marks" :key="n" :cx="mark.x" :cy="mark.y" :r="pin || 5" :class="{ point: !pin }" />
      </template>
      <path class="dimension" :d="`M${left} ${LINE - 2}H${right}`" />
      <path class="arrow" :d="`M${left} ${LINE - 2}l11 -4.500v9zM${right} ${LINE - 2}l-11 -4.500v9z`" />
      <text :x="(left + right) / 2" :y="LINE - 26" text-anchor="middle">{{ hold.what }}{{ reading ? ` ${reading}` : "" }}</text>
    </g>
    <text v-if="note" x="20" :y="H - 18">{{ note }}</text>
  </svg>
</template>

<style scoped>
.caliper {
  display: block;
  width: 100%;
  height: auto;
  max-height: 100%;
}

.outline {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-linejoin: round;
}

.body {
  fill: var(--panel);
  fill-rule: evenodd;
}

.ghost {
  fill: var(--brass-wash);
  stroke: var(--brass);
  stroke-width: 1;
  stroke-dasharray: 5 3;
}

.hollow {
  fill: none;
}

.pitch {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1;
  stroke-dasharray: 9 3 2 3;
}

.jaws path,
.jaws circle {
  fill: var(--panel);
  fill-opacity: 0.82;
  stroke: var(--slate);
  stroke-width: 1.5;
  stroke-linejoin: round;
}

.jaws .thin {
  stroke-width: 1;
}

.jaws .arrow,
.jaws .point {
  fill: var(--slate);
  fill-opacity: 1;
}

text {
  fill: var(--slate);
  font: 600 16px var(--mono);
}

/* The whole drawing is half as large there, its letters need not be. */
@media (max-width: 700px) {
  text {
    font-size: 22px;
  }
}
</style>
