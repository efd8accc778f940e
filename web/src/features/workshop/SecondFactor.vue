<script setup lang="ts">
/** A code of the phone besides the password, for members who want one. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { onMounted, ref } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { FactorBegun, FactorState, Problem } from "../../api/types";
import ProblemNote from "../../app/ProblemNote.vue";

const state = ref<FactorState>();
const begun = ref<FactorBegun>();
const spares = ref<string[]>([]);
const code = ref("");
const ending = ref(false);
const problem = ref<Problem>();

async function act(asked: () => Promise<void>) {
  try {
    await asked();
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
}

const look = () =>
  act(async () => {
    state.value = await ask(api.GET("/api/workshop/second-factor"));
  });
const begin = () =>
  act(async () => {
    begun.value = await ask(api.POST("/api/workshop/second-factor"));
  });
const confirm = () =>
  act(async () => {
    spares.value = (await ask(api.PUT("/api/workshop/second-factor", { body: { code: code.value } }))).spares;
    [begun.value, code.value] = [undefined, ""];
    await look();
  });
const takeAway = () =>
  act(async () => {
    state.value = await ask(api.DELETE("/api/workshop/second-factor", { body: { code: code.value } }));
    [ending.value, code.value] = [false, ""];
  });

onMounted(look);
</script>

<template>
  <section v-if="state" aria-labelledby="factor">
    <h2 id="factor" class="label">A second factor for your sign-in</h2>
    <div v-if="spares.length" class="made" role="status">
      <p>For when the phone is lost: each opens the door once. Write them down; they are shown only now.</p>
      <p class="value spares">
        <span v-for="each in spares" :key="each">{{ each }}</span>
      </p>
      <Button variant="outlined" @click="spares = []">Noted</Button>
    </div>
    <template v-else-if="state.on">
      <p>On: a code of your phone is asked for besides the password. {{ state.spares === 1 ? "One spare code is" : `${state.spares} spare codes are` }} left.</p>
      <form v-if="ending" @submit.prevent="takeAway">
        <InputText v-model="code" inputmode="numeric" autocomplete="one-time-code" maxlength="20" aria-label="A code, to take it away" placeholder="a code of it" />
        <Button type="submit" variant="outlined" :disabled="code.trim().length < 6">Take it away</Button>
      </form>
      <div v-else><Button variant="outlined" @click="ending = true">Take it away</Button></div>
    </template>
    <form v-else-if="begun" class="made" @submit.prevent="confirm">
      <p>
        Let an app for sign-in codes read this, or type <span class="value small secret">{{ begun.secret }}</span>
      </p>
      <img :src="begun.picture" width="196" height="196" alt="Square code for the app" />
      <InputText v-model="code" inputmode="numeric" autocomplete="one-time-code" maxlength="20" aria-label="The code the phone shows" placeholder="the code it shows" />
      <Button type="submit" :disabled="code.trim().length < 6">Ask for it from now on</Button>
    </form>
    <template v-else>
      <p>A code that your phone shows, asked for besides the password. Works without any network.</p>
      <div><Button variant="outlined" @click="begin">Set one up</Button></div>
    </template>
    <ProblemNote :problem="problem" />
  </section>
</template>

<style scoped>
section,
.made {
  display: grid;
  gap: 10px;
  justify-items: start;
}

form {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

.made {
  padding: 14px 16px;
  background: var(--brass-wash);
  border-left: 3px solid var(--brass);
}

.secret {
  overflow-wrap: anywhere;
}

.spares {
  display: grid;
  grid-template-columns: repeat(2, auto);
  gap: 4px 24px;
  font-size: 20px;
}
</style>
