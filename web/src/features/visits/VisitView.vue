<script setup lang="ts">
/** A visit: the stages above, the row below, and between them the one thing being done. */
import { useWakeLock } from "@vueuse/core";
import { computed, defineAsyncComponent, onUnmounted, ref, toRef, watch } from "vue";
import { useRouter } from "vue-router";

import { asProblem, away } from "../../api/client";
import type { Problem, Step } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import { useLive } from "./live";
import PieceRow from "./PieceRow.vue";
import StageRack from "./StageRack.vue";
import ThumbPlace from "./ThumbPlace.vue";
import { useSession } from "../workshop/session";
import { useVisit } from "./visit";

const props = defineProps<{ visitId: string; stage?: string }>();

const STAGES = {
  listen: defineAsyncComponent(() => import("./stages/ListenStage.vue")),
  strip: defineAsyncComponent(() => import("./stages/StripStage.vue")),
  look: defineAsyncComponent(() => import("./stages/LookStage.vue")),
  read: defineAsyncComponent(() => import("./stages/ReadStage.vue")),
  source: defineAsyncComponent(() => import("./stages/SourceStage.vue")),
  build: defineAsyncComponent(() => import("./stages/BuildStage.vue")),
  prove: defineAsyncComponent(() => import("./stages/ProveStage.vue")),
  file: defineAsyncComponent(() => import("./stages/FileStage.vue")),
};

const store = useVisit();
const router = useRouter();
const problem = ref<Problem>();
const viewing = computed(() => (props.stage && props.stage in STAGES ? props.stage : (store.visit?.stage ?? "listen")));
const view = computed(() => STAGES[viewing.value as keyof typeof STAGES]);
const about = computed(() => {
  const v = store.visit;
  return v ? [v.unit.model || v.unit.kind_label, v.unit.owner_label, v.number > 1 ? `visit ${v.number}` : ""].filter(Boolean).join(" · ") : "";
});

/** While hands are in the unit the screen stays lit: nothing wakes it with a greasy finger. A low battery may refuse. */
const HANDS_BUSY = new Set(["listen", "strip", "look", "read", "build", "prove"]);
const lamp = useWakeLock();
watch(
  viewing,
  (stage) => {
    void (HANDS_BUSY.has(stage) ? lamp.request("screen") : lamp.release()).catch(() => undefined);
  },
  { immediate: true },
);
onUnmounted(() => void lamp.release().catch(() => undefined));

const { others } = useLive(toRef(props, "visitId"), viewing);
const session = useSession();
/** Who else is on it, and where: “Kit, at Build”. */
const company = computed(() =>
  others.value
    .map(({ called, at, mine }) => {
      const stage = session.words?.stages.find((known) => known.key === at)?.label;
      return [mine ? "you, elsewhere" : called, stage && `at ${stage}`].filter(Boolean).join(", ");
    })
    .join(" · "),
);

function look(stage: string) {
  problem.value = undefined;
  void router.push({ name: "visit", params: { visitId: props.visitId, stage } });
}

/** The stage is done: the visit moves on. */
async function enter(stage: string) {
  try {
    await store.enter(stage);
    look(stage);
  } catch (error) {
    // Work goes on without the server; the visit itself moves on with the next stage that is entered.
    const said = asProblem(error);
    if (said.code === "unreachable" && stage !== "file") look(stage);
    problem.value = said;
  }
}

/** Bring it onto the screen. */
async function load() {
  try {
    await store.load(props.visitId);
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

/** Back in reach: what others did meanwhile comes in, or the visit itself where it could not be read. */
watch(away, (gone) => {
  if (!gone) void (store.visit?.id === props.visitId ? store.keepUp() : load());
});

function pick(step: Step) {
  store.at = step.id;
}

watch(() => props.visitId, load, { immediate: true });
</script>

<template>
  <TopBar :title="store.visit?.unit.label ?? 'Visit'" :about="about">
    <span v-if="company" class="company" role="status">{{ company }}</span>
    <RouterLink v-if="store.visit" class="unit" :to="{ name: 'unit', params: { unitId: store.visit.unit.id } }">All of it</RouterLink>
  </TopBar>
  <StageRack :stage="store.visit?.stage ?? ''" :viewing="viewing" @go="look" />
  <main class="work stage">
    <ProblemNote :problem="problem" class="refused" />
    <component :is="view" v-if="store.visit" @enter="enter" />
  </main>
  <ThumbPlace />
  <PieceRow v-if="store.visit && (store.steps.length || viewing !== 'listen')" :steps="store.steps" :at="store.at" :counting="['build', 'prove', 'file'].includes(viewing)" @pick="pick" />
</template>

<style scoped>
.company {
  padding: 4px 10px;
  border-left: 3px solid var(--brass);
  background: var(--brass-wash);
  font-size: 16px;
}

.unit {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

@media (max-width: 700px) {
  .unit {
    display: none;
  }

  .company {
    max-width: 112px;
    overflow: hidden;
    font-size: 15px;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
}

.stage {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
}

.refused {
  margin-bottom: 14px;
}
</style>
