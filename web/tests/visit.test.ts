/** The visit on screen: what the server holds, and over it what is still on its way. */
import { afterEach, beforeEach, describe, expect, it } from "vitest";

import type { Entry, Piece, Step, Visit } from "../src/api/types";
import { byPath } from "./client";
import { freshDisk, page, rest, server, type Answer, type Sent } from "./device";

const piece = (id: string, more: Partial<Piece> = {}) =>
  ({ id, name: id, owed: 1, verdict: "", finding: "", findings: [], instead: "", renewed: false, ticks: [], worked: [], pins: [], ...more }) as unknown as Piece;
const step = (id: string, number: number, more: Partial<Step> = {}) => ({ id, number, line: id, title: id, photos: [], piece: piece(id), beside: [], ...more }) as unknown as Step;
const facts = (name: string) => ({ name, kind: "other", owed: 1, renewed: false, chips: [], teeth: [], figure: {} });
const understood = (...names: string[]) =>
  ({ ...facts(names[0]!), line: names.join(" with "), title: `Take off ${names.join(", with ")}`, pieces: names.map(facts), alternatives: [] }) as unknown as Entry;

let bench: ReturnType<typeof server>;
let kept: Visit;
const reads = (one: Sent): Answer | undefined => (one.method === "GET" && one.path.endsWith("/visits/v") ? { status: 200, body: kept } : undefined);
const says = (rule: (one: Sent) => Answer) => bench.answer((one) => reads(one) ?? rule(one));

async function open() {
  const outbox = await page();
  const { useVisit } = await import("../src/features/visits/visit");
  const store = useVisit();
  await outbox.belongTo("7", "Robin");
  await store.load("v");
  return { outbox, store };
}

beforeEach(() => {
  freshDisk();
  bench = server();
  byPath();
  kept = {
    id: "v",
    changed_at: "1",
    whole: true,
    gone: [],
    photos: [],
    steps: [step("a", 1), step("b", 2)],
    checks: [],
    stage: "strip",
    waits_for: "me",
    waits_note: "",
    to_watch: "",
  } as unknown as Visit;
  says(() => ({ status: 200, body: {} }));
});

/** Nothing of one test may still be on its way in the next. */
afterEach(rest);

describe("laying down", () => {
  it("shows the piece at once, behind the others, and sends the line", async () => {
    const { store } = await open();
    const id = await store.layDown("drum #A1", understood("drum"), []);
    expect(store.steps.map((one) => [one.number, one.title])).toEqual([
      [1, "a"],
      [2, "b"],
      [3, "Take off drum"],
    ]);
    await rest();
    const sent = bench.sent.find((one) => one.method === "PUT");
    expect(sent?.path).toBe(`/api/visits/v/steps/${id}`);
    expect(sent?.body).toEqual({ line: "drum #A1", photos: [], based_on: "" });
    expect(sent?.member).toBe("7");
  });

  it("of several in one line shows each, with an id the server will give it too", async () => {
    const { store } = await open();
    const id = await store.layDown("screws with washers", understood("screws", "washers"), []);
    expect(store.steps).toHaveLength(3);
    expect(store.pieces.map((piece) => piece.name)).toEqual(["a", "b", "screws", "washers"]);
    const [first, second] = store.pieces.slice(2).map((piece) => BigInt(`0x${piece.id.replaceAll("-", "")}`));
    expect(store.pieces[2]?.id).toBe(id);
    expect(second! - first!).toBe(1n);
    expect(store.pieces[3]?.id).toMatch(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/);
    expect(store.unanswered.map((each) => each.piece.name)).toContain("washers");
  });

  it("stands through a page opened anew while the server is away", async () => {
    says(() => "away");
    const first = await open();
    await first.store.layDown("drum", understood("drum"), []);
    await rest();
    const second = await open();
    expect(second.store.steps.map((one) => one.title)).toEqual(["a", "b", "Take off drum"]);
    expect(second.outbox.waiting).toBe(1);
  });

  it("is shown once when it has landed before the visit was read", async () => {
    const { store } = await open();
    const id = await store.layDown("drum", understood("drum"), []);
    await rest();
    kept = { ...kept, steps: [...kept.steps, step(id, 3, { title: "Pull the drum" })] };
    await store.load("v");
    expect(store.steps.map((one) => one.title)).toEqual(["a", "b", "Pull the drum"]);
  });

  it("goes from the screen again when the record does not take it", async () => {
    says((one) => (one.method === "PUT" ? { status: 422, body: { problem: "Too long.", hint: "", field: "line", code: "line_too_long" } } : { status: 200, body: {} }));
    const { store, outbox } = await open();
    await store.layDown("x".repeat(500), understood("x"), []);
    await rest();
    expect(store.steps.map((one) => one.id)).toEqual(["a", "b"]);
    expect(outbox.refused.map((one) => one.problem.code)).toEqual(["line_too_long"]);
  });

  it("taken back at once never comes up again, however late its answer", async () => {
    const { store } = await open();
    const id = await store.layDown("drum", understood("drum"), []);
    await store.takeBack(id);
    await rest();
    expect(store.steps.map((one) => one.id)).toEqual(["a", "b"]);
    expect(bench.sent.filter((one) => one.method === "PUT").map((one) => one.path.replace(id, "ID"))).toEqual(["/api/visits/v/steps/ID", "/api/visits/v/steps/ID/undone"]);
  });

  it("takes the photos of the unit with it to its step", async () => {
    kept.photos = [{ id: "p", width: 4, height: 3, marks: [] }];
    const { store } = await open();
    await store.layDown("drum", understood("drum"), ["p"]);
    expect(store.visit?.photos).toEqual([]);
    expect(store.steps.at(-1)?.photos.map((one) => one.id)).toEqual(["p"]);
  });
});

