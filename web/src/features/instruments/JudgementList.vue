<script setup lang="ts">
/** What follows from the reading: doubt that remains, look-alikes, wear, and what a colleague would say. */
import type { Read } from "../../api/types";

defineProps<{ read: Read }>();
const TONE: Record<string, string> = { keep: "proved", runs: "proved", watch: "mind", badly: "mind", replace: "harm", not: "harm" };
const WORD: Record<string, string> = { keep: "may stay", watch: "watch it", replace: "replace it" };
</script>

<template>
  <dl class="judged">
    <div v-if="read.counts.length">
      <dt>Two counts</dt>
      <dd>
        <span v-for="odds in read.counts" :key="odds.teeth" class="value count">{{ odds.teeth }}: {{ Math.round(odds.probability * 100) }} %</span>
      </dd>
    </div>
    <div v-if="read.stuck">
      <dt>Doubt</dt>
      <dd>{{ read.stuck }}</dd>
    </div>
    <div v-if="read.look_alike">
      <dt>Look-alikes</dt>
      <dd>
        <b :class="TONE[read.look_alike.verdict]">{{ read.look_alike.first }} on {{ read.look_alike.second }}:</b> {{ read.look_alike.says }}
      </dd>
    </div>
    <div v-if="read.helix">
      <dt>Helix</dt>
      <dd>
        <b>{{ read.helix.angle_deg.toFixed(1) }}°</b> at the reference circle, lead {{ read.helix.lead_mm.toFixed(1) }} mm. {{ read.helix.says }}
      </dd>
    </div>
    <div v-if="read.wear">
      <dt>Wear</dt>
      <dd>
        <b :class="TONE[read.wear.verdict]">{{ WORD[read.wear.verdict] }}.</b> {{ read.wear.reasons.join(" ") }} <span class="soft">{{ read.wear.assumes }}</span>
      </dd>
    </div>
  </dl>
  <p v-for="note in read.notes" :key="note" class="harm">{{ note }}</p>
</template>

<style scoped>
.judged {
  display: grid;
}

.judged > div {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 12px;
  padding: 8px 0;
  border-top: 1px solid var(--hair);
}

dt {
  font-size: 15px;
  font-weight: 600;
  color: var(--soft);
}

.mind {
  color: var(--brass-ink);
}

.count {
  margin-right: 18px;
}
</style>
