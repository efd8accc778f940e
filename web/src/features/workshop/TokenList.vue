<script setup lang="ts">
/** Tokens for a member's own programs: made, shown once, taken back. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { onMounted, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { ApiToken, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";

const tokens = ref<ApiToken[]>([]);
const called = ref("");
/** The one just made: it is shown only now. */
const text = ref("");
const copied = ref(false);
const problem = ref<Problem>();
const day = (at: string) => new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short", year: "numeric" });

async function act(asked: () => Promise<ApiToken[]>) {
  try {
    tokens.value = await asked();
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

const make = () =>
  act(async () => {
    const made = await ask(api.POST("/api/workshop/tokens", { body: { called: called.value.trim() } }));
    [text.value, copied.value, called.value] = [made.text, false, ""];
    return made.tokens;
  });
const takeBack = (id: string) => act(() => ask(api.DELETE("/api/workshop/tokens/{token_id}", { params: { path: { token_id: id } } })));

async function copy() {
  await navigator.clipboard.writeText(text.value);
  copied.value = true;
}

onMounted(() => act(() => ask(api.GET("/api/workshop/tokens"))));
</script>

<template>
  <section aria-labelledby="tokens">
    <h2 id="tokens" class="label">Tokens for your own programs</h2>
    <p>A scale that writes into the drawer, a page that shows what is due. Each may what you may, but for members and backups. A new password ends them all.</p>
    <form @submit.prevent="make">
      <InputText v-model="called" maxlength="60" placeholder="what it is for" aria-label="What the token is for" />
      <Button type="submit" variant="outlined" :disabled="!called.trim()">Make a token</Button>
    </form>
    <div v-if="text" class="made" role="status">
      <p class="value">{{ text }}</p>
      <p>It is shown only now. A program sends it as <span class="value small">Authorization: Bearer …</span></p>
      <div class="actions">
        <Button variant="outlined" @click="copy">{{ copied ? "Copied" : "Copy" }}</Button><Button variant="outlined" @click="text = ''">Noted</Button>
      </div>
    </div>
    <ul v-if="tokens.length" aria-label="Your tokens">
      <li v-for="token in tokens" :key="token.id">
        <span
          ><b>{{ token.called }}</b> <span class="soft small">of {{ day(token.made_at) }} · {{ token.used_at ? `last used ${day(token.used_at)}` : "not used yet" }}</span></span
        ><Button variant="outlined" :aria-label="`Take back the token for ${token.called}`" @click="takeBack(token.id)">Take back</Button>
      </li>
    </ul>
    <a class="all" href="/api/openapi.json">All routes, as OpenAPI</a>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 10px;
}

form,
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

form :deep(input) {
  flex: 1 1 160px;
  min-width: 0;
}

.made {
  display: grid;
  gap: 10px;
  padding: 14px 16px;
  background: var(--brass-wash);
  border-left: 3px solid var(--brass);
  overflow-wrap: anywhere;
}

ul {
  border-top: 1px solid var(--ink);
}

.all {
  display: inline-flex;
  align-items: center;
  justify-self: start;
  min-height: 44px;
}

li {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  align-items: center;
  min-height: 56px;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
}
</style>
