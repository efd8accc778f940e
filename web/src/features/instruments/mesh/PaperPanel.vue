<script setup lang="ts">
/** Which paper between the teeth, how many folds, and what it leaves; and the other schools of setting a mesh. */
import { computed } from "vue";

import type { Pair } from "../../../api/types";
import "../panel.css";
import { useChoices } from "../choices";
import { useMesh } from "./mesh";

const props = defineProps<{ pair: Pair }>();
const desk = useMesh();
const choices = useChoices();
const best = computed(() => props.pair.paper[0]);
const TONE: Record<string, string> = { right: "proved", tight: "harm", loose: "soft", lost: "harm" };
</script>

<template>
  <p v-if="best" class="verdict" :class="best.verdict === 'right' ? 'good' : 'so'" role="status">
    <template v-if="best.verdict === 'right'"
      ><b>{{ best.name }}, {{ best.fold }}</b> leaves {{ best.backlash_mm.toFixed(3) }} mm: right.</template
    >
    <template v-else>No paper at hand is right for this pair. {{ best.name }}, {{ best.fold }}, comes nearest.</template>
  </p>
  <table class="figures">
    <thead>
      <tr>
        <th>paper</th>
        <th class="num">thick</th>
        <th class="num">leaves</th>
        <th class="num">set at</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="strip in pair.paper" :key="strip.name + strip.fold">
        <td>
          <b>{{ strip.name }}</b>, {{ strip.fold }} <span class="small" :class="TONE[strip.verdict]">{{ strip.verdict === "lost" ? "teeth lose each other" : strip.verdict }}</span>
          <p v-if="strip.held_by === 'tip'" class="soft small">jams over a tip first</p>
        </td>
        <td class="value num">{{ strip.thickness_mm.toFixed(3) }}</td>
        <td class="value num">{{ strip.backlash_mm.toFixed(3) }}</td>
        <td class="num">
          <button type="button" class="value set" @click="desk.said.distance = strip.distance_mm.toFixed(3)">{{ strip.distance_mm.toFixed(2) }}</button>
        </td>
      </tr>
    </tbody>
  </table>
  <p class="soft small">
    A strip lies on both flanks, so twice its thickness is left along the normal, less what it gives. One sheet is so much of a coarse tooth and far more of a fine one. Measure yours: fold it eight
    times and divide.
  </p>
  <details>
    <summary>The other ways to set it</summary>
    <ul>
      <li v-for="way in choices?.mesh_ways" :key="way.key">
        <b>{{ way.name }}:</b> {{ way.how }}
      </li>
    </ul>
  </details>
</template>

<style scoped>
.set {
  min-width: 64px;
  min-height: 44px;
  border: 0;
  background: none;
  color: var(--slate);
  font-size: 18px;
  text-decoration: underline;
  cursor: pointer;
}

summary {
  min-height: 44px;
  padding: 10px 0;
  font-weight: 600;
  cursor: pointer;
}

li {
  padding: 3px 0;
}
</style>
