<script setup lang="ts">
/** What is connected to the bench: what each shows, which is silent or sends nonsense, and how a real one joins. */
import Button from "primevue/button";
import InputText from "primevue/inputtext";
import Select from "primevue/select";
import { computed, onMounted, ref } from "vue";
import { useRouter } from "vue-router";

import { api, ask, asProblem } from "../../api/client";
import type { Connected, Problem } from "../../api/types";
import KeyCap from "../../app/KeyCap.vue";
import { useKeys } from "../../app/keys";
import ProblemNote from "../../app/ProblemNote.vue";
import TopBar from "../../app/TopBar.vue";
import { figures } from "../../text/numbers";
import { useReadings } from "./readings";
import { askWire, BAUDS, close, connect, SERIAL, wire } from "./serial";

const router = useRouter();
const devices = ref<Connected[]>();
const looking = ref(false);
const problem = ref<Problem>();
const baud = ref(9600);
const heard = ref("");

const odd = computed(() => devices.value?.filter(({ standing }) => standing === "odd") ?? []);
const silent = computed(() => devices.value?.filter(({ standing }) => standing === "silent") ?? []);
const says = computed(() => {
  if (!devices.value) return "Asking each who it is …";
  const there = devices.value.length - odd.value.length - silent.value.length;
  const wrong = [...odd.value, ...silent.value].map(({ what }) => what);
  if (!wrong.length) return `All ${there} answer`;
  if (wrong.length > 2) return `${there} of ${devices.value.length} answer`;
  return `${there} of ${devices.value.length} answer; look at the ${wrong.join(" and the ")}`;
});
const MARK = { there: "answers", silent: "silent", odd: "sends nonsense" };
const mark = (device: Connected) => (device.standing === "there" && device.simulated ? "simulated" : MARK[device.standing]);

async function look() {
  looking.value = true;
  try {
    devices.value = (await ask(api.GET("/api/devices"))).devices;
    problem.value = undefined;
  } catch (error) {
    problem.value = asProblem(error);
  }
  looking.value = false;
}

async function read() {
  try {
    const { value, unit } = await askWire();
    heard.value = `${figures(value)} ${unit}`;
  } catch {
    // Said beside the cable.
  }
}

useReadings((value, unit) => {
  heard.value = `${figures(value)} ${unit}`;
});
useKeys({ r: look, Escape: () => router.push({ name: "bench" }) });
onMounted(look);
</script>

<template>
  <TopBar title="Devices" about="what measures at this bench" />
  <main class="work connected">
    <div class="head">
      <h1 aria-live="polite">{{ says }}</h1>
      <Button variant="outlined" :disabled="looking" @click="look">Ask again <KeyCap k="R" /></Button>
    </div>
    <ProblemNote :problem="problem" />
    <div class="two">
      <ul aria-label="Devices the server asks">
        <li v-for="device in devices" :key="device.key" :class="device.standing">
          <span class="name"
            ><b>{{ device.what[0]?.toUpperCase() }}{{ device.what.slice(1) }}</b>
            <span class="stands" :class="{ harm: device.standing === 'odd', soft: device.standing !== 'odd' }">{{ mark(device) }}</span></span
          >
          <span class="value shows">{{ device.shows }}</span>
          <span class="small says" :class="{ soft: device.standing === 'there' }">{{ device.simulated && device.standing === "there" ? "" : device.says }}</span>
          <span class="soft small where"
            >Asked at <span class="value">{{ device.address }}</span>; another by <span class="value">{{ device.setting }}</span></span
          >
        </li>
        <li class="note soft small">A real one takes a simulated one's place by a small bridge that answers lines as <span class="value">docs/formats</span> says.</li>
      </ul>
      <div class="column">
        <section aria-labelledby="cable">
          <h2 id="cable" class="label">On a cable to this screen</h2>
          <template v-if="SERIAL">
            <p v-if="!wire.open">A gauge with a serial or USB cable joins here. What it sends goes where a figure is asked for; <KeyCap k="F4" /> asks it for one.</p>
            <form v-if="!wire.open" class="ask" @submit.prevent="connect(baud)">
              <label for="baud">Signs a second, as its paper says</label>
              <Select v-model="baud" label-id="baud" :options="BAUDS" aria-label="Signs a second" />
              <Button type="submit">Connect</Button>
            </form>
            <template v-else>
              <p class="value big" role="status">{{ wire.read ? `${figures(wire.read.value)} ${wire.read.unit}` : "nothing sent yet" }}</p>
              <p v-if="wire.line" class="soft small">
                It sent <span class="value">{{ wire.line }}</span>
              </p>
              <p class="moves"><Button @click="read">Read it</Button> <Button variant="outlined" @click="close">Let go</Button></p>
            </template>
            <ProblemNote :problem="wire.problem" />
          </template>
          <p v-else>This browser opens no serial ports; one built on Chromium does, on this machine or over the shared, secured address.</p>
        </section>
        <section aria-labelledby="keyboard">
          <h2 id="keyboard" class="label">One that types</h2>
          <p>Many digital calipers type what they show. Press its key here: figures as quick as a device's are a reading, wherever one is asked for.</p>
          <p :class="heard ? 'value big' : 'soft'" role="status">{{ heard || "Waiting for its key." }}</p>
          <InputText aria-label="Or type a reading" placeholder="26.40" inputmode="decimal" />
        </section>
        <section aria-labelledby="phone">
          <h2 id="phone" class="label">A phone</h2>
          <p>Camera, recorder and second screen. <RouterLink class="go" to="/workshop">Add one</RouterLink></p>
        </section>
      </div>
    </div>
  </main>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  align-items: baseline;
  justify-content: space-between;
}

.two {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(300px, 2fr);
  gap: 40px;
  margin-top: 18px;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 18px;
  padding: 9px 0 9px 14px;
  border-bottom: 1px solid var(--hair);
  border-left: 4px solid var(--hair);
}

li.there {
  border-left-color: var(--verdigris);
}

li.odd {
  border-left-color: var(--oxide);
}

li.note {
  display: block;
  border: none;
}

.stands {
  margin-left: 8px;
}

.shows {
  font-size: 22px;
  text-align: right;
}

.where {
  text-align: right;
}

.column {
  display: grid;
  gap: 26px;
  align-content: start;
}

.column h2 {
  margin: 0 0 6px;
}

.column p {
  margin: 0 0 10px;
}

.ask,
.moves {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}

.big {
  font-size: 30px;
}

.go {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}

@media (max-width: 820px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
    gap: 28px;
  }

  .where {
    grid-column: 1 / -1;
    text-align: left;
  }
}
</style>
