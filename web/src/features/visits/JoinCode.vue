<script setup lang="ts">
/** A phone joins the visit by a code, and what it shoots lands on the step laid down last. */
import { useIntervalFn } from "@vueuse/core";
import Button from "primevue/button";
import { ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Join, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import { newId } from "../../record/ids";
import { useVisit } from "./visit";

const emit = defineEmits<{ leave: [] }>();
const store = useVisit();
const join = ref<Join>();
const problem = ref<Problem>();

const EVERY = 4000;
// Made once: opening it twice gives one link.
const id = newId();

/** The link, and who uses it: looked at again while it is shown. */
async function look() {
  const visit = store.visit?.id;
  if (!visit) return;
  try {
    join.value = await ask(api.PUT("/api/visits/{visit_id}/joins/{join_id}", { params: { path: { visit_id: visit, join_id: id } } }));
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function end() {
  const visit = store.visit?.id;
  pause();
  try {
    if (visit) await ask(api.DELETE("/api/visits/{visit_id}/joins/{join_id}", { params: { path: { visit_id: visit, join_id: id } } }));
    emit("leave");
  } catch (error) {
    problem.value = asProblem(error);
  }
}

const { pause } = useIntervalFn(() => void look(), EVERY, { immediateCallback: true });
const when = (at: string) => new Date(at).toLocaleTimeString(undefined, { hour: "2-digit", minute: "2-digit", hourCycle: "h23" });
</script>

<template>
  <div class="join">
    <img v-if="join && !join.alone" :src="join.code" alt="Code for the phone" />
    <p v-if="join?.alone" class="harm">{{ join.alone }}</p>
    <div>
      <p v-if="!join?.alone"><b>Point the phone's camera here.</b> What it shoots goes to the step laid down last. The code is good for {{ join?.minutes ?? 60 }} minutes and opens nothing else.</p>
      <p v-if="join" class="value small address">{{ join.address }}</p>
      <ProblemNote :problem="problem" />
      <ul v-if="join?.devices.length" aria-label="Devices that use it">
        <li v-for="(device, n) in join.devices" :key="n">
          <b>{{ device.called }}</b> {{ device.photos === 1 ? "1 photo" : `${device.photos} photos` }} <span class="soft small">{{ device.address }}, last {{ when(device.last_seen) }}</span>
        </li>
      </ul>
      <p v-else-if="join" class="soft">No device has opened it yet.</p>
      <div class="actions">
        <Button variant="outlined" @click="emit('leave')">Hide, leave it open</Button>
        <Button variant="outlined" @click="end">Take it back</Button>
      </div>
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

.join > div {
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
