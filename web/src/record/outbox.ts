/** Everything recorded waits here, on the device, until the server has it.
 *
 *  Entries are sent one at a time in the order they were made, each in the name of
 *  the member who made it and of no other. Each carries the id of what it makes, so
 *  sending one twice is the same as once. A dead server or a closed lid only makes
 *  them wait. What is refused, and what the server breaks on again and again, is set
 *  aside on the disk with the reason, and the rest goes on.
 *  Where the browser cannot store (a full disk, a private window) they wait in
 *  this window, and the screen says so. Until the disk has one, the tab holds it. */
import { until } from "@vueuse/core";
import { defineStore } from "pinia";
import { computed, ref, shallowRef } from "vue";

import { asProblem, csrfToken, noteAway, UNREACHABLE } from "../api/client";
import type { Problem } from "../api/types";
import { toTheDoor } from "../app/door";
import { newId } from "./ids";
import { mirror } from "./mirror";
import { rebased } from "./rebase";
import { noteChanged } from "./stamps";
import { disk, stay, type Aside, type Waiting } from "./store";

export type { Aside, Waiting } from "./store";
/** An entry before it is known whose it is. */
export type Entry = Omit<Waiting, "owner" | "who" | "mark">;
/** A line laid down that is yet to be understood, and so no entry. `step` is the one it makes or, of a
 *  picture, names: a copy of this tab has the line as well, and lays the same. */
export interface Line {
  owner: string;
  visit: string;
  text: string;
  photos: string[];
  step: string;
}

const SOON = 1500;
const LATER = 8000;
/** Tries at an entry the server breaks on, before it is set aside. */
const TRIES = 4;
/** Answers of a server that is away or being brought back, or of the proxy before it: not the entry's fault. */
const AWAY = new Set([429, 502, 503, 504]);
const LAST = "dentado.member";
/** Not files: the tab has no room for them. */
const held = mirror<Waiting>("unstored");
/** To be understood takes a network's time: until then the tab holds the line. */
const lines = mirror<Line>("lines");

