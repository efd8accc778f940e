<script setup lang="ts">
/** What the record did not take, kept on this device until someone settles it. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { ref } from "vue";

import TopBar from "../../app/TopBar.vue";
import { useOutbox, type Aside } from "../../record/outbox";
import { whatIs, wordsOf } from "../../record/words";

const outbox = useOutbox();
/** Lines being mended, by their place on the device's disk. */
const mended = ref<Record<string, string>>({});
const lineOf = (refusal: Aside) => (refusal.entry.body as { line?: string } | undefined)?.line;
const key = (refusal: Aside) => String(refusal.key ?? refusal.at);
const when = (at: string) => new Date(at).toLocaleString(undefined, { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit", hourCycle: "h23" });

function send(refusal: Aside) {
  void outbox.sendAgain(refusal, lineOf(refusal) === undefined ? undefined : (mended.value[key(refusal)] ?? lineOf(refusal)));
}
</script>

<template>
  <TopBar title="Not taken" about="kept on this device" />
  <main class="work unsent">
    <h1 v-if="outbox.refused.length">{{ outbox.refused.length === 1 ? "One entry was" : `${outbox.refused.length} entries were` }} not taken into the record</h1>
    <h1 v-else>Everything was taken into the record</h1>
    <p v-for="(many, who) in outbox.others" :key="who" class="soft">{{ many }} more wait here for {{ who || "another member" }} to sign in on this device. They are sent in no other name.</p>
    <ul v-if="outbox.refused.length" aria-label="Not taken">
      <li v-for="refusal in outbox.refused" :key="key(refusal)">
        <p class="label">{{ whatIs(refusal.entry) }} · {{ when(refusal.at) }}</p>
        <div v-if="refusal.problem.code === 'overtaken'" class="both">
          <div>
            <p class="label">{{ refusal.problem.who || "The record" }} said</p>
            <p class="state">{{ refusal.problem.theirs || "nothing" }}</p>
            <Button variant="outlined" @click="outbox.drop(refusal)">Leave that</Button>
          </div>
          <div>
            <p class="label">You said</p>
            <p class="state">{{ refusal.problem.mine || wordsOf(refusal.entry) || "nothing" }}</p>
            <Button @click="send(refusal)">Mine stands</Button>
          </div>
        </div>
        <template v-else>
          <p class="harm">{{ refusal.problem.problem }} {{ refusal.problem.hint }}</p>
          <InputText
            v-if="lineOf(refusal) !== undefined"
            class="value line"
            :model-value="mended[key(refusal)] ?? lineOf(refusal)"
            aria-label="The line"
            @update:model-value="(typed) => (mended[key(refusal)] = typed ?? '')"
          />
          <p v-else class="state">{{ wordsOf(refusal.entry) }}</p>
          <div class="actions"><Button @click="send(refusal)">Send again</Button><Button variant="outlined" @click="outbox.drop(refusal)">Throw away</Button></div>
        </template>
        <RouterLink v-if="refusal.entry.visitId" :to="{ name: 'visit', params: { visitId: refusal.entry.visitId } }">To the visit</RouterLink>
      </li>
    </ul>
  </main>
</template>

<style scoped>
.unsent {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  display: grid;
  gap: 18px;
  align-content: start;
}

li {
  display: grid;
  gap: 10px;
  padding: 16px 0;
  border-top: 1px solid var(--hair);
  justify-items: start;
}

li > a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}

.line {
  width: 100%;
}

.state {
  font-size: 21px;
  overflow-wrap: anywhere;
}

.both {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 20px;
  width: 100%;
}

.both > div {
  display: grid;
  gap: 10px;
  align-content: start;
  justify-items: start;
  padding: 14px 16px;
  background: var(--panel);
  border: 1px solid var(--hair);
}
</style>
