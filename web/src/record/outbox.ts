/** Everything recorded waits here, on the device, until the server has it.
 *
 *  Entries are sent one at a time in the order they were made. Each carries the
 *  id of what it makes, so sending one twice is the same as once. A dead server
 *  or a closed lid only makes them wait; a refusal is shown, never swallowed.
 *  Where the browser cannot store (a full disk, a private window) they wait in
 *  this window, and the screen says so. */
import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import { defineStore } from "pinia";
import { computed, ref } from "vue";

import { asProblem, csrfToken, UNREACHABLE } from "../api/client";
import type { Problem } from "../api/types";
import { toTheDoor } from "../app/door";

export interface Waiting {
  key?: number;
  visitId: string;
  kind: "step" | "undo" | "verdict" | "pin" | "work" | "unwork" | "tick" | "untick" | "mark" | "timer" | "photo" | "marks" | "waits" | "check" | "watch";
  method: "PUT" | "POST" | "DELETE";
  path: string;
  body?: unknown;
  file?: Blob;
  /** What the screen shows until the server has answered. */
  shown?: unknown;
}

export interface Refused {
  entry: Waiting;
  problem: Problem;
}

interface Schema extends DBSchema {
  waiting: { key: number; value: Waiting };
}

const SOON = 1500;
const LATER = 8000;

let database: Promise<IDBPDatabase<Schema>> | undefined;

function open() {
  database ??= openDB<Schema>("dentado", 1, {
    upgrade(made) {
      made.createObjectStore("waiting", { keyPath: "key", autoIncrement: true });
    },
  });
  return database;
}

export const useOutbox = defineStore("outbox", () => {
  const waiting = ref(0);
  /** Whether what an earlier page left has been counted yet. */
  const looked = ref(false);
  const unreachable = ref(false);
  /** What could not be stored, in order, after all that could. */
  const loose = ref<Waiting[]>([]);
  const refused = ref<Refused[]>([]);
  const listeners = new Set<(entry: Waiting, answer: unknown) => void>();
  let run: Promise<void> | undefined;
  let more = false;
  let again: number | undefined;

  const says = computed(() => {
    if (!waiting.value) return looked.value ? "all sent" : "";
    if (loose.value.length) return `${waiting.value} not yet sent: keep this window open`;
    return unreachable.value ? `${waiting.value} kept here, not yet sent` : `sending ${waiting.value}`;
  });

  async function add(entry: Waiting) {
    // Vue's proxies cannot be stored; a plain copy can. Files are stored as they are.
    const { file, ...rest } = entry;
    const plain = JSON.parse(JSON.stringify(rest)) as Waiting;
    waiting.value += 1;
    await keep(file ? { ...plain, file } : plain);
    void send();
  }

  async function keep(entry: Waiting) {
    // Once one is loose the next must not overtake it.
    if (loose.value.length) return void loose.value.push(entry);
    try {
      await (await open()).add("waiting", entry);
    } catch {
      loose.value.push(entry);
    }
  }

  async function stored(): Promise<Waiting[]> {
    try {
      return await (await open()).getAll("waiting");
    } catch {
      return [];
    }
  }

  async function of(visitId: string) {
    return [...(await stored()), ...loose.value].filter((entry) => entry.visitId === visitId);
  }

  /** Send all that waits. One tab at a time, so that the order holds. */
  function send(): Promise<void> {
    more = true;
    run ??= (async () => {
      try {
        while (more) {
          more = false;
          if (navigator.locks) await navigator.locks.request("dentado-outbox", drain);
          else await drain();
        }
      } finally {
        run = undefined;
      }
    })();
    return run;
  }

  /** Resolves once the server has everything; for what may only follow on it.
   *  Throws the problem if it cannot be reached. */
  async function settle() {
    await send();
    if (waiting.value) throw UNREACHABLE;
  }

  async function drain() {
    for (;;) {
      const kept = await stored();
      waiting.value = kept.length + loose.value.length;
      looked.value = true;
      const next = kept[0] ?? loose.value[0];
      if (!next) {
        unreachable.value = false;
        return;
      }
      const result = await post(next);
      if (result === "wait") return;
      if (next.key === undefined) loose.value.shift();
      else await (await open()).delete("waiting", next.key);
      if ("problem" in result) refused.value.push({ entry: next, problem: result.problem });
      else for (const tell of listeners) tell(next, result.answer);
    }
  }

  async function post(entry: Waiting): Promise<"wait" | { answer: unknown } | { problem: Problem }> {
    let response: Response;
    try {
      response = await fetch(entry.path, {
        method: entry.method,
        headers: { "X-CSRFToken": csrfToken(), ...(entry.file ? {} : { "Content-Type": "application/json" }) },
        body: entry.file ? form(entry) : entry.body === undefined ? undefined : JSON.stringify(entry.body),
      });
    } catch {
      return retry(SOON);
    }
    if (response.ok) {
      unreachable.value = false;
      return { answer: await response.json() };
    }
    if (response.status === 401) {
      // What could not be stored would go with the window.
      if (!loose.value.length) toTheDoor();
      return retry(LATER);
    }
    // Forbidden means a stale token: the cookie is fresh by the next try.
    if (response.status >= 500 || response.status === 429 || response.status === 403) return retry(SOON);
    return { problem: asProblem(await response.json().catch(() => undefined)) };
  }

  function retry(after: number) {
    unreachable.value = true;
    window.clearTimeout(again);
    again = window.setTimeout(() => void send(), after);
    return "wait" as const;
  }

  function listen(tell: (entry: Waiting, answer: unknown) => void) {
    listeners.add(tell);
    return () => listeners.delete(tell);
  }

  function drop(one: Refused) {
    refused.value = refused.value.filter((other) => other !== one);
  }

  window.addEventListener("online", () => void send());
  return { waiting, unreachable, refused, says, add, of, send, settle, listen, drop };
});

function form(entry: Waiting): FormData {
  const data = new FormData();
  data.append("file", entry.file as Blob, "photo");
  for (const [name, value] of Object.entries((entry.body ?? {}) as Record<string, unknown>)) {
    if (value != null) data.append(name, String(value));
  }
  return data;
}
