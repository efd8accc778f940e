<script setup lang="ts">
/** Visits picked by kind, model and owner: what was here, most often first. */
import Select from "primevue/select";
import { computed, onMounted, ref } from "vue";

import { api, ask } from "../../api/client";
import type { KnownUnits } from "../../api/types";
import type { Picked } from "./picked";

const picked = defineModel<Picked>({ required: true });
const known = ref<KnownUnits>();
const lists = computed(() => [
  { name: "kind" as const, options: known.value?.kinds ?? [], any: "any kind" },
  { name: "model" as const, options: known.value?.models ?? [], any: "any model" },
  { name: "owner" as const, options: known.value?.owners ?? [], any: "any owner" },
]);

onMounted(async () => {
  // Without it the words find everything all the same.
  known.value = await ask(api.GET("/api/visits/known")).catch(() => undefined);
});
</script>

<template>
  <div class="picks" role="group" aria-label="Pick by">
    <Select
      v-for="list in lists"
      :key="list.name"
      :model-value="picked[list.name]"
      :options="list.options"
      option-label="label"
      option-value="key"
      :placeholder="list.any"
      :aria-label="list.any"
      show-clear
      @update:model-value="picked = { ...picked, [list.name]: $event ?? '' }"
    >
      <template #option="{ option }">
        <span class="option"
          >{{ option.label }} <span class="soft value">{{ option.units }}</span></span
        >
      </template>
    </Select>
  </div>
</template>

<style scoped>
.picks {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.picks > * {
  flex: 0 1 220px;
  min-width: 150px;
}

.option {
  display: flex;
  flex: 1;
  justify-content: space-between;
  gap: 18px;
}

@media (max-width: 700px) {
  .picks > * {
    flex: 1 1 100%;
  }
}
</style>
