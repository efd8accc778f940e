<script setup lang="ts">
/** Where a phone shows what is done next: above the row, or at the foot of a page that has none. */
defineProps<{ foot?: boolean }>();
</script>

<template>
  <div id="under-thumb" class="under-thumb" :class="{ foot }"></div>
</template>

<style scoped>
.under-thumb {
  flex: none;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 8px var(--margin);
  background: var(--ground);
  border-top: 1px solid var(--hair);
}

.under-thumb:not(:has(> *)) {
  display: none;
}

/* Beside a page that scrolls as a whole. */
.foot {
  position: fixed;
  inset: auto 0 0;
  z-index: 5;
  padding-bottom: calc(8px + env(safe-area-inset-bottom));
}

.under-thumb > :deep(*) {
  flex: 1 1 auto;
}

.under-thumb :deep(.p-button) {
  flex: 1 1 auto;
  min-height: 56px;
  padding-inline: 10px;
}

/* A phone that lies: the height is what it has least of. */
@media (max-height: 500px) {
  .under-thumb {
    flex-wrap: nowrap;
    padding-block: 4px;
  }

  .under-thumb :deep(.p-button) {
    min-height: 48px;
    font-size: 17px;
  }
}
</style>
