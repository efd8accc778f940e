<script setup lang="ts">
/** The row: every piece in the order it came off. A sub-assembly lies in it as one, and opens as a row of its own. */
import { computed, nextTick, ref, watch } from "vue";

import type { Step } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import RowFinder from "./RowFinder.vue";
import RowGroup from "./RowGroup.vue";
import RowPiece from "./RowPiece.vue";
import { scalesOf } from "./rowScale";

const props = defineProps<{ steps: Step[]; at?: string; counting?: boolean }>();
const emit = defineEmits<{ pick: [step: Step] }>();

/** Steps that still lie side by side on a screen: beyond them one looks for a piece. */
const MANY = 12;
const strip = ref<HTMLElement>();
const scales = computed(() => scalesOf(props.steps));
const groupOf = (step?: Step) => step?.piece.group ?? "";

/** Sub-assemblies of two steps and more, by name. */
const groups = computed(() => {
  const groups = new Map<string, Step[]>();
  for (const step of props.steps) {
    const name = groupOf(step);
    if (name) groups.set(name, [...(groups.get(name) ?? []), step]);
  }
  for (const [name, steps] of groups) if (steps.length < 2) groups.delete(name);
  return groups;
});

/** The sub-assembly laid open: the one the piece in hand belongs to, until the whole row is asked for. */
const opened = ref("");
const inHand = computed(() => groupOf(props.steps.find((step) => step.id === props.at)));
watch([() => props.at, inHand], () => (opened.value = inHand.value), { immediate: true });
const inside = computed(() => groups.value.get(opened.value));

type Lying = { key: string; step?: Step; group?: string; steps: Step[] };
const lying = computed<Lying[]>(() => {
  if (inside.value) return inside.value.map((step) => ({ key: step.id, step, steps: [step] }));
  const seen = new Set<string>();
  return props.steps.flatMap<Lying>((step) => {
    const name = groupOf(step);
    const steps = groups.value.get(name);
    if (!steps) return [{ key: step.id, step, steps: [step] }];
    if (seen.has(name)) return [];
    seen.add(name);
    return [{ key: `group ${name}`, group: name, steps }];
  });
});

function open(lies: Lying) {
  opened.value = lies.group ?? "";
  const first = lies.steps[0];
  if (first) emit("pick", first);
}

/** A piece is looked for: what does not fit steps aside, where it lies. Set on the elements themselves, or all of a
 *  long row would be drawn anew at each letter. */
const finding = ref(false);
let found: Set<string> | undefined;
function stepAside(ids: Set<string> | undefined) {
  found = ids;
  lying.value.forEach(({ steps }, n) => {
    const aside = ids && !steps.some((step) => ids.has(step.id));
    if (aside) strip.value?.children[n]?.setAttribute("aria-hidden", "true");
    else strip.value?.children[n]?.removeAttribute("aria-hidden");
  });
}
watch(lying, () => finding.value && stepAside(found), { flush: "post" });
function find() {
  opened.value = "";
  finding.value = true;
}
function close() {
  finding.value = false;
  stepAside(undefined);
}
useKeys({ "Alt+f": find });

watch(
  () => [props.at, props.steps.length, opened.value, finding.value],
  async () => {
    await nextTick();
    strip.value?.querySelector(".here, .next")?.scrollIntoView({ block: "nearest", inline: "center" });
  },
  { immediate: true },
);
</script>

<template>
  <section class="row" aria-label="The row">
    <button v-if="inside" type="button" class="out" @click="opened = ''">
      ‹ Whole row <span>{{ opened }}</span>
    </button>
    <RowFinder v-if="finding" :steps="steps" @found="stepAside" @take="emit('pick', $event)" @close="close" />
    <button v-else-if="steps.length > MANY" type="button" class="seek" @click="find">Find<KeyCap k="Alt F" /></button>
    <ol ref="strip">
      <template v-for="lies in lying" :key="lies.key">
        <RowPiece v-if="lies.step" :step="lies.step" :here="lies.step.id === at" :counting="counting" :scales="scales" :inside="Boolean(inside)" @pick="emit('pick', lies.step)" />
        <RowGroup v-else :name="lies.group ?? ''" :steps="lies.steps" :counting="counting" :scales="scales" @open="open(lies)" />
      </template>
      <li v-if="!steps.length" class="empty soft">The pieces lie here, in the order they come off.</li>
    </ol>
  </section>
</template>

<style scoped>
.row {
  position: relative;
  flex: none;
  display: flex;
  background: var(--panel);
  border-top: 1px solid var(--ink);
}

ol {
  display: flex;
  flex: 1;
  min-width: 0;
  height: 148px;
  overflow-x: auto;
  padding: 0 var(--margin);
  scrollbar-width: thin;
  scrollbar-color: var(--hair) transparent;
  background: linear-gradient(var(--hair), var(--hair)) 0 106px / 100% 1px no-repeat;
}

/* Not taken out: to take out four hundred pieces that are drawn only when seen takes a browser sixty milliseconds. */
ol > :deep([aria-hidden]) {
  max-width: 0;
  content-visibility: hidden;
}

.out {
  flex: none;
  width: 128px;
  padding: 0 14px;
  border: 0;
  border-top: 4px solid var(--slate);
  border-right: 1px solid var(--hair);
  background: var(--ground);
  color: var(--ink);
  font: 600 16px/1.25 var(--sans);
  text-align: left;
  cursor: pointer;
}

.out span {
  display: block;
  margin-top: 6px;
  color: var(--slate);
}

.seek {
  flex: none;
  display: grid;
  gap: 8px;
  place-content: center;
  justify-items: center;
  width: 76px;
  border: 0;
  border-right: 1px solid var(--hair);
  background: none;
  color: var(--ink);
  font: 600 16px/1 var(--sans);
  cursor: pointer;
}

.empty {
  width: auto;
  padding-top: 46px;
}

@media (max-width: 700px) {
  .seek {
    width: 56px;
  }

  .seek kbd {
    display: none;
  }
}

/* A phone that lies, or whose keyboard is up: what is done has the room, the row is its names. */
@media (max-height: 500px), (max-width: 700px) and (max-height: 620px) {
  ol {
    height: 46px;
    background: none;
  }

  .out {
    padding: 4px 10px;
    font-size: 14px;
  }

  .out span {
    margin-top: 0;
  }

  .seek kbd {
    display: none;
  }

  .empty {
    padding-top: 14px;
  }
}
</style>
