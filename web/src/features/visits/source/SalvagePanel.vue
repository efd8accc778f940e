<script setup lang="ts">
/** The unit is not mended: its row is walked, and what is worth keeping goes into the drawer. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";

import { api, ask, asProblem } from "../../../api/client";
import type { Problem, SalvagePiece } from "../../../api/types";
import ProblemNote from "../../../app/ProblemNote.vue";
import { useVisit } from "../visit";

const store = useVisit();
const router = useRouter();
const row = ref<SalvagePiece[]>();
const kept = ref<string[]>([]);
const place = ref("");
const problem = ref<Problem>();
const many = computed(() => (row.value ?? []).filter((piece) => kept.value.includes(piece.piece)).reduce((sum, piece) => sum + piece.count, 0));

async function walk() {
  try {
    row.value = await ask(api.GET("/api/visits/{visit_id}/salvage", { params: { path: { visit_id: store.visit?.id ?? "" } } }));
    kept.value = row.value.filter((piece) => piece.keep).map((piece) => piece.piece);
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function writeOff() {
  const keep = (row.value ?? []).filter((piece) => kept.value.includes(piece.piece)).map((piece) => ({ piece: piece.piece, count: piece.count, price: null }));
  try {
    await ask(api.PUT("/api/visits/{visit_id}/salvage", { params: { path: { visit_id: store.visit?.id ?? "" } }, body: { keep, place: place.value.trim() } }));
    await router.push({ name: "drawer", query: { words: `donor: ${store.visit?.unit.label ?? ""}` } });
  } catch (error) {
    problem.value = asProblem(error);
  }
}
</script>

<template>
  <section class="salvage" aria-label="Write it off">
    <Button v-if="!row" variant="text" class="plain" @click="walk">Not worth mending: keep what is worth it</Button>
    <template v-else>
      <h2 class="label">Keep what is worth it</h2>
      <fieldset>
        <ul>
          <li v-for="piece in row" :key="piece.piece">
            <label :class="{ soft: !kept.includes(piece.piece) }"
              ><input v-model="kept" type="checkbox" :value="piece.piece" /><span
                ><b>{{ piece.step }}</b> {{ piece.what }}<template v-if="piece.count > 1"> ×{{ piece.count }}</template></span
              ><span class="soft small">{{ piece.why }}</span></label
            >
          </li>
        </ul>
      </fieldset>
      <div class="actions">
        <InputText v-model="place" maxlength="60" aria-label="Where they go" placeholder="where they go: S4" />
        <Button @click="writeOff">Write it off, keep {{ many }}</Button>
        <Button variant="outlined" @click="row = undefined">Not now</Button>
      </div>
    </template>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
.salvage {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

fieldset {
  border: 0;
  padding: 0;
  min-width: 0;
}

li {
  border-bottom: 1px solid var(--hair);
}

label {
  display: grid;
  grid-template-columns: 32px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}

input[type="checkbox"] {
  width: 24px;
  height: 24px;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.plain {
  justify-self: start;
}
</style>
