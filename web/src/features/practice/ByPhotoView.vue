<script setup lang="ts">
/** A gear nobody has counted, in a photo: count it by eye, then see what the photo count makes of it. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, nextTick, onMounted, onUnmounted, ref } from "vue";
import { useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import type { PhotoRound, PhotoRoundCounted } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import CountedPhoto from "../../drawing/CountedPhoto.vue";
import { newId } from "../../record/ids";
import { maybeNumber } from "../../text/numbers";
import { useTrying } from "./trying";

const router = useRouter();
const round = ref<PhotoRound>();
const { busy, problem, trying } = useTrying();
/** What the photo count makes of it, which takes it a moment. */
const counted = ref<PhotoRoundCounted>();
const picture = ref("");
const size = ref({ width: 4, height: 3 });
const teeth = ref("");
const field = ref<{ $el: HTMLInputElement }>();
const done = computed(() => round.value?.right != null);

const another = () =>
  trying(async () => {
    const id = newId();
    const fresh = await ask(api.PUT("/api/practice/photos/{round_id}", { params: { path: { round_id: id } } }));
    const answer = await fetch(`/api/practice/photos/${id}/picture`);
    if (!answer.ok) throw await answer.json();
    const file = await answer.blob();
    const { width, height } = await createImageBitmap(file);
    if (picture.value) URL.revokeObjectURL(picture.value);
    [picture.value, size.value, round.value, teeth.value] = [URL.createObjectURL(file), { width, height }, fresh, ""];
    counted.value = undefined;
    await nextTick();
    field.value?.$el.focus();
  });

const name = () =>
  trying(async () => {
    const count = maybeNumber(teeth.value);
    if (!round.value || done.value || !count) return;
    round.value = await ask(api.PUT("/api/practice/photos/{round_id}/name", { params: { path: { round_id: round.value.id } }, body: { teeth: Math.round(count) } }));
    void seeCount(round.value.id);
  });

async function seeCount(id: string) {
  try {
    const seen = await ask(api.GET("/api/practice/photos/{round_id}/counted", { params: { path: { round_id: id } } }));
    if (round.value?.id === id) counted.value = seen;
  } catch (error) {
    if (round.value?.id === id) problem.value = asProblem(error);
  }
}

useKeys({ g: another, Enter: () => (done.value ? another() : name()), Escape: () => router.push({ name: "practice" }) });
onMounted(another);
onUnmounted(() => picture.value && URL.revokeObjectURL(picture.value));
</script>

<template>
  <TopBar title="Practice" about="by photo" />
  <main class="work photo">
    <section v-if="round">
      <template v-if="!done">
        <h1>How many teeth?</h1>
        <p class="soft">Count them all, those broken off too. Put a finger on the first: it is passed twice more often than not.</p>
        <form class="actions" @submit.prevent="name">
          <InputText ref="field" v-model="teeth" class="value teeth" inputmode="numeric" maxlength="3" aria-label="Teeth" />
          <Button type="submit" :disabled="busy || !maybeNumber(teeth)">Name it <KeyCap k="Enter" /></Button>
        </form>
      </template>
      <template v-else>
        <h1 :class="round.right ? 'proved' : 'harm'">
          {{ round.right ? "Right" : "No" }}: {{ round.teeth }} teeth<span v-if="!round.right" class="soft">, you said {{ round.named }}</span>
        </h1>
        <p>{{ round.says }} {{ counted?.says ?? "" }}</p>
      </template>
      <ProblemNote :problem="problem" />
      <div class="actions">
        <Button :variant="done ? undefined : 'outlined'" :disabled="busy" @click="another">Another gear <KeyCap :k="done ? 'Enter' : 'G'" /></Button>
        <Button variant="outlined" @click="router.push({ name: 'practice' })">By caliper <KeyCap k="Esc" /></Button>
        <span v-if="round.played" class="soft">{{ round.won }} of {{ round.played }} right so far</span>
      </div>
    </section>
    <CountedPhoto v-if="picture" class="shown" :href="picture" :size="size" :counted="counted?.counted" />
    <ProblemNote v-if="!round" :problem="problem" />
  </main>
</template>

<style scoped>
.photo {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.5fr);
  gap: 28px;
  align-content: start;
}

section {
  display: grid;
  gap: 18px;
  align-content: start;
}

.teeth {
  width: 120px;
  font-size: 28px;
}

.shown {
  --photo-height: calc(100dvh - 120px);
}

@media (max-width: 900px) {
  .photo {
    grid-template-columns: minmax(0, 1fr);
  }

  .shown {
    order: -1;
    --photo-height: 48dvh;
  }
}
</style>
