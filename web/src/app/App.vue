<script setup lang="ts">
/** The shell: the view, and what the server would not take. */
import Button from "primevue/button";
import { computed, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

import { useSession } from "../features/workshop/session";
import { useOutbox, type Aside } from "../record/outbox";
import { whatIs, wordsOf } from "../record/words";
import { takeOver } from "./first";

const AGAIN = 2000;
const session = useSession();
const outbox = useOutbox();
const route = useRoute();
const router = useRouter();
/** Put off; it stays on the list, and the bar says so. */
const seen = ref<Aside>();
const newest = computed(() => {
  const last = outbox.refused.at(-1);
  return last === seen.value ? undefined : last;
});

/** The words of the screens come from the server; while it is away they are asked for again. */
async function look() {
  try {
    await session.look();
  } catch {
    window.setTimeout(() => void look(), AGAIN);
  }
}
onMounted(look);
/** Only the bench is drawn before. */
watch(
  () => route.name,
  (name) => name && name !== "bench" && takeOver(),
  { immediate: true },
);
</script>

<template>
  <!-- What a page is asked for is its own: the reader of another piece is another reader. A visit stays as its stages change. -->
  <RouterView v-slot="{ Component, route: shown }"><component :is="Component" :key="shown.name === 'visit' ? 'visit' : shown.fullPath" /></RouterView>
  <aside v-if="newest && route.name !== 'unsent'" class="refused" role="alert">
    <p>
      <strong>{{ newest.problem.problem }}</strong> {{ newest.problem.hint }}
    </p>
    <p class="value">{{ whatIs(newest.entry) }}: {{ wordsOf(newest.entry) }}</p>
    <div class="actions">
      <Button @click="router.push({ name: 'unsent' })">{{ outbox.refused.length > 1 ? `See all ${outbox.refused.length}` : "Settle it" }}</Button>
      <Button variant="outlined" @click="seen = newest">Later</Button>
    </div>
  </aside>
</template>

<style scoped>
.refused {
  position: fixed;
  inset: auto 24px 24px auto;
  max-width: 460px;
  background: var(--panel);
  border: 2px solid var(--oxide);
  border-radius: 4px;
  padding: 18px;
  display: grid;
  gap: 14px;
  z-index: 20;
}
</style>
