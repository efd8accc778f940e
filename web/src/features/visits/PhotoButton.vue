<script setup lang="ts">
/** Takes a photo with the device's camera, or a picture from a file. */
import Button from "primevue/button";
import { ref } from "vue";

import KeyCap from "../../app/KeyCap.vue";

defineProps<{ k?: string; big?: boolean }>();
const emit = defineEmits<{ taken: [file: File] }>();
const picker = ref<HTMLInputElement>();

function taken() {
  for (const file of picker.value?.files ?? []) emit("taken", file);
  if (picker.value) picker.value.value = "";
}

defineExpose({ open: () => picker.value?.click() });
</script>

<template>
  <Button variant="outlined" :class="{ big }" @click="picker?.click()">Photo <KeyCap v-if="k" :k="k" /></Button>
  <input ref="picker" class="only-read" type="file" accept="image/jpeg,image/png,image/webp" capture="environment" multiple tabindex="-1" aria-label="Photo file" @change="taken" />
</template>
