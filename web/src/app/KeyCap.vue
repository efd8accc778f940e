<script setup lang="ts">
/** The key beside an action. */
defineProps<{ k: string }>();
</script>

<template>
  <kbd>{{ k }}</kbd>
</template>

<style scoped>
kbd {
  font: 600 12px/1 var(--mono);
  letter-spacing: 0.02em;
  border: 1px solid currentcolor;
  border-radius: 3px;
  padding: 4px 6px;
  opacity: 0.8;
}

@media (hover: none) {
  kbd {
    display: none;
  }
}
</style>
