<script setup lang="ts">
/** What is done next: where it stands on a wide screen, and on a phone under the thumb, at one place in every stage. */
import { useMediaQuery } from "@vueuse/core";

defineProps<{ off?: boolean }>();

const phone = useMediaQuery("(max-width: 700px), (max-height: 500px)");
</script>

<template>
  <Teleport defer to="#under-thumb" :disabled="!phone || off"><slot /></Teleport>
</template>
