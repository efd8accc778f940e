<script setup lang="ts">
/** Fasteners and covers, passed in one move; the one that is not sound is picked out. */
import Button from "primevue/button";
import { computed } from "vue";

import type { Piece, Step } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import PieceFigure from "../../drawing/PieceFigure.vue";
import ThumbBar from "./ThumbBar.vue";
import { useSession } from "../workshop/session";
import { dead } from "./visit";

const props = defineProps<{ pieces: { step: Step; piece: Piece }[]; left: number; singly: number }>();
defineEmits<{ take: [piece: string]; pass: []; back: []; leave: [] }>();
const session = useSession();
const loose = computed(() => props.pieces.filter(({ piece }) => !piece.verdict));
const labelOf = (key: string) => (key ? (session.words?.verdicts.find((verdict) => verdict.key === key)?.label ?? key) : "not passed");

/** Drawn to fit its place in the list. */
function sizeOf({ figure }: Piece) {
  const most = Math.max(figure.length + figure.head_height, figure.head_width, figure.diameter, 2 * (figure.rims[0]?.tip_radius_mm ?? 0));
  return most ? 50 / most : 1;
}
</script>

<template>
  <section class="together">
    <div class="head">
      <h1>{{ loose.length ? `${loose.length} fasteners and covers` : "Fasteners and covers passed" }}</h1>
      <div class="actions">
        <ThumbBar>
          <Button v-if="loose.length" @click="$emit('pass')">The rest sound <KeyCap k="Space" /></Button>
          <Button v-if="singly" variant="outlined" @click="$emit('back')">{{ left ? `${left} gears and the like still to look over` : "Back to the gears" }} <KeyCap k="←" /></Button>
          <Button :variant="left || loose.length ? 'outlined' : undefined" @click="$emit('leave')">Looked over <KeyCap k="Ctrl Enter" /></Button>
        </ThumbBar>
      </div>
    </div>
    <p class="soft">Threads in plastic, rounded drives, bent clips, cracked covers: tap the one that is not sound, then pass the rest.</p>
    <ul>
      <li v-for="each in pieces" :key="each.piece.id">
        <button type="button" class="lies" :class="{ bad: each.piece.verdict && each.piece.verdict !== 'keep' }" @click="$emit('take', each.piece.id)">
          <svg viewBox="-30 -30 60 60" aria-hidden="true">
            <PieceFigure :figure="each.piece.figure" :scale="sizeOf(each.piece)" :unknown="50" :damaged="dead(each.piece)" :transform="sizeOf(each.piece) === 1 ? 'scale(0.75)' : undefined" />
          </svg>
          <span
            ><b>{{ each.step.number }}</b> {{ each.piece.name }}<template v-if="each.piece.count > 1"> ×{{ each.piece.count }}</template></span
          >
          <small :class="each.piece.verdict === 'keep' ? 'proved' : 'soft'">{{ labelOf(each.piece.verdict) }}</small>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.together {
  display: grid;
  gap: 14px;
  align-content: start;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 18px;
  align-items: center;
  justify-content: space-between;
}

.together ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 0 22px;
  border-top: 1px solid var(--ink);
}

.together .lies {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  width: 100%;
  min-height: 66px;
  padding: 4px 0;
  border: 0;
  border-bottom: 1px solid var(--hair);
  background: none;
  color: var(--ink);
  font: 500 16px/1.2 var(--sans);
  text-align: left;
  cursor: pointer;
}

.together svg {
  width: 56px;
  height: 56px;
}

.bad small {
  color: var(--oxide);
  font-weight: 600;
}
</style>
