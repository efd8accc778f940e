/** The proof of the visit on screen: which check is at hand, and how each stands while it is on its way. */
import { createPinia, setActivePinia } from "pinia";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope } from "vue";

import type { ProofPage, ProofRow } from "../src/api/types";

const row = (key: string, more: Partial<ProofRow> = {}): ProofRow => ({
  key,
  name: key,
  how: "",
  band: "",
  minutes: 1,
  why: "",
  order: 1,
  risk: "by hand",
  figure: null,
  fails: "",
  to: "listen",
  leads: [],
  after: null,
  result: null,
  later: false,
  before: "",
  aloud: "",
  ...more,
});
const result = (outcome: string) => ({ id: outcome, outcome, value: null, note: "", at: "2026-11-27T08:00:00Z", by: "Ada" });
let page: ProofPage;
const sent: unknown[] = [];
/** Id of the result given last. */
let last = "";
/** What still waits on the device. */
let unsent: { kind: string; body: unknown }[] = [];
/** What the outbox tells once an entry is through. */
let settled: (entry: { visitId: string; kind: string }) => void;

vi.mock("../src/api/client", () => ({
  api: { GET: () => "asked", PUT: (_: string, asked: unknown) => asked, DELETE: () => "gone" },
  ask: (asked: unknown) => {
    if (asked !== "asked") sent.push(asked);
    return Promise.resolve(structuredClone(page));
  },
  asProblem: (error: unknown) => error,
}));
vi.mock("../src/record/outbox", () => ({
  useOutbox: () => ({ of: () => Promise.resolve(unsent), listen: (heard: typeof settled) => ((settled = heard), () => undefined), mourn: () => () => undefined }),
}));
vi.mock("../src/features/visits/visit", () => ({
  useVisit: () => ({ visit: { id: "v", changed_at: "1" }, proved: (id: string, body: unknown) => ((last = id), Promise.resolve(sent.push(body))) }),
}));

async function open() {
  const { useProof } = await import("../src/features/visits/prove/proof");
  const scope = effectScope();
  const proof = scope.run(() => useProof())!;
  await vi.waitFor(() => expect(proof.page.value).toBeDefined());
  return { proof, scope };
}

beforeEach(() => {
  setActivePinia(createPinia());
  sent.length = 0;
  unsent = [];
  page = { checks: [row("tray"), row("turn"), row("screws", { later: true })], open: 2, failed: 0, minutes: 2, says: "2 checks to go", handed_back: "" };
});

describe("the check at hand", () => {
  it("is the first that is open, and what is done later comes last", async () => {
    page.checks[0] = row("tray", { result: result("met") });
    const { proof, scope } = await open();
    expect(proof.current.value?.key).toBe("turn");
    await proof.went("met", null, "");
    expect(proof.current.value?.key).toBe("screws");
    scope.stop();
  });

  it("is the one picked, whatever it gave", async () => {
    page.checks[0] = row("tray", { result: result("waived") });
    const { proof, scope } = await open();
    proof.picked.value = "tray";
    expect(proof.current.value?.key).toBe("tray");
    scope.stop();
  });

  it("stays at what failed, and goes on from what was met", async () => {
    const { proof, scope } = await open();
    await proof.went("failed", 0.9, "knocks");
    expect(proof.current.value?.key).toBe("tray");
    expect(proof.stands(proof.current.value!)).toBe("failed");
    await proof.went("met", 0.1, "");
    expect(proof.current.value?.key).toBe("turn");
    expect(sent).toEqual([
      { check: "tray", outcome: "failed", value: 0.9, note: "knocks" },
      { check: "tray", outcome: "met", value: 0.1, note: "" },
    ]);
    scope.stop();
  });

  it("comes back when what was called met has failed by its figure", async () => {
    const { proof, scope } = await open();
    await proof.went("met", 0.9, "");
    expect(proof.current.value?.key).toBe("turn");
    page.checks[0] = row("tray", { result: { ...result("failed"), id: last } });
    settled({ visitId: "v", kind: "proof" });
    await vi.waitFor(() => expect(proof.current.value?.key).toBe("tray"));
    expect(proof.stands(proof.current.value!)).toBe("failed");
    scope.stop();
  });

  it("does not go back to what failed by an answer from before it was met", async () => {
    const { proof, scope } = await open();
    await proof.went("failed", null, "");
    page.checks[0] = row("tray", { result: { ...result("failed"), id: last } });
    settled({ visitId: "v", kind: "proof" });
    await vi.waitFor(() => expect(proof.page.value?.checks[0]?.result).toBeTruthy());
    await proof.went("met", null, "");
    // Asked for while the new result was on its way: it still tells of the failure.
    settled({ visitId: "v", kind: "proof" });
    await new Promise((done) => setTimeout(done));
    page.checks[0] = row("tray", { result: { ...result("met"), id: last } });
    settled({ visitId: "v", kind: "proof" });
    await vi.waitFor(() => expect(proof.page.value?.checks[0]?.result?.outcome).toBe("met"));
    expect(proof.current.value?.key).toBe("turn");
    scope.stop();
  });

  it("counts what waits on the device as done, on a page that was left and opened again", async () => {
    unsent = [{ kind: "proof", body: { check: "tray", outcome: "met", value: null, note: "" } }];
    const { proof, scope } = await open();
    expect(proof.current.value?.key).toBe("turn");
    expect(proof.stands(page.checks[0]!)).toBe("met");
    scope.stop();
  });

  it("is none where nothing is asked for", async () => {
    page.checks = [];
    const { proof, scope } = await open();
    expect(proof.current.value).toBeUndefined();
    await proof.went("met", null, "");
    expect(sent).toEqual([]);
    scope.stop();
  });
});

describe("handing back", () => {
  it("keeps the words why", async () => {
    const { proof, scope } = await open();
    page.handed_back = "no longer made";
    await proof.handBack("no longer made");
    expect(proof.page.value?.handed_back).toBe("no longer made");
    expect(sent).toEqual([{ params: { path: { visit_id: "v" } }, body: { why: "no longer made" } }]);
    scope.stop();
  });
});
