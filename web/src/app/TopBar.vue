<script setup lang="ts">
/** The bar over every view: where you are, what is not yet sent, the instruments, the lamp. */
import Button from "primevue/button";
import { computed, defineAsyncComponent, ref } from "vue";
import { useRouter } from "vue-router";

import { asOf, away } from "../api/client";
import { useSession } from "../features/workshop/session";
import { useOutbox } from "../record/outbox";
import KeyCap from "./KeyCap.vue";
import { useKeys } from "./keys";
import NameMark from "./NameMark.vue";

defineProps<{ title: string; about?: string }>();

const router = useRouter();
const session = useSession();
const outbox = useOutbox();
const opener = ref<HTMLElement>();

const outOfReach = computed(() => {
  const seen = asOf.value?.toLocaleString([], { weekday: "short", hour: "2-digit", minute: "2-digit" });
  return `Out of reach${seen ? `: shown as it was, ${seen}` : ", and being brought back"}. What you enter is kept on this device.`;
});

/** Comes when it is first asked for, and is fetched when a hand nears it. */
const fetchMenu = () => import("./InstrumentMenu.vue");
const InstrumentMenu = defineAsyncComponent(fetchMenu);
const menu = ref<{ toggle: (click: Event) => void }>();
const wanted = ref(false);

function open(click: Event) {
  if (wanted.value) menu.value?.toggle(click);
  wanted.value = true;
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
      <Button variant="outlined" aria-haspopup="true" @pointerenter="fetchMenu" @focus="fetchMenu" @click="open">Instruments <KeyCap k="I" /></Button>
    </div>
    <InstrumentMenu v-if="wanted" ref="menu" :under="opener" />
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
@media (max-height: 500px), (max-width: 700px) and (max-height: 620px) {
  .bar {
    height: 46px;
  }
}
</style>
