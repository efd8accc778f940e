<script setup lang="ts">
/** A part that came, on a page of its own: from the drawer, an order, or a link. */
import { computed } from "vue";
import { useRoute, useRouter } from "vue-router";

import TopBar from "../../app/TopBar.vue";
import ArrivalPanel from "./ArrivalPanel.vue";

const route = useRoute();
const router = useRouter();
const text = (name: string) => (typeof route.query[name] === "string" ? route.query[name] : "");
const about = computed(() => (text("for") ? `for ${text("for")}` : "measure it before anything is opened"));

function back() {
  if (text("visit")) void router.push({ name: "visit", params: { visitId: text("visit"), stage: "source" } });
  else void router.push({ name: "drawer" });
}
</script>

<template>
  <TopBar title="A part came" :about="about" />
  <main class="work page"><ArrivalPanel :asked="route.query" @close="back" /></main>
</template>

<style scoped>
.page {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
}
</style>
