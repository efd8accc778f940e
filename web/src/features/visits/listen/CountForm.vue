<script setup lang="ts">
/** Clicks counted, or slop at a radius, taken through the train: which wheel, how much the teeth give. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { ref, watch } from "vue";

import type { TrialIn } from "../../../api/types";
import { maybeNumber } from "../../../text/numbers";

const props = defineProps<{ by: string; train: string }>();
const emit = defineEmits<{ say: [answer: TrialIn["answer"]] }>();
const turns = ref("10");
const clicks = ref("");
const shaft = ref("");
const play = ref("");
const radius = ref("20");
const module = ref("0.5");
const line = ref(props.train);
watch(
  () => props.train,
  (train) => (line.value ||= train),
);

function keep() {
  const of = { line: line.value.trim() };
  if (props.by === "clicks") emit("say", { clicks: maybeNumber(clicks.value) ?? 0, turns: maybeNumber(turns.value) ?? 10, shaft: shaft.value.trim(), ...of });
  else emit("say", { play_mm: maybeNumber(play.value) ?? 0, radius_mm: maybeNumber(radius.value) ?? 20, module_mm: maybeNumber(module.value) ?? 0.5, ...of });
}
</script>

<template>
  <form class="count" @submit.prevent="keep">
    <template v-if="by === 'clicks'">
      <label>Clicks <InputText v-model="clicks" class="value few" inputmode="decimal" /></label>
      <label>in turns <InputText v-model="turns" class="value few" inputmode="decimal" /></label>
      <label>of shaft <InputText v-model="shaft" class="value few" placeholder="last" /></label>
    </template>
    <template v-else>
      <label>Slop, mm <InputText v-model="play" class="value few" inputmode="decimal" /></label>
      <label>at radius, mm <InputText v-model="radius" class="value few" inputmode="decimal" /></label>
      <label>module <InputText v-model="module" class="value few" inputmode="decimal" /></label>
    </template>
    <label class="wide">Train <InputText v-model="line" class="value" placeholder="12:60 | 14:48, if known" /></label>
    <Button type="submit" :disabled="!(by === 'clicks' ? clicks : play).trim()">Keep</Button>
    <span class="soft">or as it seems:</span>
  </form>
</template>

<style scoped>
.count {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
}

label {
  display: flex;
  align-items: center;
  gap: 8px;
}

.few {
  width: 76px;
}

.wide {
  flex: 1 1 220px;
}

.wide > input {
  flex: 1;
  min-width: 0;
}
</style>
