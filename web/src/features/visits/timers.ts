/** The cures that run at this bench. The server keeps them, lid closed or not. */
import { defineStore } from "pinia";
import { ref } from "vue";

import { api, ask } from "../../api/client";
import type { Timer } from "../../api/types";
import { useOutbox } from "../../record/outbox";

const EVERY = 30_000;

export const useTimers = defineStore("timers", () => {
  const running = ref<Timer[]>([]);
  const now = ref(Date.now());

  /** Counts looks and stops: an answer asked for before the last of them no longer holds. */
  let turn = 0;

  async function look() {
    now.value = Date.now();
    const mine = (turn += 1);
    try {
      const answer = await ask(api.GET("/api/timers"));
      if (mine === turn) running.value = answer;
    } catch {
      // They run on all the same.
    }
  }

  async function stop(timer: Timer) {
    turn += 1;
    running.value = running.value.filter((other) => other.id !== timer.id);
    try {
      await ask(api.DELETE("/api/visits/{visit_id}/timers/{timer_id}", { params: { path: { visit_id: timer.visit_id, timer_id: timer.id } } }));
    } finally {
      await look();
    }
  }

  /** `5 min`, `7 h 20`, or that it is over. */
  function left(timer: Timer): string {
    const minutes = Math.ceil((new Date(timer.ends_at).getTime() - now.value) / 60_000);
    if (minutes <= 0) return "over";
    return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")}`;
  }

  window.setInterval(() => void look(), EVERY);
  useOutbox().listen((entry) => ["timer", "untick"].includes(entry.kind) && void look());

  return { running, look, stop, left };
});