export const useOutbox = defineStore("outbox", () => {
  /** Who is signed in: key and name. Nothing is sent before that is known. */
  const me = ref("");
  const called = ref("");
  const waiting = ref(0);
  /** What others left on this device, by name. */
  const others = ref<Record<string, number>>({});
  /** Whether what an earlier page left has been counted yet. */
  const looked = ref(false);
  const unreachable = ref(false);
  /** What could not be stored, in order, after all that could. */
  const loose = ref<Waiting[]>([]);
  const aside = ref<Aside[]>([]);
  /** Lines on their way to be understood: of this page, and those an earlier page of this tab left. */
  const coming = ref(0);
  const left = shallowRef(lines.left());
  const listeners = new Set<(entry: Waiting, answer: unknown) => void>();
  const mourners = new Set<(entry: Waiting) => void>();
  let run: Promise<void> | undefined;
  let more = false;
  let again: number | undefined;
  let recovered: Promise<void> | undefined;
  const letGoOf = new Map<string, () => void>();

  const says = computed(() => {
    const before = left.value.filter(([line]) => line.owner === whose()).length;
    const many = waiting.value + coming.value + before;
    if (many) {
      if (loose.value.length) return `${many} not yet sent: keep this window open`;
      return unreachable.value || before === many ? `${many} kept here, not yet sent` : `sending ${many}`;
    }
    const names = Object.entries(others.value);
    if (names.length) return names.map(([who, many]) => `${many} wait for ${who || "another"} to sign in`).join(", ");
    return looked.value ? "all sent" : "";
  });
  /** Mine, and what nobody has claimed. */
  const refused = computed(() => aside.value.filter((refusal) => !refusal.entry.owner || refusal.entry.owner === me.value));

  /** Whose what is entered now is, by key; before that is known, whoever was signed in here last. */
  const whose = () => me.value || lastHere()[0];

  /** The session is known: what is mine goes out. */
  async function belongTo(key: string, name: string) {
    me.value = key;
    called.value = name;
    if (key) localStorage.setItem(LAST, JSON.stringify([key, name]));
    await lookAside();
    await send();
  }

  async function add(entry: Entry) {
    const { file, ...rest } = entry;
    const [owner, who] = me.value ? [me.value, called.value] : lastHere();
    // Vue's proxies cannot be stored; a plain copy can. Files are stored as they are.
    const plain = JSON.parse(JSON.stringify({ ...rest, owner, who, mark: newId() })) as Waiting;
    recovered ??= recover();
    const letGo = file ? () => undefined : held.hold(plain);
    waiting.value += 1;
    stay();
    await recovered;
    await keep(file ? { ...plain, file } : plain, letGo);
    void send();
  }

  /** A line is held until what is returned lets it go: in the turn in which it is made an entry, so that it
   *  is neither lost nor sent twice, or where it is refused. */
  function hold(line: Omit<Line, "owner">): () => void {
    const drop = lines.hold({ ...line, owner: whose() });
    coming.value += 1;
    return () => {
      drop();
      coming.value -= 1;
    };
  }

  /** Lines of a visit that were on their way when an earlier page of this tab was left, each with how to let it go. */
  function leftOf(visit: string): [Line, () => void][] {
    const mine = left.value.filter(([line]) => line.visit === visit && line.owner === whose());
    return mine.map((one) => [
      one[0],
      () => {
        one[1]();
        left.value = left.value.filter((other) => other !== one);
      },
    ]);
  }

  /** Keep it on the disk; what could not be stored stays held by the tab until it is sent. */
  async function keep(entry: Waiting, letGo: () => void) {
    if (entry.mark) letGoOf.set(entry.mark, letGo);
    // Once one is loose the next must not overtake it.
    if (loose.value.length) return void loose.value.push(entry);
    try {
      await (await disk()).add("waiting", entry);
      release(entry);
    } catch {
      loose.value.push(entry);
    }
  }

  function release(entry: Waiting) {
    letGoOf.get(entry.mark ?? "")?.();
    letGoOf.delete(entry.mark ?? "");
  }

  /** What an earlier page of this tab could not bring to the disk in time. */
  async function recover() {
    const before = held.left();
    if (!before.length) return;
    const known = new Set((await onDisk()).map((entry) => entry.mark));
    for (const [entry, letGo] of before) {
      if (known.has(entry.mark)) letGo();
      else await keep(entry, letGo);
    }
  }

  async function stored(): Promise<Waiting[]> {
    recovered ??= recover();
    await recovered;
    return onDisk();
  }

  async function onDisk(): Promise<Waiting[]> {
    try {
      return await (await disk()).getAll("waiting");
    } catch {
      return [];
    }
  }

  async function of(visitId: string) {
    return [...(await stored()), ...loose.value].filter((entry) => entry.visitId === visitId && entry.owner === me.value);
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
    await until(coming).toBe(0);
    await send();
    if (waiting.value) throw UNREACHABLE;
  }

  async function drain() {
    for (;;) {
      const kept = await stored();
      const mine = [...kept.filter((entry) => entry.owner === me.value), ...loose.value];
      count(kept);
      waiting.value = mine.length;
      if (!me.value) return;
      looked.value = true;
      const next = mine[0];
      if (!next) {
        unreachable.value = false;
        return;
      }
      const result = await post(next);
      if (result === "wait") return;
      // Set aside before it leaves the queue: a lid closed in between leaves it twice, never nowhere.
      if ("problem" in result) await setAside(next, result.problem);
      await gone(next);
      if ("problem" in result) for (const tell of mourners) tell(next);
      else for (const tell of listeners) tell(next, result.answer);
    }
  }

  function count(kept: Waiting[]) {
    const waiting: Record<string, number> = {};
    for (const entry of kept) if (entry.owner !== me.value) waiting[entry.who] = (waiting[entry.who] ?? 0) + 1;
    others.value = waiting;
  }

  async function gone(entry: Waiting) {
    if (entry.key === undefined) {
      loose.value.shift();
      release(entry);
    } else await (await disk()).delete("waiting", entry.key);
  }

  async function post(entry: Waiting): Promise<"wait" | { answer: unknown } | { problem: Problem }> {
    // What the server broke on is given time: fast typing behind it is no further try.
    const since = Date.now() - (entry.triedAt ?? 0);
    if (entry.tries && since >= 0 && since < SOON) return retry(SOON - since);
    let response: Response;
    try {
      response = await fetch(entry.path, {
        method: entry.method,
        headers: { "X-CSRFToken": csrfToken(), "X-Dentado-Member": entry.owner, ...(entry.file ? {} : { "Content-Type": "application/json" }) },
        body: entry.file ? form(entry) : entry.body === undefined ? undefined : JSON.stringify(entry.body),
      });
    } catch {
      noteAway();
      return retry(SOON);
    }
    if (response.ok) {
      unreachable.value = false;
      noteChanged(response);
      return { answer: await response.json() };
    }
    if (response.status === 401) {
      // What could not be stored would go with the window.
      if (!loose.value.length) toTheDoor();
      return retry(LATER);
    }
    const problem = asProblem(await response.json().catch(() => undefined));
    if (AWAY.has(response.status)) {
      noteAway();
      return retry(SOON);
    }
    // A stale token is fresh by the next try. Another signed in in another tab: this page is not theirs.
    if (problem.code === "stale_page") return retry(SOON);
    if (problem.code === "another_member") {
      window.location.reload();
      return retry(LATER);
    }
    if (response.status < 500) return { problem };
    entry.tries = (entry.tries ?? 0) + 1;
    entry.triedAt = Date.now();
    if (entry.tries >= TRIES) return { problem };
    if (entry.key !== undefined) await (await disk()).put("waiting", entry);
    return retry(SOON);
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

  /** Told of each entry that the record did not take. */
  function mourn(tell: (entry: Waiting) => void) {
    mourners.add(tell);
    return () => mourners.delete(tell);
  }

  async function setAside(entry: Waiting, problem: Problem) {
    const kept: Aside = { entry: { ...entry }, problem, at: new Date().toISOString() };
    delete kept.entry.key;
    try {
      kept.key = await (await disk()).add("aside", kept);
    } catch {
      // No room on the disk: it stays in this window.
    }
    aside.value.push(kept);
  }

  async function lookAside() {
    try {
      aside.value = await (await disk()).getAll("aside");
    } catch {
      // What is in the window stands.
    }
  }

  async function drop(refusal: Aside) {
    if (refusal.key !== undefined) await (await disk()).delete("aside", refusal.key);
    aside.value = aside.value.filter((other) => other !== refusal);
  }

  /** Send it once more, mended or as it is; one that others overtook is said again of what stands now. */
  async function sendAgain(refusal: Aside, line?: string) {
    const entry = rebased(refusal.entry, refusal.problem);
    if (line !== undefined) entry.body = { ...(entry.body as object), line };
    await add(entry);
    await drop(refusal);
  }

  window.addEventListener("online", () => void send());
  return { me, loose, waiting, others, unreachable, aside, refused, says, whose, belongTo, hold, leftOf, add, of, send, settle, listen, mourn, drop, sendAgain };
});

/** Who was signed in here last: the page may be opened while the server is away. */
function lastHere(): [string, string] {
  try {
    return JSON.parse(localStorage.getItem(LAST) ?? "") as [string, string];
  } catch {
    return ["", ""];
  }
}

function form(entry: Waiting): FormData {
  const data = new FormData();
  data.append("file", entry.file as Blob, "photo");
  for (const [name, value] of Object.entries((entry.body ?? {}) as Record<string, unknown>)) {
    if (value != null) data.append(name, String(value));
  }
  return data;
}
