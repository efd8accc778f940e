<script setup lang="ts">
/** The complaint, what was heard, and what to mind before it is opened. */
import Button from "primevue/button";
import { computed } from "vue";

import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import PhotoButton from "../PhotoButton.vue";
import { useVisit } from "../visit";
import WaitsFor from "../WaitsFor.vue";

const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const visit = computed(() => store.visit);

useKeys({ Enter: () => emit("enter", "strip") });
</script>

<template>
  <div v-if="visit" class="two">
    <section class="told">
      <p class="label">{{ visit.unit.kind_label }}<template v-if="visit.use_so_far"> · {{ visit.use_so_far }}</template></p>
      <h1>{{ visit.complaint ? `“${visit.complaint}”` : "No complaint was given." }}</h1>
      <ul v-if="visit.symptoms.length || visit.conditions.length" class="heard">
        <li v-for="symptom in visit.symptoms" :key="symptom">{{ symptom }}</li>
        <li v-for="condition in visit.conditions" :key="condition" class="soft">{{ condition }}</li>
      </ul>
      <p v-if="visit.stop_running" class="harm">{{ visit.stop_running }}</p>
      <p>{{ visit.power }}</p>
      <p v-if="visit.notice" class="mind">{{ visit.notice }}</p>
      <div class="actions">
        <Button @click="emit('enter', 'strip')">Start the strip <KeyCap k="Enter" /></Button>
        <PhotoButton @taken="store.addPhoto($event)" />
      </div>
    </section>
    <section class="side">
      <WaitsFor />
      <div class="photos">
        <img v-for="one in visit.photos" :key="one.id" :src="store.photoUrl(one.id, true)" alt="The unit as it came" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.told,
.side {
  display: grid;
  gap: 18px;
  align-content: start;
}

.heard {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.heard li {
  border: 1px solid var(--hair);
  background: var(--panel);
  border-radius: 4px;
  padding: 6px 12px;
}

.mind {
  border-left: 3px solid var(--oxide);
  padding-left: 14px;
}

.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.photos img {
  width: 200px;
  border-radius: 3px;
}
</style>
