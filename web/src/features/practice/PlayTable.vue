<script setup lang="ts">
/** One play, reading by reading: what led after each, and how surely. */
import type { Round } from "../../api/types";

type Moves = NonNullable<Round["result"]>["yours"];
defineProps<{ title: string; moves: Moves; truth: string }>();
</script>

<template>
  <section>
    <p class="label">{{ title }}, {{ moves.length }} reading{{ moves.length > 1 ? "s" : "" }}</p>
    <ol>
      <li v-for="(move, n) in moves" :key="n">
        <span>{{ move.what }}</span>
        <b class="value">{{ move.value_mm.toFixed(2) }}</b>
        <span class="bar"><i :class="{ wrong: move.leader !== truth }" :style="{ width: `${move.odds * 100}%` }"></i></span>
        <span class="soft small">{{ move.leader || "none" }} {{ Math.round(move.odds * 100) }} %</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 12px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--hair);
}

.bar {
  height: 9px;
  background: var(--grid);
}

.bar i {
  display: block;
  height: 100%;
  background: var(--verdigris);
}

.bar .wrong {
  background: var(--oxide);
}
</style>
