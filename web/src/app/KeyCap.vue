<script setup lang="ts">
/** The key beside an action. */
defineProps<{ k: string }>();
</script>

<template>
  <kbd>{{ k }}</kbd>
</template>
