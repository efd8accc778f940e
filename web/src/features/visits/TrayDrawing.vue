<script setup lang="ts">
/** The tray as it lies: rows by letter, columns by number, and beside it what has a place of another name. */
import { computed } from "vue";

import type { Piece, RowSeen } from "../../api/types";
import PieceFigure from "../../drawing/PieceFigure.vue";
import { dead, useVisit } from "./visit";

const props = defineProps<{ places: RowSeen["tray"]; at?: string }>();
defineEmits<{ pick: [piece: string] }>();
const store = useVisit();

const inside = computed(() => props.places.filter((place) => place.row));
const beside = computed(() => props.places.filter((place) => !place.row));
const columns = computed(() => Math.max(1, ...inside.value.map((place) => place.column)));
const rows = computed(() => [...new Set(inside.value.map((place) => place.row))]);
const letter = (row: number) => inside.value.find((place) => place.row === row)?.name[0]?.toUpperCase() ?? "";
const placeAt = (row: number, column: number) => inside.value.find((place) => place.row === row && place.column === column);
/** What was taken back since lies in the tray no more. */
const lies = (id: string) => store.laid.find(({ piece }) => piece.id === id);
function scaleOf({ figure }: Piece) {
  const most = Math.max(figure.length + figure.head_height, figure.head_width, figure.diameter, 2 * (figure.rims[0]?.tip_radius_mm ?? 0));
  return most ? 40 / most : 1;
}
</script>

<template>
  <div>
    <div v-if="rows.length" class="tray" :style="{ gridTemplateColumns: `repeat(${columns}, minmax(84px, 1fr))` }">
      <template v-for="row in rows" :key="row">
        <div v-for="column in columns" :key="column" class="place" :class="{ empty: !placeAt(row, column) }">
          <b class="value">{{ letter(row) }}{{ column }}</b>
          <button v-for="id in (placeAt(row, column)?.pieces ?? []).filter(lies)" :key="id" type="button" :class="{ here: id === at }" @click="$emit('pick', id)">
            <svg viewBox="-24 -24 48 48" aria-hidden="true">
              <PieceFigure v-if="lies(id)" :figure="lies(id)!.piece.figure" :scale="scaleOf(lies(id)!.piece)" :unknown="40" :damaged="dead(lies(id)!.piece)" />
            </svg>
            {{ lies(id)?.step.number }} {{ lies(id)?.piece.name }}
          </button>
        </div>
      </template>
    </div>
    <div v-for="place in beside" :key="place.name" class="beside">
      <b class="value">{{ place.name }}</b>
      <button v-for="id in place.pieces.filter(lies)" :key="id" type="button" :class="{ here: id === at }" @click="$emit('pick', id)">{{ lies(id)?.step.number }} {{ lies(id)?.piece.name }}</button>
    </div>
  </div>
</template>

<style scoped>
.tray {
  display: grid;
  gap: 3px;
  overflow-x: auto;
  padding: 6px;
  border: 2px solid var(--ink);
  border-radius: 8px;
}

.place {
  min-height: 76px;
  padding: 4px 6px;
  border: 1px solid var(--ink);
  border-radius: 4px;
}

.empty {
  border-color: var(--hair);
  color: var(--soft);
}

button {
  display: block;
  width: 100%;
  min-height: 44px;
  padding: 2px 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: 500 14px/1.15 var(--sans);
  text-align: left;
  overflow-wrap: anywhere;
  cursor: pointer;
}

.here {
  background: var(--brass-wash);
}

svg {
  display: block;
  width: 40px;
  height: 40px;
}

.beside {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  align-items: center;
  margin-top: 8px;
}

.beside button {
  width: auto;
}
</style>
