<script setup lang="ts">
/** What is no longer sold, laid out to be made: which part it is, its figures, and the file a machine takes. */
import SelectButton from "primevue/selectbutton";
import { computed, ref } from "vue";
import { useRoute } from "vue-router";

import TopBar from "../../../app/TopBar.vue";
import GearMaker from "./GearMaker.vue";
import PartMaker from "./PartMaker.vue";
import { type MadeForm, PARTS } from "./parts";
import "../panel.css";

const KINDS = [{ key: "gear", label: "Gear" }, { key: "ring", label: "Ring" }, ...PARTS.map(({ form, label }) => ({ key: form, label }))];
const asked = useRoute().query.kind;
const kind = ref(KINDS.some((each) => each.key === asked) ? (asked as string) : "gear");
const form = computed(() => PARTS.find((each) => each.form === kind.value)?.form as MadeForm | undefined);
</script>

<template>
  <TopBar title="Make a part" about="true outline, to the thousandth" />
  <main class="work make">
    <SelectButton v-model="kind" class="kinds" :options="KINDS" option-label="label" option-value="key" :allow-empty="false" aria-label="What it is" />
    <PartMaker v-if="form" :key="form" :form="form" />
    <GearMaker v-else :ring="kind === 'ring'" />
  </main>
</template>

<style scoped>
.make {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 20px 32px;
  align-items: start;
  align-content: start;
}

.kinds {
  grid-column: 1 / -1;
  flex-wrap: wrap;
}

@media (max-width: 900px) {
  .make {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
