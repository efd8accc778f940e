<script setup lang="ts">
/** Play at the output: how much the teeth explain, and how much is bearings, bores, pins or case. */
import InputText from "primevue/inputtext";
import { computed } from "vue";

import type { TrainOut } from "../../../api/types";
import "../panel.css";
import { useTrain } from "./train";

const props = defineProps<{ train: TrainOut }>();
const desk = useTrain();
const motion = computed(() => props.train.lost_motion);
const W = 420;
const whole = computed(() => Math.max(motion.value?.teeth_deg ?? 0, motion.value?.measured_deg ?? 0, 1e-9) * 1.12);
const x = (deg: number) => (deg / whole.value) * W;
/** The stages side by side, then what is left over. */
const bars = computed(() => {
  let at = 0;
  const rows = (motion.value?.shares ?? []).map((share, n) => {
    const row = { key: share.name, from: at, wide: share.deg, tone: n % 2 ? "odd" : "even" };
    at += share.deg;
    return row;
  });
  const rest = motion.value?.rest_deg ?? 0;
  return rest > 0 ? [...rows, { key: "rest", from: at, wide: rest, tone: "rest" }] : rows;
});
</script>

<template>
  <div class="asked">
    <label>Play, mm <InputText v-model="desk.said.play" class="value few" inputmode="decimal" placeholder="0.9" /></label>
    <label>at radius, mm <InputText v-model="desk.said.radius" class="value few" inputmode="decimal" placeholder="20" /></label>
    <span class="soft small">at shaft {{ train.output }}, input held</span>
  </div>
  <template v-if="motion">
    <svg class="paper" :viewBox="`-10 0 ${W + 20} 96`" role="img" :aria-label="`Teeth ${motion.teeth_deg.toFixed(2)} degrees`">
      <rect v-for="bar in bars" :key="bar.key" :class="bar.tone" :x="x(bar.from)" y="26" :width="Math.max(1, x(bar.wide))" height="34" />
      <path class="error" :d="`M${x(Math.max(0, motion.teeth_deg - motion.teeth_error_deg))} 66H${x(motion.teeth_deg + motion.teeth_error_deg)}`" />
      <path class="edge" :d="`M${x(motion.teeth_deg)} 20V70`" />
      <text :x="Math.min(x(motion.teeth_deg), W - 60)" y="86" text-anchor="middle">teeth {{ motion.teeth_deg.toFixed(2) }}°</text>
      <g v-if="motion.measured_deg !== null">
        <path class="measured" :d="`M${x(motion.measured_deg)} 14V70`" />
        <text :x="Math.min(x(motion.measured_deg), W - 66)" y="12" text-anchor="middle" class="slate">measured {{ motion.measured_deg.toFixed(2) }}°</text>
      </g>
    </svg>
    <p v-if="motion.verdict" class="verdict" :class="motion.beyond_teeth ? 'bad' : 'so'" role="status">
      <b>{{ motion.verdict }}</b> {{ motion.check }}
    </p>
  </template>
  <p v-else class="soft">Say of each stage how far it turns freely with its driver held, or its module, with its backlash where that was measured.</p>
  <table class="figures plays">
    <thead>
      <tr>
        <th>stage</th>
        <th>module</th>
        <th>backlash, mm</th>
        <th>or apart, mm</th>
        <th>or turns, °</th>
        <th class="num">at the output</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(stage, n) in train.stages" :key="stage.number">
        <td class="what">
          <b>{{ stage.number }}</b> {{ stage.what }}
          <p v-for="trouble in stage.troubles" :key="trouble" class="harm small">{{ trouble }}</p>
        </td>
        <template v-if="desk.stages[n]">
          <td data-label="module"><InputText v-model="desk.stages[n].module" class="value few" :aria-label="`Module of stage ${stage.number}`" placeholder="0.5" /></td>
          <td data-label="backlash, mm"><InputText v-model="desk.stages[n].backlash" class="value few" :aria-label="`Backlash of stage ${stage.number}`" placeholder="usual" /></td>
          <td data-label="or apart, mm"><InputText v-model="desk.stages[n].distance" class="value few" :aria-label="`Shafts of stage ${stage.number} apart`" /></td>
          <td data-label="or turns, °"><InputText v-model="desk.stages[n].turn" class="value few" inputmode="decimal" :aria-label="`Free turn of stage ${stage.number}, its driver held`" /></td>
        </template>
        <td class="value num" data-label="at the output">
          <template v-for="share in motion?.shares.filter((part) => part.name === `stage ${stage.number}`) ?? []" :key="share.name"
            >{{ share.deg.toFixed(3) }}°
            <p v-if="!share.deg" class="soft small">not on the way</p>
            <p v-if="share.assumed" class="soft small">assumed, ±{{ share.error_deg.toFixed(3) }}</p></template
          >
        </td>
      </tr>
    </tbody>
  </table>
  <p v-if="motion?.input_deg" class="soft small">The teeth alone are felt as {{ motion.input_deg.toFixed(1) }}° at shaft {{ train.driven[0] }}.</p>
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
}

rect {
  stroke: var(--ink);
  stroke-width: 1.2;
}

.even {
  fill: var(--brass-wash);
}

.odd {
  fill: var(--panel);
}

.rest {
  fill: var(--oxide);
  fill-opacity: 0.28;
  stroke: var(--oxide);
  stroke-dasharray: 5 3;
}

.edge {
  stroke: var(--ink);
  stroke-width: 2;
}

.error {
  stroke: var(--ink);
  stroke-width: 4;
}

.measured {
  stroke: var(--slate);
  stroke-width: 3;
}

text {
  fill: var(--ink);
  font: 600 14px var(--mono);
}

.slate {
  fill: var(--slate);
}

.few {
  width: 66px;
  padding-inline: 8px;
}

.what {
  min-width: 96px;
}

/* On a phone a stage is a card: its name over what may be said of it. */
@media (max-width: 700px) {
  .plays thead {
    display: none;
  }

  .plays tr {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 4px 8px;
    align-items: end;
    padding: 8px 0;
    border-bottom: 1px solid var(--hair);
  }

  .plays td {
    padding: 0;
    border: 0;
  }

  .plays td[data-label]::before {
    content: attr(data-label);
    display: block;
    color: var(--soft);
    font: 14px var(--sans);
  }

  .plays .what,
  .plays .num {
    grid-column: 1 / -1;
  }

  .plays .few {
    width: 100%;
  }
}
</style>
