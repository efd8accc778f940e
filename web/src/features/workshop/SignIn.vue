<script setup lang="ts">
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import { onBeforeUnmount, onMounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";

import { asProblem, UNREACHABLE } from "../../api/client";
import type { Problem } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import NameMark from "../../app/NameMark.vue";
import ProblemNote from "../../app/ProblemNote.vue";
import DoorTrain from "../../drawing/DoorTrain.vue";
import { useSession } from "./session";

const session = useSession();
const route = useRoute();
const router = useRouter();
const username = ref("");
const password = ref("");
const busy = ref(false);
const problem = ref<Problem>();

const onward = () => router.push(typeof route.query.next === "string" ? route.query.next : "/");

async function enter() {
  busy.value = true;
  problem.value = undefined;
  try {
    await session.signIn(username.value.trim(), password.value);
    await onward();
  } catch (error) {
    problem.value = asProblem(error);
    password.value = "";
  } finally {
    busy.value = false;
  }
}
/** While the record cannot be reached nobody knows who is signed in: ask again until it answers. */
let again: number | undefined;
async function wait() {
  if (session.known) return;
  problem.value = UNREACHABLE;
  again = window.setTimeout(async () => {
    await session.look();
    if (session.member) return void onward();
    if (session.known) problem.value = undefined;
    else void wait();
  }, 1500);
}
onMounted(wait);
onBeforeUnmount(() => window.clearTimeout(again));
</script>

<template>
  <main class="door">
    <form class="form" @submit.prevent="enter">
      <p class="name"><NameMark /> Dentado</p>
      <h1>Every piece back in its place.</h1>
      <label class="label" for="username">Name</label>
      <InputText id="username" v-model="username" autocomplete="username" autocapitalize="none" autofocus required />
      <label class="label" for="password">Password</label>
      <InputText id="password" v-model="password" type="password" autocomplete="current-password" required />
      <ProblemNote :problem="problem" />
      <Button type="submit" :disabled="busy || !username || !password">To the bench <KeyCap k="Enter" /></Button>
    </form>
    <DoorTrain class="drawing" />
  </main>
</template>

<style scoped>
.door {
  display: grid;
  grid-template-columns: minmax(320px, 440px) minmax(0, 1fr);
  gap: 64px;
  height: 100%;
  padding: 48px 64px;
  align-items: center;
}

.form {
  display: grid;
  gap: 10px;
}

.name {
  display: flex;
  gap: 10px;
  align-items: center;
  font-weight: 700;
  font-size: 20px;
}

h1 {
  font-size: 40px;
  margin: 14px 0 22px;
}

.form :deep(.p-button) {
  margin-top: 14px;
  justify-self: start;
}

.drawing {
  width: 100%;
  height: 100%;
  max-height: 640px;
}

@media (max-width: 900px) {
  .door {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto minmax(0, 1fr);
    padding: 40px 32px;
    gap: 32px;
  }
}
</style>
