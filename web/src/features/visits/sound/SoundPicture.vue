<script setup lang="ts">
/** A recording as a picture: loudness over time with the clicks counted, and by pitch with the lines of the train. */
import { useElementSize, useRafFn } from "@vueuse/core";
import { computed, onUnmounted, ref, watch } from "vue";

import type { Heard } from "../../../api/types";
import { alongPitch, areaOf, ticksOf, waveOf } from "./picture";

const props = defineProps<{ heard: Heard; before?: Heard; src: string; ran: boolean }>();
const figure = ref<HTMLElement>();
const { width: given } = useElementSize(figure);
const width = computed(() => Math.max(300, given.value || 900));
const WAVE = 110;
const PITCH = 190;

const player = ref<HTMLAudioElement>();
const at = ref(0);
const playing = ref(false);
const loaded = ref("");
useRafFn(() => (at.value = player.value?.currentTime ?? 0));

/** Played from memory: what comes from the server in one piece cannot be gone back in. */
async function load() {
  if (loaded.value) return;
  const answer = await fetch(props.src);
  if (answer.ok) loaded.value = URL.createObjectURL(await answer.blob());
}
watch(
  () => props.src,
  () => forget(),
);
function forget() {
  if (loaded.value) URL.revokeObjectURL(loaded.value);
  loaded.value = "";
}
onUnmounted(forget);

async function turn() {
  await load();
  await new Promise((done) => requestAnimationFrame(done));
  const audio = player.value;
  if (!audio) return;
  if (audio.paused) await audio.play().catch(() => undefined);
  else audio.pause();
}

async function seek(event: MouseEvent) {
  await load();
  await new Promise((done) => requestAnimationFrame(done));
  const box = (event.currentTarget as Element).getBoundingClientRect();
  if (player.value) player.value.currentTime = ((event.clientX - box.left) / box.width) * props.heard.seconds;
}

const x = (seconds: number) => (seconds / props.heard.seconds) * width.value;
const wave = computed(() => waveOf(props.heard.picture.moments, width.value, WAVE));
const pitch = computed(() => alongPitch(props.heard.picture, width.value, PITCH));
const area = computed(() => areaOf(props.heard.picture, pitch.value));
const earlier = computed(() => (props.before ? areaOf(props.before.picture, pitch.value) : ""));
/** Labels of lines that would stand in each other go a row down. */
const lines = computed(() => {
  let last = -Infinity;
  let row = 0;
  return [...props.heard.lines]
    .sort((a, b) => a.hertz - b.hertz)
    .map((line) => {
      const place = pitch.value.x(line.hertz);
      row = place - last < 150 ? (row + 1) % 3 : 0;
      last = place;
      return { ...line, place, row };
    });
});
defineExpose({ turn });
</script>

<template>
  <figure ref="figure" class="sound">
    <svg :viewBox="`0 0 ${width} ${WAVE + 26}`" role="img" :aria-label="`${heard.clicks.count} clicks in ${heard.seconds.toFixed(0)} seconds`" @click="seek">
      <path class="wave" :d="wave" transform="translate(0 22)" />
      <g v-for="(time, n) in heard.clicks.times" :key="time">
        <path class="click" :d="`M${x(time)} 16v${WAVE + 6}`" />
        <text v-if="n === 0 || (n + 1) % 5 === 0 || n === heard.clicks.times.length - 1" class="count" :x="Math.min(Math.max(x(time), 8), width - 10)" y="12" text-anchor="middle">{{ n + 1 }}</text>
      </g>
      <path class="now" :d="`M${x(at)} 14v${WAVE + 10}`" />
    </svg>
    <p class="under">
      <button type="button" class="play" :aria-label="playing ? 'Stop' : 'Play'" @click="turn">{{ playing ? "■" : "▶" }}</button>
      <span class="value">{{ at.toFixed(1) }} / {{ heard.seconds.toFixed(1) }} s</span>
    </p>
    <audio v-if="loaded" ref="player" :src="loaded" @play="playing = true" @pause="playing = false" @ended="playing = false" />
    <svg v-if="ran || before" :viewBox="`0 0 ${width} ${PITCH + 22}`" role="img" aria-label="How loud at each pitch">
      <g v-for="tick in ticksOf(pitch)" :key="tick.says">
        <path class="grid" :d="`M${tick.x} 0v${PITCH}`" />
        <text class="tick" :x="tick.x" :y="PITCH + 17" text-anchor="middle">{{ tick.says }}</text>
      </g>
      <path v-if="earlier" class="earlier" :d="earlier" />
      <path class="area" :d="area" />
      <g v-for="line in lines" :key="line.name" :class="{ stands: line.stands_out }">
        <path class="line" :d="`M${line.place} 14v${PITCH - 14}`" />
        <template v-for="beside in line.sidebands" :key="beside.name">
          <path v-for="hertz in beside.stands_out ? beside.hertz : []" :key="hertz" class="beside" :d="`M${pitch.x(hertz)} 34v${PITCH - 34}`" />
        </template>
        <text class="name" :x="Math.min(line.place + 5, width - 150)" :y="24 + 17 * line.row">{{ line.name }}, {{ Math.round(line.hertz) }} Hz</text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
.sound {
  display: grid;
  gap: 6px;
  min-width: 0;
}

svg {
  display: block;
  width: 100%;
  background: var(--panel);
  border: 1px solid var(--hair);
}

svg:first-child {
  cursor: pointer;
}

.wave {
  fill: var(--slate);
}

.click {
  stroke: var(--brass);
  stroke-width: 1.5;
  opacity: 0.75;
}

.count,
.tick,
.name {
  fill: var(--soft);
  font: 500 13px var(--mono);
}

.now {
  stroke: var(--oxide);
  stroke-width: 2;
}

.grid {
  stroke: var(--grid);
}

.area {
  fill: color-mix(in srgb, var(--slate) 35%, transparent);
  stroke: var(--slate);
  stroke-width: 1.5;
}

.earlier {
  fill: none;
  stroke: var(--oxide);
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
}

.line {
  stroke: var(--soft);
  stroke-dasharray: 2 4;
}

.stands .line {
  stroke: var(--brass);
  stroke-width: 2;
  stroke-dasharray: none;
}

.stands .name {
  fill: var(--ink);
  font-weight: 700;
}

.beside {
  stroke: var(--oxide);
  stroke-width: 1.5;
}

.under {
  display: flex;
  align-items: center;
  gap: 14px;
}

.play {
  width: 52px;
  height: 48px;
  border: 1px solid var(--soft);
  border-radius: 4px;
  background: var(--panel);
  color: var(--ink);
  font-size: 18px;
  cursor: pointer;
}
</style>
