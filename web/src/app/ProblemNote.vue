<script setup lang="ts">
/** What is wrong and what to do, where it happened. */
import type { Problem } from "../api/types";

defineProps<{ problem?: Problem }>();
</script>

<template>
  <p v-if="problem" class="note" role="alert">
    <strong>{{ problem.problem }}</strong> {{ problem.hint }}
  </p>
</template>

<style scoped>
.note {
  color: var(--oxide);
  font-weight: 500;
}
</style>
