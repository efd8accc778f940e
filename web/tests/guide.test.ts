/** Last time's row beside this one: asked for when it can have changed, and never an old answer over a newer. */
import { beforeEach, describe, expect, it } from "vitest";
import { nextTick } from "vue";

import type { Guide, Step, Visit } from "../src/api/types";
import { byPath } from "./client";
import { freshDisk, page, rest, server, type Answer, type Sent } from "./device";

let bench: ReturnType<typeof server>;
let followed: string | null;
let next: number;
const step = (id: string, number: number) => ({ id, number, line: id, title: id, photos: [], piece: { id, ticks: [], worked: [], pins: [] }, beside: [] }) as unknown as Step;
const guide = () => ({ guide_id: followed, next, choices: [], differences: [], steps: [1, 2, 3].map((number) => ({ number, line: `was ${number}` })) }) as unknown as Guide;

function says(asked: Sent): Answer {
  if (asked.path.endsWith("/guide") && asked.method === "PUT") followed = String(asked.body?.guide_id ?? "") || null;
  if (asked.path.endsWith("/guide")) return { status: 200, body: guide() };
  if (/visits\/\w+$/.test(asked.path)) {
    const id = asked.path.split("/").at(-1);
    return { status: 200, body: { id, photos: [], steps: [step("a", 1)], checks: [], stage: "strip", changed_at: "1" } as unknown as Visit };
  }
  return { status: 200, body: {} };
}
const looks = () => bench.sent.filter((asked) => asked.method === "GET" && asked.path.endsWith("/guide"));

beforeEach(() => {
  freshDisk();
  bench = server();
  byPath();
  followed = null;
  next = 2;
  bench.answer(says);
});

async function open() {
  const outbox = await page();
  const { useVisit } = await import("../src/features/visits/visit");
  const { useGuide } = await import("../src/features/visits/guide");
  const store = useVisit();
  const shown = useGuide();
  await outbox.belongTo("7", "Robin");
  await store.load("v");
  await rest();
  return { outbox, store, shown };
}

it("is asked for once where none is followed, however long the row grows", async () => {
  const { store, shown } = await open();
  expect(looks()).toHaveLength(1);
  store.visit!.steps.push(step("b", 2));
  await rest();
  expect(looks()).toHaveLength(1);
  expect(shown.guide?.guide_id).toBeNull();
});

describe("where one is followed", () => {
  it("is asked for at each step, and names the one that comes", async () => {
    followed = "old";
    const { store, shown } = await open();
    expect(shown.coming?.line).toBe("was 2");
    next = 3;
    store.visit!.steps.push(step("b", 2));
    await rest();
    expect(looks()).toHaveLength(2);
    expect(shown.coming?.line).toBe("was 3");
  });

  it("waits until what was laid down has reached the record", async () => {
    followed = "old";
    const { outbox, store } = await open();
    const before = looks().length;
    bench.answer((asked) => (asked.path.includes("/steps/") ? { status: 503 } : says(asked)));
    await outbox.add({ visitId: "v", kind: "step", method: "PUT", path: "/api/visits/v/steps/9", body: { line: "pin" } });
    store.visit!.steps.push(step("b", 2));
    await rest();
    // An answer about a row without its last step would offer that step again.
    expect(looks()).toHaveLength(before);
  });
});

it("lets a late answer about an earlier visit fall", async () => {
  const { store, shown } = await open();
  let late: (() => void) | undefined;
  const plain = globalThis.fetch;
  globalThis.fetch = (async (asked: Request, init?: RequestInit) => {
    const answer = await plain(asked, init);
    if (String(asked.url ?? asked).includes("/visits/w/guide")) await new Promise<void>((done) => (late = done));
    return answer;
  }) as typeof fetch;
  next = 1;
  await store.load("w");
  await rest();
  next = 3;
  await store.load("u");
  await rest();
  expect(shown.coming?.line).toBe("was 3");
  late?.();
  await rest();
  await nextTick();
  expect(shown.coming?.line).toBe("was 3");
});

it("takes another guide, or none, as the server answers", async () => {
  const { shown } = await open();
  await shown.follow("older");
  expect(shown.guide?.guide_id).toBe("older");
  await shown.follow(null);
  expect(shown.guide?.guide_id).toBeNull();
});
