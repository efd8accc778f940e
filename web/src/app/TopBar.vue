<script setup lang="ts">
/** The bar over every view: where you are, what is not yet sent, the instruments, the lamp. */
import Button from "primevue/button";
import Popover from "primevue/popover";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";

import { asOf, away } from "../api/client";
import { useSession } from "../features/workshop/session";
import { useOutbox } from "../record/outbox";
import KeyCap from "./KeyCap.vue";
import { useKeys } from "./keys";
import { newer, takeNewer } from "../offline/worker";
import { lamp, switchLamp } from "./theme";
import NameMark from "./NameMark.vue";

defineProps<{ title: string; about?: string }>();

const router = useRouter();
const session = useSession();
const outbox = useOutbox();
const menu = ref<InstanceType<typeof Popover>>();
const opener = ref<HTMLElement>();

const outOfReach = computed(() => {
  const seen = asOf.value?.toLocaleString([], { weekday: "short", hour: "2-digit", minute: "2-digit" });
  return `Out of reach${seen ? `: shown as it was, ${seen}` : ", and being brought back"}. What you enter is kept on this device.`;
});

/** Asked for and not here yet: the old one still has something in hand. */
const soon = ref(false);

async function change() {
  if (await takeNewer()) window.location.assign(router.currentRoute.value.fullPath);
  soon.value = true;
}

function open(event: Event) {
  menu.value?.toggle(event, opener.value);
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

useKeys({ i: () => opener.value?.querySelector("button")?.click(), b: () => router.push({ name: "bench" }) });
</script>

<template>
  <header class="bar">
    <RouterLink to="/" class="mark" aria-label="Bench"><NameMark /></RouterLink>
    <strong class="title">{{ title }}</strong>
    <span class="about soft">{{ about }}</span>
    <RouterLink v-if="outbox.refused.length" class="refused harm" to="/unsent">{{ outbox.refused.length }} not taken</RouterLink>
    <span class="sent" :class="{ harm: outbox.unreachable, soft: !outbox.unreachable }" role="status">{{ outbox.says }}</span>
    <span v-if="session.role === 'reader'" class="soft">reading only</span>
    <slot />
    <div ref="opener">
      <Button variant="outlined" aria-haspopup="true" @click="open">Instruments <KeyCap k="I" /></Button>
    </div>
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
  </header>
  <p v-if="away" class="away" role="status">{{ outOfReach }}</p>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 18px;
  height: 56px;
  padding: 0 var(--margin);
  border-bottom: 1px solid var(--hair);
  flex: none;
}

.mark {
  display: grid;
  place-items: center;
  min-width: 44px;
  min-height: 44px;
  margin-left: -6px;
  color: var(--ink);
}

.title {
  font-weight: 700;
  font-size: 20px;
  white-space: nowrap;
}

.about {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.sent {
  white-space: nowrap;
  font-size: 16px;
}

.refused {
  display: flex;
  align-items: center;
  min-height: 44px;
  white-space: nowrap;
}

.away {
  flex: none;
  padding: 8px var(--margin);
  background: var(--brass-wash);
  border-bottom: 1px solid var(--brass);
  font-weight: 600;
}

.menu {
  display: grid;
  min-width: 240px;
  padding: 6px;
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

@media (max-width: 700px) {
  .bar {
    gap: 10px;
  }

  .about {
    display: none;
  }

  /* Company is news; that all is sent is not. */
  .bar:has(.company) .sent.soft {
    display: none;
  }

  .bar :deep(kbd),
  .refused + .sent {
    display: none;
  }

  .sent.harm {
    max-width: 112px;
    white-space: normal;
    line-height: 1.15;
    text-align: right;
  }

  .title {
    flex: 1;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
  }
}

/* A phone that lies, or whose keyboard is up: what is done has the room, the row is its names. */
@media (max-height: 500px) {
  .bar {
    height: 46px;
  }
}
</style>
