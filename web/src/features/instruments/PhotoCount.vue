<script setup lang="ts">
/** Teeth counted in one photo: each marked in the picture, with how sure, and its size by a card or its bore. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { computed, onUnmounted, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { PhotoCounted, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import CountedPhoto from "../../drawing/CountedPhoto.vue";
import { maybeNumber } from "../../text/numbers";

const emit = defineEmits<{ use: [teeth: number, tip: string, missing: number[]] }>();
const LONGEST = 1400;
const camera = ref<HTMLInputElement>();
const shown = ref("");
const size = ref({ width: 4, height: 3 });
const counted = ref<PhotoCounted>();
const by = ref<"" | "card" | "bore">("");
const bore = ref("");
const busy = ref(false);
const problem = ref<Problem>();
let encoded = "";

const broken = computed(() => new Set(counted.value?.broken ?? []));
const tip = computed(() => (counted.value?.tip_diameter_mm ? `${counted.value.tip_diameter_mm} ± ${counted.value.error_mm}` : ""));

/** No larger than is looked at: a phone's own picture takes ten times as long to send. */
async function smaller(file: File): Promise<string> {
  const picture = await createImageBitmap(file);
  const share = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [Math.round(picture.width * share), Math.round(picture.height * share)];
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  size.value = { width: canvas.width, height: canvas.height };
  return canvas.toDataURL("image/jpeg", 0.85);
}

async function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  counted.value = problem.value = undefined;
  shown.value = encoded = "";
  try {
    shown.value = await smaller(file);
    encoded = shown.value.slice(shown.value.indexOf(",") + 1);
    await count();
  } catch {
    problem.value = { problem: "This picture cannot be opened here.", hint: "A JPEG or PNG; some phones keep theirs in another format until they are told otherwise." } as Problem;
  }
}

async function count() {
  if (!encoded) return;
  busy.value = true;
  try {
    const card = by.value === "card" ? true : by.value === "bore" ? (maybeNumber(bore.value) ?? false) : false;
    counted.value = await ask(api.POST("/api/sums/photo-count", { body: { image: encoded, card } }));
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  } finally {
    busy.value = false;
  }
}

/** A tooth is there after all, or is not. */
function tap(n: number) {
  if (!counted.value) return;
  counted.value.broken = broken.value.has(n) ? counted.value.broken.filter((other) => other !== n) : [...counted.value.broken, n].sort((a, b) => a - b);
}

onUnmounted(() => (encoded = ""));
</script>

<template>
  <section class="photo" aria-label="Count in a photo">
    <div class="actions">
      <input ref="camera" type="file" accept="image/*" capture="environment" class="hidden" aria-label="Photo of the gear" @change="take" />
      <Button variant="outlined" @click="camera?.click()">{{ shown ? "Another photo" : "Take or choose a photo" }}</Button>
      <label><input v-model="by" type="radio" value="" @change="count" /> count alone</label>
      <label><input v-model="by" type="radio" value="card" @change="count" /> a bank card lies beside it, as high as its face</label>
      <label><input v-model="by" type="radio" value="bore" /> its bore is</label>
      <InputText v-if="by === 'bore'" v-model="bore" class="value few" inputmode="decimal" aria-label="Bore in the photo, mm" @change="count" />
    </div>
    <p v-if="!shown" class="soft">The gear alone, on a ground of another colour, seen from straight above.</p>
    <CountedPhoto v-if="shown" :href="shown" :size="size" :counted="counted" tappable @tap="tap" />
    <p v-if="busy" class="soft">Counting …</p>
    <template v-else-if="counted">
      <p v-if="counted.refused" class="mind">
        <b>{{ counted.refused }}</b> {{ counted.hint }}
      </p>
      <template v-else>
        <p class="told" aria-live="polite">
          <b>{{ counted.says }}</b> <span class="soft">{{ Math.round(counted.sure * 100) }} % sure</span>
          <!-- What was counted stays as it was told; a tap is the eye's word beside it. -->
          <span v-if="broken.size !== counted.missing"> · marked by you: {{ broken.size }} broken off</span>
        </p>
        <p v-if="counted.hint" class="soft">{{ counted.hint }}</p>
        <div class="actions">
          <Button @click="emit('use', counted.teeth ?? 0, tip, counted.broken)">Use {{ counted.teeth }} teeth</Button>
        </div>
      </template>
    </template>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
.photo {
  display: grid;
  gap: 10px;
  padding: 14px 16px;
  border: 1px solid var(--hair);
  background: var(--panel);
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  align-items: center;
}

label {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}

.hidden {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}

.few {
  width: 84px;
}

.told {
  font-size: 20px;
}
</style>
