<script setup lang="ts">
/** All there is beside the visit in hand, the lamp, and the way out. Opens as soon as it is there. */
import Popover from "primevue/popover";
import { nextTick, onMounted, ref } from "vue";
import { useRouter } from "vue-router";

import { useSession } from "../features/workshop/session";
import { newer, takeNewer } from "../offline/worker";
import { useOutbox } from "../record/outbox";
import { lamp, switchLamp } from "./theme";

const props = defineProps<{ under?: HTMLElement }>();
const router = useRouter();
const session = useSession();
const outbox = useOutbox();
const menu = ref<InstanceType<typeof Popover>>();
/** By the click that asks for it: what closes it at a click elsewhere hears that one too. */
const toggle = (click = new Event("click")) => menu.value?.toggle(click, props.under);

/** Asked for and not here yet: the old one still has something in hand. */
const soon = ref(false);

async function change() {
  if (await takeNewer()) window.location.assign(router.currentRoute.value.fullPath);
  soon.value = true;
}

/** Everything recorded is sent under the name of who recorded it. */
async function leave() {
  try {
    await outbox.settle();
    await session.signOut();
  } catch {
    // Out of reach: the bar says what is not yet sent.
  }
}

// Opened in the moment it comes, it would stand at the end of the page: what places it comes a moment later.
onMounted(() => void nextTick(() => toggle()));
defineExpose({ toggle });
</script>

<template>
  <Popover ref="menu">
    <nav class="menu" @click="menu?.hide()">
      <RouterLink to="/reader">Gear reader</RouterLink>
      <RouterLink to="/mesh">Mesh</RouterLink>
      <RouterLink to="/train">Train</RouterLink>
      <RouterLink to="/regear">Regear</RouterLink>
      <RouterLink to="/fits">Fits</RouterLink>
      <RouterLink to="/gauges">Gauges</RouterLink>
      <RouterLink to="/make">Make a part</RouterLink>
      <RouterLink to="/drawer">Drawer</RouterLink>
      <RouterLink to="/orders">Orders</RouterLink>
      <RouterLink to="/shelf">Shelf</RouterLink>
      <RouterLink to="/practice">Practice</RouterLink>
      <RouterLink to="/filed">Filed</RouterLink>
      <RouterLink to="/">Bench</RouterLink>
      <RouterLink to="/workshop">Workshop</RouterLink>
      <RouterLink to="/devices">Devices</RouterLink>
      <button v-if="newer" type="button" @click="change">{{ soon ? "It comes with the next screen" : "A newer Dentado is here" }}</button>
      <button type="button" @click="switchLamp">{{ lamp ? "Day" : "Lamp" }}</button>
      <button type="button" @click="leave">Sign out, {{ session.member }}</button>
    </nav>
  </Popover>
</template>

<style scoped>
/* All of it in sight: one column of so many is longer than a screen is high. */
.menu {
  display: grid;
  grid-template-rows: repeat(9, auto);
  grid-auto-flow: column;
  padding: 6px;
}

@media (max-height: 500px) {
  .menu {
    grid-template-rows: repeat(6, auto);
  }
}

.menu > * {
  font: 600 17px/1 var(--sans);
  text-align: left;
  padding: 15px 14px;
  color: var(--ink);
  background: none;
  border: 0;
  border-radius: 3px;
  text-decoration: none;
  cursor: pointer;
}

.menu > *:hover {
  background: var(--brass-wash);
}
</style>
