<script setup lang="ts">
/** What is done beside a page without leaving it; the page's own keys rest meanwhile. */
import Drawer from "primevue/drawer";

import { useLayer } from "./keys";

defineProps<{ title: string }>();
const emit = defineEmits<{ close: [] }>();
useLayer();
</script>

<template>
  <Drawer visible modal position="right" :header="title" class="slide-over" @update:visible="emit('close')">
    <slot />
  </Drawer>
</template>

<style>
.slide-over.p-drawer {
  width: min(1060px, 100vw);
  background: var(--ground);
  color: var(--ink);
  border: 0;
  border-left: 1px solid var(--ink);
}

.p-drawer-right .slide-over.p-drawer {
  width: min(1060px, 100vw);
}

.slide-over .p-drawer-header {
  padding: 10px 14px 10px 24px;
  border-bottom: 1px solid var(--hair);
}

.slide-over .p-drawer-title {
  font-size: 20px;
  font-weight: 700;
}

.slide-over .p-drawer-content {
  padding: 20px 24px;
}

.slide-over .p-drawer-close-button {
  width: 48px;
  height: 48px;
}

@media (max-width: 700px) {
  .slide-over .p-drawer-content {
    padding: 14px 16px;
  }
}
</style>
