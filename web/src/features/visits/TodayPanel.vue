<script setup lang="ts">
/** Today: what is next and for how long, drawn to the clock, and what is due on one line. */
import { computed, onMounted, ref } from "vue";

import { api, ask } from "../../api/client";
import type { Day } from "../../api/types";

const emit = defineEmits<{ ready: [] }>();
const day = ref<Day>();
const SHOWN = 8;

onMounted(async () => {
  // Out of reach the bench below still stands; the bar says so.
  day.value = await ask(api.GET("/api/day")).catch(() => undefined);
  emit("ready");
});

const jobs = computed(() => (day.value?.jobs ?? []).slice(0, SHOWN));
const whole = computed(() => Math.max(60, ...jobs.value.map((job) => job.starts + job.minutes)));
const share = (minutes: number) => `${(100 * minutes) / whole.value}%`;
const hours = computed(() => Array.from({ length: Math.floor(whole.value / 60) }, (_, n) => n + 1));
/** 14:05. The browser's own words for a time take twenty milliseconds to load, and say the same. */
function clock(minutes: number) {
  const at = new Date(Date.now() + minutes * 60_000);
  return [at.getHours(), at.getMinutes()].map((part) => String(part).padStart(2, "0")).join(":");
}
const drawn = computed(() => `${jobs.value.length} jobs: ${jobs.value.map((job) => `${job.unit} ${job.takes}`).join(", ")}`);
const to = (visit: string, stage: string) => ({ name: "visit", params: { visitId: visit, stage } });
</script>

<template>
  <section v-if="day && (jobs.length || day.due.length)" class="today" aria-label="Today">
    <p v-if="day.due.length" class="due">
      <b class="label">Due</b>
      <template v-for="(item, n) in day.due.slice(0, 6)" :key="n">
        <RouterLink :class="{ harm: item.late }" :to="item.visit ? to(item.visit, item.kind === 'cure' ? 'build' : '') : { name: 'orders' }">{{ item.says }}</RouterLink>
      </template>
    </p>
    <template v-if="jobs.length">
      <h2>{{ day.says }}</h2>
      <div class="clock" role="img" :aria-label="drawn">
        <span
          v-for="(job, n) in jobs"
          :key="job.visit"
          class="job"
          :class="{ first: !n, promised: job.promised_on, cures: job.while_cures }"
          :style="{ left: share(job.starts), width: share(job.minutes) }"
          >{{ job.unit }}</span
        >
        <span v-for="hour in hours" :key="`at ${hour}`" class="hour value" :style="{ left: share(hour * 60) }">{{ clock(hour * 60) }}</span>
      </div>
      <ol>
        <li v-for="(job, n) in jobs" :key="job.visit">
          <RouterLink :to="to(job.visit, job.stage)" :class="{ next: !n }">
            <span class="at value">{{ n ? clock(job.starts) : "now" }}</span>
            <span
              ><b>{{ job.unit }}</b> {{ job.does }}</span
            >
            <span class="value soft">{{ job.takes }}</span>
            <span class="why soft small"
              >{{ job.why }}<template v-if="job.while_cures"> · while the {{ job.while_cures }} cures</template></span
            >
          </RouterLink>
        </li>
      </ol>
    </template>
  </section>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

h2 {
  font-size: 21px;
}

.due {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 22px;
}

.due a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  font-weight: 600;
}

.clock {
  position: relative;
  height: 56px;
}

/* Of a name that has no room nothing is shown: behind this it goes to a second line, which is out of sight. */
.job::before {
  content: "";
  width: 1px;
  height: 30px;
}

.job {
  position: absolute;
  top: 0;
  height: 36px;
  padding: 6px 10px;
  overflow: hidden;
  white-space: nowrap;
  display: flex;
  flex-wrap: wrap;
  background: var(--grid);
  border: 1px solid var(--ink);
  font-weight: 600;
}

.job.first {
  background: var(--brass-wash);
  border-left: 6px solid var(--brass);
}

.job.promised {
  border-width: 2px;
}

.job.cures {
  border-style: dashed;
}

.hour {
  position: absolute;
  top: 38px;
  transform: translateX(-50%);
  font-size: 13px;
  color: var(--soft);
}

.hour:last-child {
  transform: translateX(-100%);
}

ol {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 40px;
}

li a {
  display: grid;
  grid-template-columns: 62px minmax(0, auto) auto minmax(0, 1fr);
  gap: 12px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--hair);
  color: var(--ink);
  text-decoration: none;
}

.next {
  color: var(--brass-ink);
}

.why {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

@media (max-width: 900px) {
  ol {
    grid-template-columns: minmax(0, 1fr);
  }

  li a {
    grid-template-columns: 62px minmax(0, 1fr) auto;
  }

  .why {
    grid-column: 2 / -1;
    padding-bottom: 6px;
  }

  .why:empty {
    display: none;
  }
}
</style>
