<script setup lang="ts">
/** Every gear of the row: what it was read as, and what is still a guess. */
import Button from "primevue/button";
import { computed } from "vue";
import { useRouter } from "vue-router";

import type { Piece } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import PieceFigure from "../../../drawing/PieceFigure.vue";
import ThumbBar from "../ThumbBar.vue";
import { dead, useVisit } from "../visit";

const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const router = useRouter();

const rims = computed(() =>
  store.laid.flatMap(({ step, piece }) => {
    // A piece with teeth that were not counted yet is read as one.
    const counts = piece.teeth.length ? piece.teeth : piece.form ? [0] : [];
    return counts.map((teeth, rim) => ({ step, piece, rim, teeth, pin: piece.pins.find((pin) => pin.rim === rim) }));
  }),
);
/** A dead gear first: it is the one that has to be ordered. */
const next = computed(() => rims.value.find((rim) => !rim.pin && dead(rim.piece)) ?? rims.value.find((rim) => !rim.pin));
const read = computed(() => rims.value.filter((rim) => rim.pin?.gear));

function readIt(piece: Piece, rim: number) {
  void router.push({ name: "reader", query: { visit: store.visit?.id, piece: piece.id, rim, form: piece.form } });
}

function pair() {
  const [a] = read.value;
  void router.push({ name: "mesh", query: { visit: store.visit?.id, ...(a ? { first: `${a.piece.id}:${a.rim}` } : {}) } });
}

useKeys({
  Enter: () => (next.value ? readIt(next.value.piece, next.value.rim) : emit("enter", "source")),
  p: pair,
  t: () => router.push({ name: "train", query: { visit: store.visit?.id } }),
  "Ctrl+Enter": () => emit("enter", "source"),
});
</script>

<template>
  <section class="read">
    <div class="head">
      <h1 v-if="next">
        Read the {{ next.piece.name }}<template v-if="next.piece.teeth.length > 1">, {{ next.teeth }} teeth</template>
      </h1>
      <h1 v-else-if="rims.length">Every gear is read</h1>
      <h1 v-else>Nothing with teeth in the row</h1>
      <div class="actions">
        <ThumbBar>
          <Button v-if="next" @click="readIt(next.piece, next.rim)">Read it <KeyCap k="Enter" /></Button>
          <Button :variant="next ? 'outlined' : undefined" @click="emit('enter', 'source')">All read <KeyCap :k="next ? 'Ctrl Enter' : 'Enter'" /></Button>
        </ThumbBar>
        <Button variant="outlined" :disabled="!rims.length" @click="pair">Mesh <KeyCap k="P" /></Button>
        <Button variant="outlined" :disabled="!rims.length" @click="router.push({ name: 'train', query: { visit: store.visit?.id } })">Train <KeyCap k="T" /></Button>
      </div>
    </div>
    <p v-if="!rims.length" class="soft">Count the teeth and say them in the strip: gear 32/10 brass. The reader itself works without a piece, too.</p>
    <ul>
      <li v-for="rim in rims" :key="`${rim.piece.id}${rim.rim}`" :class="{ dead: dead(rim.piece) }">
        <button type="button" class="rim" @click="readIt(rim.piece, rim.rim)">
          <svg viewBox="-34 -34 68 68" aria-hidden="true">
            <PieceFigure :figure="rim.piece.figure" :scale="30 / (rim.piece.figure.rims[0]?.tip_radius_mm ?? 1)" :damaged="dead(rim.piece)" />
          </svg>
          <span class="who"
            ><span
              ><b>{{ rim.step.number }}</b> {{ rim.piece.name }}</span
            ><small v-if="rim.piece.finding" class="harm">{{ rim.piece.finding }}</small></span
          >
          <span class="value teeth">{{ rim.pin?.teeth || rim.teeth || "" }}</span>
          <span v-if="rim.pin" class="size"
            >{{ rim.pin.label }} <span class="soft">{{ rim.pin.gear ? `${rim.pin.gear.pressure_angle_deg}°` : rim.pin.form }}</span></span
          >
          <span v-else class="size soft">not read</span>
          <span class="value sure">{{ rim.pin ? `${Math.round(rim.pin.probability * 100)} %` : "" }}</span>
        </button>
        <button v-if="rim.pin" type="button" class="off" :aria-label="`Take back the reading of ${rim.piece.name}, ${rim.pin.teeth} teeth`" @click="store.unpin(rim.piece.id, rim.pin.id)">×</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.read {
  display: grid;
  gap: 16px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  justify-content: space-between;
  align-items: center;
}

ul {
  border-top: 1px solid var(--ink);
}

li {
  display: flex;
  border-bottom: 1px solid var(--hair);
}

.off {
  flex: none;
  width: 44px;
  border: 0;
  background: none;
  color: var(--soft);
  font: 500 24px/1 var(--sans);
  cursor: pointer;
}

.rim {
  display: grid;
  grid-template-columns: 68px minmax(0, 1fr) 80px 220px 80px;
  gap: 18px;
  align-items: center;
  width: 100%;
  min-height: 72px;
  padding: 4px 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: 500 18px/1.25 var(--sans);
  text-align: left;
  cursor: pointer;
}

/* Rows without a reading to take back keep its column free. */
.rim:last-child {
  margin-right: 44px;
}

.rim:hover {
  background: var(--brass-wash);
}

svg {
  width: 62px;
  height: 62px;
}

.who {
  display: grid;
}

small {
  font-size: 15px;
}

.teeth {
  font-size: 21px;
  text-align: right;
}

.size {
  font-weight: 600;
}

.sure {
  text-align: right;
  color: var(--soft);
}

@media (max-width: 900px) {
  .rim {
    grid-template-columns: 62px minmax(0, 1fr) 50px 150px 60px;
    gap: 10px;
  }
}

@media (max-width: 600px) {
  .rim {
    grid-template: "figure who teeth" auto "figure size sure" auto / 48px minmax(0, 1fr) auto;
    gap: 0 12px;
    padding: 8px 0;
  }

  .rim svg {
    grid-area: figure;
    width: 48px;
    height: 48px;
  }

  .who {
    grid-area: who;
    overflow-wrap: anywhere;
  }

  .teeth {
    grid-area: teeth;
  }

  .size {
    grid-area: size;
  }

  .sure {
    grid-area: sure;
  }
}
</style>
