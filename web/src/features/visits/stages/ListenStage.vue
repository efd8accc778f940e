<script setup lang="ts">
/** The complaint, what was heard, and what to mind before it is opened. */
import Button from "primevue/button";
import { computed, ref, watch } from "vue";

import { api, ask } from "../../../api/client";
import type { RowSeen } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import PhotoButton from "../PhotoButton.vue";
import ToolList from "../ToolList.vue";
import { useGuide } from "../guide";
import { useVisit } from "../visit";
import WaitsFor from "../WaitsFor.vue";

const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const visit = computed(() => store.visit);
const guide = useGuide();
const tools = ref<RowSeen["tools"]>();

/** The row that says which tools: its own, or that of the same model. */
const source = computed(() => {
  const like = guide.guide?.choices.find((choice) => choice.same_model);
  if (store.steps.length) return { id: store.visit?.id, label: "" };
  return guide.guide?.guide_id ? { id: guide.guide.guide_id, label: guide.guide.label } : { id: like?.id, label: like ? `${like.label}, visit ${like.number}` : "" };
});
watch(
  () => source.value.id,
  async (id) => {
    tools.value = undefined;
    if (!id) return;
    try {
      tools.value = (await ask(api.GET("/api/visits/{visit_id}/row", { params: { path: { visit_id: id } } }))).tools;
    } catch {
      // They are on the Strip stage too.
    }
  },
  { immediate: true },
);

useKeys({ Enter: () => emit("enter", "strip") });
</script>

<template>
  <div v-if="visit" class="two">
    <section class="heard">
      <p class="label">
        {{ visit.unit.kind_label }}<template v-if="visit.use_so_far"> · {{ visit.use_so_far }}</template>
      </p>
      <h1>{{ visit.complaint ? `“${visit.complaint}”` : "No complaint was given." }}</h1>
      <ul v-if="visit.symptoms.length || visit.conditions.length" class="heard">
        <li v-for="symptom in visit.symptoms" :key="symptom.key">{{ symptom.label }}</li>
        <li v-for="condition in visit.conditions" :key="condition.key" class="soft">{{ condition.label }}</li>
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
      <section v-if="tools" aria-label="Tools">
        <p class="label">Gather first{{ source.label ? `, after ${source.label}` : "" }}</p>
        <ToolList :tools="tools" />
      </section>
      <div class="photos">
        <img v-for="photo in visit.photos" :key="photo.id" :src="store.photoUrl(photo.id, true)" alt="The unit as it came" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.heard,
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
