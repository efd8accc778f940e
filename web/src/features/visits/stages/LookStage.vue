<script setup lang="ts">
/** Piece by piece, cleaned and turned over: keep, clean or replace, and why. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, onMounted, ref, watch } from "vue";

import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import PieceSheet from "../PieceSheet.vue";
import { useVisit, type Verdict } from "../visit";

const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const finding = ref("");
const left = computed(() => store.pieces.filter((piece) => !piece.verdict).length);
const VERDICTS: { key: Verdict; label: string; k: string }[] = [
  { key: "keep", label: "Keep", k: "K" },
  { key: "clean", label: "Clean", k: "C" },
  { key: "replace", label: "Replace", k: "R" },
];

watch(
  () => store.picked?.piece,
  (piece) => {
    finding.value = piece?.finding ?? "";
  },
  { immediate: true },
);

/** Goes on at once, so that the next key is for the next piece. */
function judge(verdict: Verdict) {
  const step = store.picked;
  if (!step) return;
  void store.judge(step.piece, verdict, finding.value.trim());
  store.walk(1);
}

async function note() {
  const piece = store.picked?.piece;
  if (piece && finding.value.trim() !== piece.finding) await store.judge(piece, piece.verdict as Verdict, finding.value.trim());
}

useKeys({
  k: () => judge("keep"),
  c: () => judge("clean"),
  r: () => judge("replace"),
  ArrowRight: () => store.walk(1),
  ArrowLeft: () => store.walk(-1),
  "Ctrl+Enter": () => emit("enter", "read"),
});
onMounted(() => {
  store.at = (store.steps.find((step) => !step.piece.verdict) ?? store.steps[0])?.id ?? "";
});
</script>

<template>
  <div v-if="store.picked" class="two">
    <section>
      <p class="label">{{ left ? `${left} of ${store.pieces.length} still to look over` : "All looked over" }}</p>
      <h1 class="name">{{ store.picked.piece.name }}<template v-if="store.picked.piece.count > 1"> ×{{ store.picked.piece.count }}</template></h1>
      <div class="actions verdicts" role="group" aria-label="Verdict">
        <Button v-for="one in VERDICTS" :key="one.key" :variant="store.picked.piece.verdict === one.key ? undefined : 'outlined'" :aria-pressed="store.picked.piece.verdict === one.key" class="big" @click="judge(one.key)">{{ one.label }} <KeyCap :k="one.k" /></Button>
      </div>
      <label class="label" for="finding">Found</label>
      <InputText id="finding" v-model="finding" maxlength="300" placeholder="three teeth gone, polished on one flank, rough …" @change="note" />
      <p class="soft">Both faces, every tooth. Play often comes from a worn pin, slot or bore, and not from the teeth.</p>
      <div class="actions">
        <Button :variant="left ? 'outlined' : undefined" @click="emit('enter', 'read')">Looked over, read the gears <KeyCap k="Ctrl Enter" /></Button>
      </div>
    </section>
    <PieceSheet :step="store.picked" />
  </div>
  <p v-else class="soft">Nothing has come off yet. Strip comes first.</p>
</template>

<style scoped>
.name::first-letter {
  text-transform: uppercase;
}

section {
  display: grid;
  gap: 14px;
  align-content: start;
}
</style>
