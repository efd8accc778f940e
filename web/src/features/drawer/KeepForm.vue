<script setup lang="ts">
/** Putting a gear in the drawer: count and size are enough to begin. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { KeptIn, Problem } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import type { Typed } from "./part";
import { newId } from "../../record/ids";
import { numberOr } from "../../text/numbers";

const props = defineProps<{ start: Typed }>();
const emit = defineEmits<{ kept: []; leave: [] }>();
// Made once: pressing twice keeps one gear.
const id = newId();
const typed = ref<Record<string, string>>({ ...props.start, count: "1" });
const problem = ref<Problem>();
const FIELDS = [
  ["teeth", "Teeth"],
  ["module", "Module or DP"],
  ["angle", "Angle, 20°"],
  ["bore", "Bore"],
  ["shape", "Bore shape"],
  ["width", "Width"],
  ["boss", "Boss"],
  ["material", "Of"],
  ["place", "Place"],
  ["count", "How many"],
  ["price", "Price"],
  ["source", "Where from"],
  ["number", "Part number"],
] as const;

const text = (key: string) => typed.value[key]?.trim() ?? "";

async function keep() {
  const body: KeptIn = {
    teeth: numberOr(text("teeth"), 0),
    module_mm: text("module"),
    pressure_angle_deg: numberOr(text("angle"), 20),
    bore_mm: text("bore") || null,
    bore_shape: text("shape"),
    width_mm: text("width") || null,
    boss: text("boss"),
    material: text("material"),
    place: text("place"),
    count: numberOr(text("count"), 0),
    price: text("price").replace(",", ".") || null,
    source: text("source"),
    part_number: text("number"),
  };
  try {
    await ask(api.PUT("/api/drawer/{kept_id}", { params: { path: { kept_id: id } }, body }));
    emit("kept");
  } catch (error) {
    problem.value = asProblem(error);
  }
}

useKeys({ "Ctrl+Enter": keep });
</script>

<template>
  <form class="keep" aria-label="Put one in" @submit.prevent="keep">
    <label v-for="[key, label] in FIELDS" :key="key"
      ><span class="label">{{ label }}</span
      ><InputText v-model="typed[key]"
    /></label>
    <ProblemNote :problem="problem" class="refused" />
    <div class="actions">
      <Button type="submit" :disabled="!text('teeth') || !text('module')">Put it in <KeyCap k="Ctrl Enter" /></Button>
      <Button variant="outlined" @click="emit('leave')">Not now <KeyCap k="Esc" /></Button>
    </div>
  </form>
</template>

<style scoped>
.keep {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
  gap: 10px 12px;
  padding: 16px;
  background: var(--panel);
  border: 1px solid var(--hair);
}

label {
  display: grid;
  gap: 3px;
}

label :deep(input) {
  width: 100%;
}

.refused,
.actions {
  grid-column: 1 / -1;
}
</style>
