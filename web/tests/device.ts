/** A device for the tests: a fresh disk, a server that answers as told, and members who sign in. */
import "fake-indexeddb/auto";

import { IDBFactory } from "fake-indexeddb";
import { createPinia, setActivePinia } from "pinia";
import { vi } from "vitest";

export interface Sent {
  method: string;
  path: string;
  member: string;
  body: Record<string, unknown> | undefined;
}

export type Answer = { status: number; body?: unknown } | "away";

/** A server of which a test says what it answers; what arrived is in `sent`, in order. */
export function server() {
  const sent: Sent[] = [];
  let says: (one: Sent) => Answer = () => ({ status: 200, body: { ok: true } });
  vi.stubGlobal("fetch", async (path: string, init: RequestInit = {}) => {
    if (path === "/health") return new Response("{}", { status: 200 });
    const headers = new Headers(init.headers);
    const one: Sent = {
      method: init.method ?? "GET",
      path,
      member: headers.get("X-Dentado-Member") ?? "",
      body: typeof init.body === "string" ? (JSON.parse(init.body) as Record<string, unknown>) : undefined,
    };
    const answer = says(one);
    if (answer === "away") throw new TypeError("network");
    sent.push(one);
    return new Response(JSON.stringify(answer.body ?? {}), { status: answer.status, headers: { "Content-Type": "application/json" } });
  });
  return { sent, answer: (rule: (one: Sent) => Answer) => (says = rule) };
}

/** A page just opened: its own stores and modules, the disk as an earlier page left it. */
export async function page() {
  vi.resetModules();
  setActivePinia(createPinia());
  const { useOutbox } = await import("../src/record/outbox");
  return useOutbox();
}

export function freshDisk() {
  vi.stubGlobal("indexedDB", new IDBFactory());
  localStorage.clear();
  sessionStorage.clear();
}

export function step(line: string, n = 1) {
  return { visitId: "v", kind: "step" as const, method: "PUT" as const, path: `/api/visits/v/steps/${n}`, body: { line, photos: [], based_on: "" }, shown: { id: String(n) } };
}

/** Let everything that is under way come to rest. */
export async function rest() {
  for (let n = 0; n < 40; n += 1) await new Promise((done) => setTimeout(done, 0));
}
