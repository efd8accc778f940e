<script setup lang="ts">
/** What has to be got: each dead piece with all that its replacement must agree in. */
import Button from "primevue/button";
import { computed, onMounted, ref } from "vue";

import { api, ask } from "../../../api/client";
import type { Arrival, Diagnosis, Piece } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import PieceFigure from "../../../drawing/PieceFigure.vue";
import { queryOf } from "../../drawer/part";
import BuyPanel from "../source/BuyPanel.vue";
import DecidePanel from "../source/DecidePanel.vue";
import MoneyPanel from "../source/MoneyPanel.vue";
import SalvagePanel from "../source/SalvagePanel.vue";
import ThumbBar from "../ThumbBar.vue";
import { dead, renewed, useVisit } from "../visit";
import WaitsFor from "../WaitsFor.vue";
import { useChoices } from "../../instruments/choices";

const emit = defineEmits<{ enter: [stage: string] }>();
const store = useVisit();
const choices = useChoices();
const wanted = computed(() => store.laid.filter(({ piece }) => renewed(piece)));

/** What is known of the piece, as it would be said over a counter. */
function asked(piece: Piece) {
  const gears = piece.pins.map(({ part, gear, label, says }) => {
    const more = [part.bore_mm ? `bore ${part.bore_mm}` : "", part.width_mm ? `width ${part.width_mm}` : ""].filter(Boolean);
    return [gear ? `${label} ${gear.pressure_angle_deg}°, ${part.teeth} teeth` : says, ...more].join(", ");
  });
  return [...gears, piece.order_words].filter(Boolean).join(" · ");
}

/** What came for each piece, newest first. */
const came = ref<Arrival[]>([]);
/** Why each failed, as far as it is known. */
const found = ref<Diagnosis>();
const why = (piece: Piece) => found.value?.failed.find((each) => each.piece === piece.id)?.says;
onMounted(async () => {
  const id = store.visit?.id;
  if (id) found.value = await ask(api.GET("/api/visits/{visit_id}/diagnosis", { params: { path: { visit_id: id } } })).catch(() => undefined);
});
async function lookCame() {
  try {
    came.value = await ask(api.GET("/api/drawer/arrivals", { params: { query: { visit: store.visit?.id } } }));
  } catch {
    // What came is told once the server answers again.
  }
}
onMounted(lookCame);
const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" });

useKeys({ Enter: () => emit("enter", "build") });
</script>

<template>
  <div class="source">
    <section>
      <h1>{{ wanted.length ? `${wanted.length} to get` : "Nothing to get" }}</h1>
      <p v-if="store.visit?.cause_says" class="why">It was {{ store.visit.cause_says }}: mend that with the damage, or the same comes back.</p>
      <p v-else-if="found?.failed.length" class="why soft">
        Why it failed is not named yet. <RouterLink class="look" :to="{ name: 'visit', params: { visitId: store.visit?.id, stage: 'listen' } }">Name it in Listen</RouterLink>
      </p>
      <p v-if="found?.cause_left" class="harm">{{ found.cause_left }}</p>
      <ul>
        <li v-for="{ step, piece } in wanted" :key="piece.id">
          <svg viewBox="-36 -36 72 72" aria-hidden="true">
            <PieceFigure :figure="piece.figure" :scale="piece.figure.rims[0] ? 32 / piece.figure.rims[0].tip_radius_mm : 3" :unknown="58" :damaged="dead(piece)" />
          </svg>
          <div>
            <p class="name">
              <b>{{ step.number }}</b> {{ piece.name }}<template v-if="piece.count > 1"> ×{{ piece.count }}</template>
            </p>
            <p class="value">{{ asked(piece) || "nothing measured yet" }}</p>
            <p v-for="pin in piece.pins.filter((reading) => reading.gear)" :key="pin.id" class="looks">
              <span v-if="piece.pins.length > 1" class="soft small">{{ pin.teeth }} teeth:</span>
              <RouterLink class="small look" :to="{ name: 'drawer', query: queryOf(pin) }">Is there one in the drawer?</RouterLink>
            </p>
            <p v-for="arrival in came.filter((each) => each.piece === piece.id)" :key="arrival.id" class="small" :class="arrival.accepted ? 'proved' : 'harm'">
              {{ day(arrival.recorded_at) }}: {{ arrival.accepted ? "came, taken in" : "came, sent back" }}<template v-if="arrival.reason">: {{ arrival.reason }}</template>
            </p>
            <p v-if="!dead(piece) && !piece.instead" class="soft small">Not used twice: a new one.</p>
            <p v-if="piece.instead" class="small"><b>Goes in instead:</b> {{ piece.instead }}</p>
            <p v-if="piece.mate" class="small"><b>Together with</b> the {{ piece.mate }}</p>
            <p v-if="why(piece)" class="small"><b>Why:</b> {{ why(piece) }}</p>
            <p v-if="piece.finding" class="harm small">{{ piece.finding }}</p>
            <p v-if="piece.teeth.length && piece.pins.length < piece.teeth.length" class="soft small">Not read yet: read it before ordering.</p>
          </div>
        </li>
      </ul>
      <p v-if="wanted.length" class="soft">{{ choices?.must_agree }}</p>
      <p v-else class="soft">No piece was judged to be replaced.</p>
      <BuyPanel @measured="lookCame" />
      <div class="actions">
        <ThumbBar>
          <Button @click="emit('enter', 'build')">All here, build <KeyCap k="Enter" /></Button>
        </ThumbBar>
      </div>
      <MoneyPanel />
    </section>
    <div class="beside">
      <DecidePanel />
      <WaitsFor />
      <SalvagePanel v-if="store.steps.length" />
    </div>
  </div>
</template>

<style scoped>
.looks {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  align-items: center;
}

.look {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  margin-right: 16px;
  font-weight: 600;
}

.source {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 40px;
}

.beside {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 24px;
  align-content: start;
}

section {
  display: grid;
  gap: 16px;
  align-content: start;
}

ul {
  border-top: 1px solid var(--ink);
}

li {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr);
  gap: 18px;
  align-items: center;
  padding: 10px 0;
  border-bottom: 1px solid var(--hair);
}

.name {
  font-weight: 600;
  font-size: 19px;
}

@media (max-width: 900px) {
  .source {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
