<script setup lang="ts">
/** The stages of a visit as a toothed rack: done ones filled, the present one brass. */
import { computed } from "vue";

import { useSession } from "../workshop/session";

const props = defineProps<{ stage: string; viewing: string }>();
defineEmits<{ go: [stage: string] }>();

const session = useSession();
const stages = computed(() => session.words?.stages ?? []);
const reached = computed(() => stages.value.findIndex((stage) => stage.key === props.stage));
</script>

<template>
  <nav class="rack" aria-label="Stages">
    <button
      v-for="(tooth, n) in stages"
      :key="tooth.key"
      type="button"
      class="tooth"
      :class="{ done: n < reached, here: n === reached, viewing: tooth.key === viewing && n !== reached }"
      :aria-current="tooth.key === viewing ? 'step' : undefined"
      @click="$emit('go', tooth.key)"
    >
      <svg viewBox="0 0 100 40" preserveAspectRatio="none" aria-hidden="true"><path d="M0 0L7 40H93L100 0" /></svg>
      <span class="word">{{ tooth.label }}<template v-if="n < reached"> ✓</template></span>
    </button>
  </nav>
</template>

<style scoped>
.rack {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  gap: 6px;
  margin: 3px var(--margin) 0;
  border-top: 2px solid var(--ink);
  flex: none;
}

.tooth {
  position: relative;
  height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--soft);
  font: 600 17px/1 var(--sans);
  cursor: pointer;
}

svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}

path {
  fill: transparent;
  stroke: var(--hair);
  stroke-width: 1.5;
  vector-effect: non-scaling-stroke;
}

.done path {
  fill: var(--ink);
  stroke: var(--ink);
}

.done {
  color: var(--ground);
}

.here path {
  fill: var(--brass);
  stroke: var(--ink);
}

.here {
  color: var(--on-brass);
}

.viewing .word {
  text-decoration: underline;
  text-decoration-thickness: 3px;
  text-underline-offset: 5px;
}

/* Two lines of a narrow tooth leave no room between them. */
@media (max-width: 560px) {
  .viewing .word {
    display: inline-block;
    text-decoration: none;
    box-shadow: 0 3px 0 currentcolor;
  }
}

.viewing:not(.done) {
  color: var(--ink);
}

.word {
  position: relative;
}

@media (max-width: 900px) {
  .tooth {
    font-size: 15px;
  }

  .rack {
    gap: 2px;
  }
}

@media (max-width: 560px) {
  .rack .tooth {
    font-size: 12px;
  }
}

/* A phone that lies, or whose keyboard is up: what is done has the room, the row is its names. */
@media (max-height: 500px), (max-width: 700px) and (max-height: 620px) {
  .rack .tooth {
    height: 34px;
    font-size: 14px;
  }
}
</style>