describe("judging and counting", () => {
  it("says what a verdict was based on, so that others are not overwritten unseen", async () => {
    kept.steps[0] = step("a", 1, { piece: piece("a", { verdict: "keep", finding: "as new" }) });
    const { store } = await open();
    await store.judge(store.pieces[0] as Piece, "replace", "chipped");
    await rest();
    const sent = bench.sent.find((one) => one.method === "PUT");
    expect(sent?.body).toMatchObject({ verdict: "replace", finding: "chipped", based_on: { verdict: "keep", finding: "as new" } });
    expect([store.pieces[0]?.verdict, store.pieces[0]?.finding]).toEqual(["replace", "chipped"]);
  });

  it("knows what is not answered for, and counts it off", async () => {
    kept.steps[0] = step("a", 1, { piece: piece("a", { owed: 4, count: 4 }) });
    const { store } = await open();
    const left = () => store.unanswered.map((one) => [one.step.id, one.left]);
    expect(left()).toEqual([
      ["a", 4],
      ["b", 1],
    ]);
    await store.tick(store.pieces[0] as Piece, "in", 3);
    await store.tick(store.pieces[1] as Piece, "new", 1);
    expect(left()).toEqual([["a", 1]]);
    await store.untick(store.pieces[0] as Piece);
    expect(left()).toEqual([["a", 4]]);
  });

  it("keeps how a check of the proof went, by its key", async () => {
    const { store } = await open();
    await store.proved("r1", { check: "end_play", outcome: "met", value: 0.12, note: "" });
    await rest();
    const sent = bench.sent.find((one) => one.path.includes("/proof/"));
    expect(sent?.path).toContain("/proof/r1");
    expect(sent?.body).toEqual({ check: "end_play", outcome: "met", value: 0.12, note: "" });
  });
});

describe("walking and keeping up", () => {
  it("walks along the row and stops at its ends", async () => {
    const { store } = await open();
    store.walk(1);
    expect(store.at).toBe("a");
    store.walk(1);
    store.walk(1);
    expect(store.at).toBe("b");
    store.walk(-9);
    expect(store.at).toBe("a");
    expect(store.picked?.id).toBe("a");
  });

  it("reads the visit again when another device changed it, and not while something waits here", async () => {
    const { store } = await open();
    kept = { ...kept, changed_at: "2", steps: [...kept.steps, step("c", 3)] };
    let asked = 0;
    says((one) => {
      if (one.path.endsWith("/changed")) asked += 1;
      return one.path.endsWith("/changed") ? { status: 200, body: { changed_at: "2" } } : { status: 503 };
    });
    await store.keepUp();
    expect(store.steps).toHaveLength(3);
    await store.layDown("drum", understood("drum"), []);
    await rest();
    await store.keepUp();
    expect(asked).toBe(1);
  });

  it("enters a stage only once the record has everything", async () => {
    says((one) => (one.path.endsWith("/stage") ? { status: 200, body: { ...kept, stage: "look" } } : { status: 503 }));
    const { store } = await open();
    await store.layDown("drum", understood("drum"), []);
    await rest();
    await expect(store.enter("look")).rejects.toMatchObject({ code: "unreachable" });
    expect(bench.sent.some((one) => one.path.endsWith("/stage"))).toBe(false);
    says(() => ({ status: 200, body: { ...kept, stage: "look" } }));
    await rest();
    await store.enter("look");
    expect(store.visit?.stage).toBe("look");
  });
});
