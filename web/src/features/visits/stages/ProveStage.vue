<script setup lang="ts">
/** Nothing left over, everything tried: only then is it proved. */
import Button from "primevue/button";
import { computed } from "vue";

import type { TickIn } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import { useSession } from "../../workshop/session";
import SoundPanel from "../sound/SoundPanel.vue";
import { useVisit } from "../visit";

const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const session = useSession();
const checks = computed(() => store.visit?.checks ?? []);
const open = computed(() => checks.value.filter((check) => !check.done).length);
const left = computed(() => store.unanswered.reduce((sum, piece) => sum + piece.left, 0));
const headline = computed(() => {
  if (left.value) return `${left.value} ${left.value === 1 ? "piece is" : "pieces are"} not accounted for`;
  if (open.value) return `${open.value} ${open.value === 1 ? "check" : "checks"} to go`;
  return "Proved: nothing left over, everything tried";
});

function tickOff(at: number) {
  const check = checks.value[at];
  if (check) void store.check(check.key, !check.done);
}

function answer(at: number, outcome: string) {
  const over = store.unanswered[at];
  if (over) void store.tick(over.piece, outcome as TickIn["outcome"], over.left);
}

useKeys({
  Enter: () => emit("enter", "file"),
  g: () => emit("enter", "build"),
  ...Object.fromEntries(Array.from({ length: 9 }, (_, n) => [String(n + 1), () => tickOff(n)])),
});
</script>

<template>
  <section class="prove">
    <div class="head">
      <h1 :class="{ proved: !left && !open }">{{ headline }}</h1>
      <Button v-if="left" @click="emit('enter', 'build')">Go on building <KeyCap k="G" /></Button>
    </div>
    <ul v-if="left" class="left">
      <li v-for="(over, n) in store.unanswered" :key="over.piece.id">
        <img v-if="over.step.photos[0]" :src="store.photoUrl(over.step.photos[0].id, true)" alt="" />
        <p>
          <b>{{ over.left }} ×</b> {{ over.piece.name }} <span class="soft small">off at step {{ over.step.number }}</span>
        </p>
        <div class="actions answers">
          <Button v-for="outcome in session.words?.outcomes ?? []" :key="outcome.key" variant="outlined" @click="answer(n, outcome.key)">{{ outcome.label }}</Button>
        </div>
      </li>
    </ul>
    <h2 class="label">Tried, in this order</h2>
    <ul class="checks">
      <li v-for="(check, n) in checks" :key="check.key">
        <button type="button" :aria-pressed="check.done" @click="tickOff(n)">
          <span class="box" aria-hidden="true">{{ check.done ? "✓" : "" }}</span>{{ check.label }}<KeyCap :k="String(n + 1)" />
        </button>
      </li>
    </ul>
    <div class="actions">
      <Button :variant="left || open ? 'outlined' : undefined" @click="emit('enter', 'file')">Proved, file it <KeyCap k="Enter" /></Button>
    </div>
    <SoundPanel />
  </section>
</template>

<style scoped>
.prove {
  display: grid;
  gap: 16px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  justify-content: space-between;
}

.left {
  border-left: 3px solid var(--oxide);
}

.left li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
  min-height: 62px;
  padding: 8px 0 8px 16px;
  border-bottom: 1px solid var(--hair);
}

.left img {
  height: 44px;
  border-radius: 2px;
}

.left p {
  font-size: 20px;
}

.answers {
  margin-left: auto;
  gap: 8px;
}

.checks {
  border-top: 1px solid var(--ink);
}

.checks button {
  display: flex;
  gap: 16px;
  align-items: center;
  width: 100%;
  min-height: 58px;
  padding: 6px 0;
  border: 0;
  border-bottom: 1px solid var(--hair);
  background: none;
  color: var(--ink);
  font: 500 19px/1.25 var(--sans);
  text-align: left;
  cursor: pointer;
}

.checks button :deep(kbd) {
  margin-left: auto;
}

.box {
  flex: none;
  width: 32px;
  height: 32px;
  display: grid;
  place-items: center;
  border: 2px solid var(--ink);
  border-radius: 4px;
  font-weight: 700;
}

[aria-pressed="true"] .box {
  background: var(--verdigris);
  border-color: var(--verdigris);
  color: var(--ground);
}
</style>
