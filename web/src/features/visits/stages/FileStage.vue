<script setup lang="ts">
/** What was found, done and fitted, and what to watch. */
import Button from "primevue/button";
import Textarea from "primevue/textarea";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";

import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import { useVisit } from "../visit";
import WaitsFor from "../WaitsFor.vue";

const store = useVisit();
const router = useRouter();
const toWatch = ref(store.visit?.to_watch ?? "");
const outcome = (name: string) => store.steps.filter((step) => step.piece.ticks.some((tick) => tick.outcome === name));
const fitted = computed(() => outcome("new"));
const spares = computed(() => outcome("spare"));
const found = computed(() => store.steps.filter((step) => step.piece.finding));
const read = computed(() => store.steps.flatMap((step) => step.piece.pins.map((pin) => ({ step, pin }))));

useKeys({ Enter: () => router.push({ name: "bench" }) });
</script>

<template>
  <div v-if="store.visit" class="two">
    <section>
      <h1>{{ store.visit.unit.label }}: {{ fitted.length ? `${fitted.length} replaced` : "nothing replaced" }}, {{ store.steps.length }} steps on record</h1>
      <dl>
        <dt class="label">Came with</dt>
        <dd>{{ store.visit.complaint || "no complaint" }}</dd>
        <template v-if="found.length">
          <dt class="label">Found</dt>
          <dd v-for="step in found" :key="step.id">{{ step.piece.name }}: {{ step.piece.finding }}</dd>
        </template>
        <template v-if="fitted.length">
          <dt class="label">New</dt>
          <dd v-for="step in fitted" :key="step.id">{{ step.piece.name }}</dd>
        </template>
        <template v-if="spares.length">
          <dt class="label">Kept as spares</dt>
          <dd v-for="step in spares" :key="step.id">{{ step.piece.name }}</dd>
        </template>
        <template v-if="read.length">
          <dt class="label">Gears read</dt>
          <dd v-for="{ step, pin } in read" :key="pin.id">{{ step.piece.name }} <span class="value">{{ pin.teeth }} × {{ pin.label }}</span></dd>
        </template>
        <dt class="label">Proved by</dt>
        <dd v-for="check in store.visit.checks" :key="check.text" :class="check.done ? 'proved' : 'soft'">{{ check.text }}{{ check.done ? "" : ", not done" }}</dd>
      </dl>
    </section>
    <section>
      <label class="label" for="watch">To watch, and when to open it next</label>
      <Textarea id="watch" v-model="toWatch" rows="4" maxlength="2000" auto-resize @change="store.watchOut(toWatch)" />
      <WaitsFor />
      <div class="actions"><Button @click="router.push({ name: 'bench' })">Back to the bench <KeyCap k="Enter" /></Button></div>
    </section>
  </div>
</template>

<style scoped>
section {
  display: grid;
  gap: 16px;
  align-content: start;
}

dl {
  display: grid;
  gap: 4px;
}

dt {
  margin-top: 10px;
}
</style>
