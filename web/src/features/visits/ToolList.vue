<script setup lang="ts">
/** What to gather before the first screw, metric and inch apart; special ones with the makeshift that serves. */
import type { RowSeen } from "../../api/types";

defineProps<{ tools: RowSeen["tools"] }>();
</script>

<template>
  <dl>
    <template
      v-for="[label, list] in [
        ['Metric', tools.metric],
        ['Inch', tools.inch],
        ['Drivers', tools.other],
        ['Special', tools.special],
      ] as const"
      :key="label"
    >
      <template v-if="list.length">
        <dt>{{ label }}</dt>
        <dd v-for="tool in list" :key="tool.name">
          <b>{{ tool.name }}</b> <span class="soft">step {{ tool.steps.join(", ") }}</span>
          <p v-if="tool.makeshift" class="soft small">Or: {{ tool.makeshift }}</p>
        </dd>
      </template>
    </template>
  </dl>
  <p v-if="tools.unsaid.length" class="soft">Drive not noted: step {{ tools.unsaid.join(", ") }}.</p>
</template>

<style scoped>
dt {
  margin-top: 8px;
  font-size: 15px;
  font-weight: 600;
  color: var(--soft);
}
</style>
