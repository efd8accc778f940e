<script setup lang="ts">
/** Something of the house's own for the shelf, or a correction of what stands there. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Bottle, BottleIn, Problem, Shelf } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import { newId } from "../../record/ids";
import { numberOr } from "../../text/numbers";

const props = defineProps<{ shelf: Shelf; word: Record<string, string>; bottle?: Bottle }>();
const emit = defineEmits<{ kept: [shelf: Shelf]; leave: [] }>();
// Made once: pressing twice keeps one.
const id = newId();
const had = props.bottle;
const name = ref(had?.name ?? "");
const kind = ref<BottleIn["kind"]>((had?.kind as BottleIn["kind"]) ?? "lubricant");
const role = ref<string>(had?.role ?? "");
/** Of a kind with several, which it is: the house's schools ask for that, whatever the bottle is called. */
const roles = computed(() => props.shelf.roles[kind.value] ?? []);
const suits = ref<string[]>([...(had?.suits ?? [])]);
const never = ref<string[]>([...(had?.never ?? [])]);
const note = ref(had?.note ?? "");
const handle = ref(had?.handle ? String(had.handle) : "");
const full = ref(had?.full ? String(had.full) : "");
const problem = ref<Problem>();

/** Suits, must not touch, nothing said: one tap each. */
function turn(surface: string) {
  if (suits.value.includes(surface)) {
    suits.value = suits.value.filter((other) => other !== surface);
    never.value.push(surface);
  } else if (never.value.includes(surface)) never.value = never.value.filter((other) => other !== surface);
  else suits.value.push(surface);
}

async function keep() {
  const body = {
    key: had?.key ?? "",
    name: name.value.trim(),
    kind: kind.value,
    suits: suits.value,
    never: never.value,
    not_with: had?.not_with ?? [],
    viscosity: had?.viscosity ?? "",
    note: note.value.trim(),
    handle: numberOr(handle.value, 0),
    full: numberOr(full.value, 0),
    role: roles.value.includes(role.value) ? role.value : (roles.value[0] ?? ""),
    based_on: had ?? null,
  } as BottleIn;
  try {
    emit("kept", await ask(api.PUT("/api/shelf/bottles/{bottle_id}", { params: { path: { bottle_id: id } }, body })));
  } catch (error) {
    problem.value = asProblem(error);
  }
}

useKeys({ "Ctrl+Enter": keep });
</script>

<template>
  <form class="bottle" :aria-label="bottle ? `Correct ${bottle.name}` : 'Put one on the shelf'" @submit.prevent="keep">
    <label>Name <InputText v-model="name" maxlength="60" /></label>
    <Select v-model="kind" :options="shelf.kinds" aria-label="Kind" />
    <Select v-if="roles.length" v-model="role" :options="roles" aria-label="Which of its kind" :placeholder="roles[0]" />
    <div role="group" aria-label="Suits, or must not touch" class="surfaces">
      <button v-for="surface in shelf.surfaces" :key="surface" type="button" :class="{ yes: suits.includes(surface), no: never.includes(surface) }" @click="turn(surface)">
        {{ never.includes(surface) ? "never " : "" }}{{ word[surface] ?? surface }}
      </button>
    </div>
    <label>Minutes before a load <InputText v-model="handle" class="value few" inputmode="numeric" /></label>
    <label>before it runs <InputText v-model="full" class="value few" inputmode="numeric" /></label>
    <label class="wide">Note <InputText v-model="note" maxlength="200" /></label>
    <ProblemNote :problem="problem" class="wide" />
    <div class="actions wide">
      <Button type="submit" :disabled="name.trim().length < 2">{{ bottle ? "Correct it" : "Put it on" }} <KeyCap k="Ctrl Enter" /></Button>
      <Button variant="outlined" @click="emit('leave')">Not now <KeyCap k="Esc" /></Button>
    </div>
  </form>
</template>

<style scoped>
.bottle {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: center;
  padding: 14px 16px;
  background: var(--brass-wash);
}

label {
  display: flex;
  gap: 8px;
  align-items: center;
}

.few {
  width: 76px;
}

.wide,
.surfaces {
  width: 100%;
}

.wide :deep(input) {
  flex: 1;
}

.surfaces {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.surfaces button {
  min-height: 44px;
  padding: 0 14px;
  border: 1px solid var(--soft);
  border-radius: 22px;
  background: none;
  color: var(--ink);
  font: 600 16px/1 var(--sans);
  cursor: pointer;
}

.yes {
  border-color: var(--verdigris) !important;
  color: var(--verdigris) !important;
}

.no {
  border-color: var(--oxide) !important;
  color: var(--oxide) !important;
}
</style>
