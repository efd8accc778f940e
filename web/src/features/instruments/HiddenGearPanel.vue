<script setup lang="ts">
/** The gear in the simulated caliper, to be counted and read without knowing it. */
import Button from "primevue/button";

import HiddenGear from "../../drawing/HiddenGear.vue";
import { useCaliper } from "./caliper";

const { picture, another } = useCaliper();
</script>

<template>
  <div v-if="picture" class="hidden">
    <HiddenGear :gear="picture" />
    <div>
      <p><b>To try it:</b> the simulated caliper holds this gear. Count it, then press F4 in a field for a reading.</p>
      <Button variant="outlined" @click="another">Another gear</Button>
    </div>
  </div>
</template>

<style scoped>
.hidden {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 18px;
  align-items: center;
  padding-top: 12px;
  border-top: 1px solid var(--hair);
}

.hidden div {
  display: grid;
  gap: 12px;
  justify-items: start;
}
</style>
