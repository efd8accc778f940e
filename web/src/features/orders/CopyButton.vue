<script setup lang="ts">
/** Words to send elsewhere, copied in one move; where that is not allowed they are marked by hand. */
import { useClipboard } from "@vueuse/core";
import Button from "primevue/button";

defineProps<{ text: string }>();
const { copy, copied, isSupported } = useClipboard({ legacy: true });
</script>

<template>
  <Button v-if="isSupported" variant="outlined" @click="copy(text)">{{ copied ? "Copied" : "Copy the words" }}</Button>
</template>
