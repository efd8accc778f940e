<script setup lang="ts">
/** Every pair's hole and the play it leaves: measured once, printed and hung up. */
import Button from "primevue/button";

import { computed } from "vue";

import type { Holes, HolesIn } from "../../../api/types";

const props = defineProps<{ chart: Holes; asked: HolesIn }>();
const paper = computed(() => `/api/sums/holes.pdf?asked=${encodeURIComponent(JSON.stringify(props.asked))}`);
const print = () => window.print();
</script>

<template>
  <div class="sheet">
    <p class="small">{{ chart.says }} Holes by shaft distance, mm: {{ chart.distances_mm.map((mm, n) => `${n + 1} at ${mm.toFixed(2)}`).join(" · ") }}</p>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th>pinion</th>
            <th v-for="spur in chart.spurs" :key="spur" class="value">{{ spur }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(pinion, n) in chart.pinions" :key="pinion">
            <th class="value">{{ pinion }}</th>
            <td v-for="(spur, k) in chart.spurs" :key="spur" :class="chart.verdicts[n]?.[k]">
              <b class="value">{{ chart.holes[n]?.[k] || "–" }}</b><span v-if="chart.holes[n]?.[k]" class="small">{{ chart.backlash_mm[n]?.[k]?.toFixed(2) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <span class="noprint moves">
      <Button variant="outlined" @click="print">Print it</Button>
      <a :href="paper" target="_blank">As PDF</a>
    </span>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 8px;
}

.moves {
  display: flex;
  gap: 16px;
  align-items: center;
}

.moves a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}

.scroll {
  overflow-x: auto;
}

table {
  border-collapse: collapse;
}

th,
td {
  min-width: 46px;
  padding: 4px 6px;
  border: 1px solid var(--hair);
  text-align: center;
}

td b {
  font-size: 18px;
}

td span {
  display: block;
}

.right {
  background: color-mix(in srgb, var(--verdigris) 24%, transparent);
}

.tight,
.loose {
  background: color-mix(in srgb, var(--brass) 18%, transparent);
}

.far,
.none {
  color: var(--soft);
}
</style>

<style>
@media print {
  .view {
    display: block !important;
    overflow: visible !important;
  }

  .scroll {
    overflow: visible !important;
  }

  .bar,
  .asks,
  .noprint,
  .actions,
  .verdict {
    display: none !important;
  }
}
</style>
