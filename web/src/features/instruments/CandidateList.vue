<script setup lang="ts">
/** Candidates by odds, and how well the chosen one explains each reading. */
import { computed } from "vue";

interface Compared {
  what: string;
  measured_mm: number;
  predicted_mm: number | null;
  off_by: number | null;
  astray: boolean;
  times?: number;
  scatter_mm?: number;
}
interface Candidate {
  label: string;
  probability: number;
  depth?: string;
  pressure_angle_deg?: number;
  assumes?: string;
  compared: Compared[];
}

const props = defineProps<{ read: { candidates: Candidate[]; none: number; sizes?: { label: string; probability: number }[] }; choice: number }>();
defineEmits<{ choose: [index: number] }>();
const chosen = computed(() => props.read.candidates[props.choice]);
/** The likeliest, and the one looked at, if it stands further down. */
const shown = computed(() => props.read.candidates.slice(0, Math.max(6, props.choice + 1)));
const angled = computed(() => shown.value.some((candidate) => candidate.pressure_angle_deg));
/** By size, with the figure that the sentence says, and the angles and depths it could have under it. */
const groups = computed(() => {
  const made: { label: string; probability: number; of: { candidate: Candidate; n: number }[] }[] = [];
  shown.value.forEach((candidate, n) => {
    const known = made.find((group) => group.label === candidate.label);
    if (known) known.of.push({ candidate, n });
    else made.push({ label: candidate.label, probability: props.read.sizes?.find((size) => size.label === candidate.label)?.probability ?? candidate.probability, of: [{ candidate, n }] });
  });
  return made;
});
const rest = computed(() => 1 - groups.value.reduce((sum, group) => sum + group.probability, 0));
const called = (candidate: Candidate) =>
  [candidate.pressure_angle_deg ? `${candidate.pressure_angle_deg}°` : "", candidate.depth && candidate.depth !== "full" ? candidate.depth : ""].filter(Boolean).join(", ");
const percent = (share: number) => (share >= 0.995 ? "> 99 %" : `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`);
/** Three reading errors either way fill the little scale. */
const place = (off: number) => 50 + Math.max(-3.4, Math.min(3.4, off)) * 14;
</script>

<template>
  <ol class="candidates" :class="{ angled }">
    <li v-for="group in groups" :key="group.label">
      <button
        type="button"
        :class="{ chosen: group.of.length === 1 && group.of[0]?.n === choice }"
        :aria-pressed="group.of.some(({ n }) => n === choice)"
        @click="$emit('choose', group.of[0]?.n ?? 0)"
      >
        <span class="label-size"
          >{{ group.label }}<template v-if="group.of.length === 1 && group.of[0]?.candidate.depth && group.of[0].candidate.depth !== 'full'">, {{ group.of[0].candidate.depth }}</template></span
        >
        <span v-if="angled" class="soft">{{ group.of.length === 1 ? `${group.of[0]?.candidate.pressure_angle_deg}°` : "" }}</span>
        <span class="bar"><i :style="{ width: `${group.probability * 100}%` }"></i></span>
        <span class="value">{{ percent(group.probability) }}</span>
      </button>
      <ul v-if="group.of.length > 1" class="under">
        <li v-for="{ candidate, n } in group.of" :key="n">
          <button type="button" :class="{ chosen: n === choice }" :aria-pressed="n === choice" @click="$emit('choose', n)">
            {{ called(candidate) }} <span class="value">{{ percent(candidate.probability) }}</span>
          </button>
        </li>
      </ul>
    </li>
    <li class="rest">
      <span class="none">None of these<template v-if="rest - read.none > 0.005">, or another size</template></span>
      <span class="bar"><i :style="{ width: `${rest * 100}%` }"></i></span>
      <span class="value">{{ percent(Math.max(0, rest)) }}</span>
    </li>
  </ol>
  <table v-if="chosen">
    <caption>
      Measured against predicted for
      {{
        chosen.label
      }}<template v-if="chosen.assumes">, taking {{ chosen.assumes }}</template>
    </caption>
    <thead class="only-read">
      <tr>
        <th>reading</th>
        <th>measured</th>
        <th>predicted</th>
        <th>off by, in reading errors</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, n) in chosen.compared" :key="n">
        <th scope="row">
          {{ row.what }}<span v-if="(row.times ?? 1) > 1" class="soft small">&ensp;{{ row.times }} times, scatter {{ row.scatter_mm?.toFixed(3) }}</span>
        </th>
        <td class="value">{{ row.measured_mm.toFixed(2) }}</td>
        <td class="value soft">{{ row.predicted_mm == null ? "none" : row.predicted_mm.toFixed(2) }}</td>
        <td>
          <svg viewBox="0 0 100 20" width="100" height="20" role="img" :aria-label="row.off_by == null ? 'gives no such reading' : `${row.off_by.toFixed(1)} reading errors`">
            <path d="M8 10H92M50 3V17M22 6V14M78 6V14" />
            <circle v-if="row.off_by != null" :cx="place(row.off_by)" cy="10" r="5.500" :class="{ off: row.astray }" />
          </svg>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.candidates button,
.rest {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr) 76px;
  gap: 12px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  padding: 0 8px;
  border: 0;
  border-bottom: 1px solid var(--hair);
  background: none;
  color: var(--ink);
  font: 500 17px/1.2 var(--sans);
  text-align: left;
}

.angled button,
.angled .rest {
  grid-template-columns: minmax(0, 1.1fr) 60px minmax(0, 1.4fr) 76px;
}

button {
  cursor: pointer;
}

.under {
  display: flex;
  flex-wrap: wrap;
  padding-left: 22px;
  border-bottom: 1px solid var(--hair);
}

.candidates .under button {
  display: inline-flex;
  width: auto;
  min-height: 44px;
  padding: 0 12px;
  border: 0;
  font-size: 16px;
}

ol > li:first-child .label-size {
  font-size: 20px;
  font-weight: 700;
}

.chosen {
  background: var(--brass-wash) !important;
}

.bar {
  height: 11px;
  background: var(--grid);
}

.bar i {
  display: block;
  height: 100%;
  background: var(--soft);
}

ol > li:first-child .bar i {
  background: var(--brass);
}

.value {
  text-align: right;
}

.rest {
  color: var(--soft);
}

.angled .none {
  grid-column: span 2;
}

table {
  border-collapse: collapse;
  width: 100%;
}

caption {
  text-align: left;
  font-size: 15px;
  font-weight: 600;
  color: var(--soft);
  padding-bottom: 4px;
}

th {
  text-align: left;
  font-weight: 450;
}

td,
th {
  padding: 3px 8px 3px 0;
}

td:last-child {
  text-align: right;
  padding-right: 0;
}

svg path {
  stroke: var(--soft);
  fill: none;
}

circle {
  fill: var(--slate);
}

.off {
  fill: var(--oxide);
}
</style>
