<script setup lang="ts">
/** What was found, done and fitted, and what to watch. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Textarea from "primevue/textarea";
import { computed, defineAsyncComponent, ref } from "vue";
import { useRouter } from "vue-router";

import { api, ask, asProblem } from "../../../api/client";
import type { HistoryLine, Problem } from "../../../api/types";
import KeyCap from "../../../app/KeyCap.vue";
import { useKeys } from "../../../app/keys";
import ProblemNote from "../../../app/ProblemNote.vue";
import { useGuide } from "../guide";
import { useVisit } from "../visit";
import HandOver from "../file/HandOver.vue";
import LaterChecks from "../file/LaterChecks.vue";
import MoneyPanel from "../source/MoneyPanel.vue";
import ThumbBar from "../ThumbBar.vue";
import { maybeNumber } from "../../../text/numbers";
import WaitsFor from "../WaitsFor.vue";

const ComparePhotos = defineAsyncComponent(() => import("../hands/ComparePhotos.vue"));
const store = useVisit();
const comparing = ref(false);
const pictures = computed(() => (store.visit?.photos.length ?? 0) + store.steps.reduce((sum, step) => sum + step.photos.length, 0));
const router = useRouter();
const problem = ref<Problem>();
const toWatch = ref(store.visit?.to_watch ?? "");
/** Screws after a few runs, grease before the next winter: it stands in the day when it is due. */
const again = ref(store.visit?.look_again_on ?? "");
/** Or after so much use, as it is counted here. */
const after = ref(store.visit?.look_again_after == null ? "" : String(Number(store.visit.look_again_after)));
const by = ref(store.visit?.look_again_by ?? "");
const used = ref(Number(store.visit?.used_since ?? 0));
async function keepAgain() {
  try {
    await ask(
      api.PUT("/api/visits/{visit_id}/again", {
        params: { path: { visit_id: store.visit?.id ?? "" } },
        body: { on: again.value || null, after: maybeNumber(after.value)?.toString() ?? null, by: by.value.trim() },
      }),
    );
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}
async function wasUsed(more: number) {
  const now = Math.max(0, used.value + more);
  try {
    await ask(api.PUT("/api/visits/{visit_id}/used", { params: { path: { visit_id: store.visit?.id ?? "" } }, body: { used: String(now) } }));
    used.value = now;
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}
const outcome = (name: string) => store.pieces.filter((piece) => piece.ticks.some((tick) => tick.outcome === name));
const fitted = computed(() => outcome("new"));
const spares = computed(() => outcome("spare"));
const findings = computed(() => store.pieces.filter((piece) => piece.finding));
const read = computed(() => store.pieces.flatMap((piece) => piece.pins.map((pin) => ({ piece, pin }))));

const guide = useGuide();
/** Everything ever done to the record, asked for once. */
const history = ref<HistoryLine[]>();
const all = ref(false);
/** Lines of the history that speak of all these words. */
const of = ref("");
const told = computed(() => {
  const words = of.value.toLowerCase().split(/\s+/).filter(Boolean);
  return (history.value ?? []).filter((line) => words.every((word) => `${line.who} ${line.verb} ${line.what} ${line.before} ${line.after}`.toLowerCase().includes(word)));
});
const MANY = 400;
async function lookBack() {
  const id = store.visit?.id;
  if (!id) return;
  try {
    history.value = history.value ? undefined : await ask(api.GET("/api/visits/{visit_id}/history", { params: { path: { visit_id: id } } }));
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function undo(change_id: number) {
  const id = store.visit?.id;
  if (!id) return;
  try {
    history.value = await ask(api.DELETE("/api/visits/{visit_id}/history/{change_id}", { params: { path: { visit_id: id, change_id } } }));
    await store.load(id);
    toWatch.value = store.visit?.to_watch ?? "";
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

async function earlier() {
  const id = store.visit?.id;
  const last = history.value?.at(-1);
  if (!id || !last) return;
  try {
    const more = await ask(api.GET("/api/visits/{visit_id}/history", { params: { path: { visit_id: id }, query: { before: last.id } } }));
    history.value = [...(history.value ?? []), ...more];
    all.value = more.length === 0;
  } catch (error) {
    problem.value = asProblem(error);
  }
}
const when = (at: string) => new Date(at).toLocaleString(undefined, { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit", hourCycle: "h23" });

useKeys({ v: () => router.push({ name: "new-visit", query: { unit: store.visit?.unit.id } }), h: lookBack, Enter: () => router.push({ name: "bench" }) });
</script>

<template>
  <div v-if="store.visit" class="two">
    <section>
      <h1>{{ store.visit.unit.label }}: {{ fitted.length ? `${fitted.length} replaced` : "nothing replaced" }}, {{ store.steps.length }} steps on record</h1>
      <dl>
        <dt class="label">Came with</dt>
        <dd>{{ store.visit.complaint || "no complaint" }}</dd>
        <template v-if="findings.length">
          <dt class="label">Found</dt>
          <dd v-for="piece in findings" :key="piece.id">{{ piece.name }}: {{ piece.finding }}</dd>
        </template>
        <template v-if="fitted.length">
          <dt class="label">New</dt>
          <dd v-for="piece in fitted" :key="piece.id">{{ piece.name }}</dd>
        </template>
        <template v-if="spares.length">
          <dt class="label">Kept as spares</dt>
          <dd v-for="piece in spares" :key="piece.id">{{ piece.name }}</dd>
        </template>
        <template v-if="read.length">
          <dt class="label">Gears read</dt>
          <dd v-for="{ piece, pin } in read" :key="pin.id">
            {{ piece.name }} <span class="value">{{ pin.teeth }} × {{ pin.label }}</span>
          </dd>
        </template>
        <template v-if="guide.guide?.differences.length">
          <dt class="label">Otherwise than {{ guide.guide.label }}</dt>
          <dd v-for="difference in guide.guide.differences" :key="difference.says">{{ difference.says }}</dd>
        </template>
        <dt class="label">Proved by</dt>
        <dd v-for="check in store.visit.checks" :key="check.key" :class="check.done ? '' : 'harm'">
          {{ check.label }}<span v-if="check.says" class="soft">: {{ check.says }}</span>
        </dd>
      </dl>
    </section>
    <section>
      <label class="label" for="watch">To watch, and when to open it next</label>
      <Textarea id="watch" v-model="toWatch" rows="4" maxlength="2000" auto-resize @change="store.watchOut(toWatch)" />
      <label class="again">look at it again on <input v-model="again" class="p-inputtext" type="date" @change="keepAgain" /></label>
      <p class="again">
        or after <InputText v-model="after" class="value few" inputmode="decimal" aria-label="After so much use" @change="by.trim() && keepAgain()" />
        <InputText v-model="by" class="uses" list="uses" maxlength="20" aria-label="Counted in" placeholder="trips" @change="keepAgain" />
        <datalist id="uses"><option v-for="word in ['trips', 'packs', 'hours', 'flights']" :key="word" :value="word" /></datalist>
      </p>
      <p v-if="after && by" class="again">
        used since: <b class="value">{{ used }} {{ by }}</b> <Button variant="outlined" aria-label="One less" @click="wasUsed(-1)">−</Button
        ><Button variant="outlined" aria-label="One more" @click="wasUsed(1)">+</Button>
      </p>
      <WaitsFor />
      <LaterChecks />
      <HandOver />
      <MoneyPanel final />
      <div class="actions">
        <ThumbBar>
          <Button @click="router.push({ name: 'bench' })">Back to the bench <KeyCap k="Enter" /></Button>
        </ThumbBar>
        <Button variant="outlined" @click="router.push({ name: 'new-visit', query: { unit: store.visit.unit.id } })">It is back: new visit <KeyCap k="V" /></Button
        ><Button v-if="pictures > 1" variant="outlined" @click="comparing = true">Before and after</Button
        ><Button variant="outlined" :aria-expanded="Boolean(history)" @click="lookBack">History <KeyCap k="H" /></Button>
      </div>
      <ComparePhotos v-if="comparing" @close="comparing = false" />
      <ProblemNote :problem="problem" />
      <InputText v-if="history" v-model="of" aria-label="Only of the history" placeholder="only: a piece, a name, proved" maxlength="60" />
      <ol v-if="history" class="history" aria-label="History">
        <li v-for="line in told" :key="line.id">
          <span class="soft small">{{ when(line.at) }}</span> <b>{{ line.who }}</b> {{ line.verb }}<template v-if="line.what">: {{ line.what }}</template>
          <span v-if="line.before || line.after" class="states"
            ><s v-if="line.before" class="soft">{{ line.before }}</s> {{ line.after }}</span
          >
          <Button v-if="line.undo" variant="text" class="plain" :aria-label="`Undo: ${line.verb} ${line.after}`" @click="undo(line.id)">Undo</Button>
        </li>
        <li v-if="history.length >= MANY && !all"><Button variant="outlined" @click="earlier">Earlier</Button></li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
section {
  display: grid;
  gap: 16px;
  align-content: start;
}

.again {
  display: flex;
  align-items: center;
  gap: 10px;
}

.few {
  width: 84px;
}

.uses {
  width: 130px;
}

.history {
  max-height: 320px;
  overflow-y: auto;
  border-top: 1px solid var(--ink);
}

.history li {
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
}

.states {
  display: block;
}

dl {
  display: grid;
  gap: 4px;
}

dt {
  margin-top: 10px;
}
</style>
