<script setup lang="ts">
/** How a phone comes to this bench over the workshop's own network, and what it must show before it is trusted. */
import { onMounted, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { PhonesPage, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";

const page = ref<PhonesPage>();
const problem = ref<Problem>();

onMounted(async () => {
  try {
    page.value = await ask(api.GET("/api/workshop/phones"));
  } catch (error) {
    problem.value = asProblem(error);
  }
});
</script>

<template>
  <section aria-labelledby="phones">
    <h2 id="phones" class="label">Add this bench to a phone</h2>
    <p v-if="page?.alone">{{ page.alone }}</p>
    <div v-else-if="page" class="scan">
      <img :src="page.code" alt="Code for the phone" />
      <div>
        <p>Scan it with the phone's camera, on the same network.</p>
        <p class="value small address">{{ page.address }}</p>
        <p v-if="page.fingerprint" class="small">
          The certificate it asks to trust must show <span class="value">{{ page.fingerprint.slice(0, 23) }} … {{ page.fingerprint.slice(-11) }}</span>
        </p>
      </div>
    </div>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 10px;
}

.scan {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 18px;
  align-items: center;
}

.scan > div {
  display: grid;
  gap: 8px;
}

img {
  width: 170px;
}

.address {
  overflow-wrap: anywhere;
}

@media (max-width: 500px) {
  .scan {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
