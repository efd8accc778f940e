<script setup lang="ts">
/** A phone joins the visit by a code, and what it shoots lands on the step laid down last. */
import Button from "primevue/button";
import { onMounted, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Join, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { useVisit } from "./visit";

const emit = defineEmits<{ leave: [] }>();
const store = useVisit();
const join = ref<Join>();
const problem = ref<Problem>();

onMounted(async () => {
  const id = store.visit?.id;
  if (!id) return;
  try {
    join.value = await ask(api.POST("/api/visits/{visit_id}/join", { params: { path: { visit_id: id } } }));
  } catch (error) {
    problem.value = asProblem(error);
  }
});
</script>

<template>
  <div class="join">
    <img v-if="join" :src="join.code" alt="Code for the phone" />
    <div>
      <p><b>Point the phone's camera here.</b> What it shoots goes to the step laid down last. The code is good for {{ join?.minutes ?? 60 }} minutes and opens nothing else.</p>
      <p v-if="join" class="value small address">{{ join.address }}</p>
      <ProblemNote :problem="problem" />
      <Button variant="outlined" @click="emit('leave')">Close the code</Button>
    </div>
  </div>
</template>

<style scoped>
.join {
  display: grid;
  grid-template-columns: 210px minmax(0, 1fr);
  gap: 18px;
  align-items: center;
}

.join div {
  display: grid;
  gap: 10px;
  justify-items: start;
}

img {
  width: 210px;
}

.address {
  max-width: 100%;
  overflow-wrap: anywhere;
}
</style>
