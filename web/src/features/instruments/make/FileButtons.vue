<script setup lang="ts">
/** The files a machine takes, one move each. */
import Button from "primevue/button";

import { FILES, type Format } from "./making";

defineProps<{ ready: boolean; busy: Format | "" }>();
const emit = defineEmits<{ fetch: [format: Format] }>();
</script>

<template>
  <div class="files">
    <Button v-for="file in FILES" :key="file.format" :variant="file.format === 'stl' ? undefined : 'outlined'" :disabled="!ready || !!busy" @click="emit('fetch', file.format)">
      {{ busy === file.format ? "Being made…" : file.label }} <small>{{ file.what }}</small>
    </Button>
  </div>
</template>

<style scoped>
.files {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

small {
  font-weight: 500;
  opacity: 0.8;
}
</style>
