<script setup lang="ts">
/** A gear between the jaws, exactly as the core says it lies there. */
import { computed } from "vue";

import type { Drawing, Hold } from "../api/types";
import { circlePath, gearPath } from "./path";

const props = defineProps<{ drawing: Drawing; hold?: Hold; bore?: number; note?: string; reading?: string }>();

const W = 560;
const H = 430;
const CX = W / 2;
const CY = H / 2 + 22;
const scale = computed(() => 158 / props.drawing.tip_radius_mm);
const outline = computed(() => gearPath(props.drawing.tooth, props.drawing.teeth, scale.value));
const left = computed(() => CX + (props.hold?.left_mm ?? 0) * scale.value);
const right = computed(() => CX + (props.hold?.right_mm ?? 0) * scale.value);
const reach = computed(() => CY - (props.hold?.height_mm ?? 0) * scale.value);
const span = computed(() => props.hold?.kind === "span");
const jawEnd = computed(() => (span.value ? reach.value + 26 : CY + 60));
const line = 46;
const bore = computed(() => Math.max(12, ((props.bore || props.drawing.tip_radius_mm * 0.36) / 2) * scale.value));
</script>

<template>
  <svg class="paper caliper" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="hold ? `Gear of ${drawing.teeth} teeth, ${hold.what}` : `Gear of ${drawing.teeth} teeth`">
    <g :transform="`translate(${CX} ${CY})`">
      <g :transform="`rotate(${-(hold?.turn_deg ?? 0)})`">
        <path class="outline" :d="outline" />
      </g>
      <path class="pitch" :d="circlePath(drawing.reference_radius_mm * scale)" />
      <path class="outline" :d="circlePath(bore)" />
      <path class="pitch" d="M-14 0H14M0 -14V14" />
    </g>
    <g v-if="hold" class="jaws">
      <path :d="`M${left} ${line - 18}V${jawEnd}H${left - 9}L${left - 17} ${line - 18}Z`" />
      <path :d="`M${right} ${line - 18}V${jawEnd}H${right + 9}L${right + 17} ${line - 18}Z`" />
      <path class="dimension" :d="`M${left} ${line - 2}H${right}`" />
      <path class="arrow" :d="`M${left} ${line - 2}l11 -4.500v9zM${right} ${line - 2}l-11 -4.500v9z`" />
      <text :x="(left + right) / 2" :y="line - 14" text-anchor="middle">{{ hold.what }}{{ reading ? ` ${reading}` : "" }}</text>
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

.pitch {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1;
  stroke-dasharray: 9 3 2 3;
}

.jaws path {
  fill: var(--panel);
  fill-opacity: 0.82;
  stroke: var(--slate);
  stroke-width: 1.5;
  stroke-linejoin: round;
}

.jaws .arrow {
  fill: var(--slate);
  fill-opacity: 1;
}

text {
  fill: var(--slate);
  font: 600 16px var(--mono);
}
</style>
