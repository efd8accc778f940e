/** Cures that run: what is left of them, and what the screen does while the server is away. */
import { beforeEach, describe, expect, it, vi } from "vitest";

import type { Timer } from "../src/api/types";
import { freshDisk, page, rest, server, type Answer, type Sent } from "./device";
import { byPath } from "./client";

let bench: ReturnType<typeof server>;
let running: Timer[];
const NOON = Date.parse("2026-11-26T12:00:00Z");
const timer = (id: string, minutes: number) => ({ id, visit_id: "v", label: id, ends_at: new Date(NOON + minutes * 60_000).toISOString() }) as unknown as Timer;

beforeEach(() => {
  freshDisk();
  vi.useFakeTimers({ toFake: ["Date"], now: NOON });
  bench = server();
  byPath();
  running = [timer("glue", 90), timer("seat", 5)];
  bench.answer((asked: Sent): Answer => ({ status: 200, body: asked.method === "GET" ? running : {} }));
});

async function open() {
  const outbox = await page();
  const { useTimers } = await import("../src/features/visits/timers");
  const timers = useTimers();
  await timers.look();
  return { outbox, timers };
}

describe("what is left", () => {
  it.each([
    [0.2, "1 min"],
    [5, "5 min"],
    [59.5, "1 h 00"],
    [60, "1 h 00"],
    [65, "1 h 05"],
    [440, "7 h 20"],
    [0, "over"],
    [-30, "over"],
  ])("of %d minutes is said as %s", async (minutes, said) => {
    const { timers } = await open();
    expect(timers.left(timer("any", minutes))).toBe(said);
  });
});

it("runs on while the server is away, and is looked at again when it is back", async () => {
  const { timers } = await open();
  bench.answer(() => "away");
  await timers.look();
  expect(timers.running.map((one) => one.id)).toEqual(["glue", "seat"]);
  running = [timer("glue", 80)];
  bench.answer(() => ({ status: 200, body: running }));
  await timers.look();
  expect(timers.running.map((one) => one.id)).toEqual(["glue"]);
});

it("is gone from the screen at once when it is stopped, and from the record", async () => {
  const { timers } = await open();
  const stopped = timers.stop(timers.running[0]!);
  expect(timers.running.map((one) => one.id)).toEqual(["seat"]);
  await stopped;
  expect(bench.sent).toContainEqual(expect.objectContaining({ method: "DELETE", path: "/api/visits/v/timers/glue" }));
});

it("does not come back by an answer that was asked for before it was stopped and comes late", async () => {
  const prompt = globalThis.fetch;
  let answer = () => {};
  let wait = Promise.resolve();
  vi.stubGlobal("fetch", async (asked: Request) => {
    const [said, until] = [await prompt(asked), wait];
    await until;
    return said;
  });
  const { timers } = await open();
  wait = new Promise<void>((done) => (answer = done));
  const late = timers.look();
  await rest();
  wait = Promise.resolve();
  running = [timer("seat", 5)];
  await timers.stop(timers.running[0]!);
  answer();
  await late;
  expect(timers.running.map((one) => one.id)).toEqual(["seat"]);
});

it("is looked at when a timer or a count taken back has reached the record, and for nothing else", async () => {
  const { outbox } = await open();
  await outbox.belongTo("7", "Robin");
  const looks = () => bench.sent.filter((asked) => asked.method === "GET").length;
  const before = looks();
  const entry = { visitId: "v", method: "PUT" as const, body: {} };
  await outbox.add({ ...entry, kind: "step", path: "/api/visits/v/steps/1" });
  await rest();
  expect(looks()).toBe(before);
  await outbox.add({ ...entry, kind: "timer", path: "/api/visits/v/timers/2" });
  await outbox.add({ ...entry, kind: "untick", method: "DELETE", path: "/api/visits/v/ticks/3" });
  await rest();
  expect(looks()).toBe(before + 2);
});
