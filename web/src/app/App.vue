<script setup lang="ts">
/** The shell: the view, and what the server would not take. */
import Button from "primevue/button";
import { onMounted } from "vue";

import { useSession } from "../features/workshop/session";
import { useOutbox } from "../record/outbox";

const AGAIN = 2000;
const session = useSession();
const outbox = useOutbox();

/** The words of the screens come from the server; while it is away they are asked for again. */
async function look() {
  void outbox.send();
  try {
    await session.look();
  } catch {
    window.setTimeout(() => void look(), AGAIN);
  }
}
onMounted(look);
</script>

<template>
  <RouterView />
  <aside v-if="outbox.refused.length" class="refused" role="alert">
    <div v-for="(one, n) in outbox.refused" :key="n">
      <p>
        <strong>{{ one.problem.problem }}</strong> {{ one.problem.hint }}
      </p>
      <p v-if="(one.entry.body as { line?: string })?.line" class="value">{{ (one.entry.body as { line: string }).line }}</p>
      <Button variant="outlined" @click="outbox.drop(one)">Seen</Button>
    </div>
  </aside>
</template>

<style>
#app {
  display: flex;
  flex-direction: column;
}
</style>

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

.refused div {
  display: grid;
  gap: 8px;
}
</style>
