/** Changes laid over what is on the screen, and the device's own copy of the whole. */
import { afterEach, describe, expect, it, vi } from "vitest";

import type { Step, Visit } from "../src/api/types";
import { withChanges } from "../src/features/visits/shown";
import { keepOnDevice, RECORD } from "../src/offline/kept";

const step = (id: string, number: number, line = id) => ({ id, number, line }) as unknown as Step;
const answer = (more: Partial<Visit>) => ({ id: "v", changed_at: "2", whole: false, gone: [], steps: [], ...more }) as unknown as Visit;
const said = (visit: Visit) => visit.steps.map((one) => `${one.number} ${one.line}`);

describe("a visit of which only the changes came", () => {
  const known = [step("a", 1), step("b", 2), step("c", 3)];

  it("keeps the steps that did not change, as the very same things", () => {
    const made = withChanges(known, answer({ steps: [step("b", 2, "said again")] }));
    expect(said(made)).toEqual(["1 a", "2 said again", "3 c"]);
    // The same object: nothing of it is drawn again.
    expect(made.steps[0]).toBe(known[0]);
    expect(made.steps[2]).toBe(known[2]);
  });

  it("lays what is new in its place and leaves out what was taken back", () => {
    const made = withChanges(known, answer({ steps: [step("e", 5), step("d", 4)], gone: ["b"] }));
    expect(said(made)).toEqual(["1 a", "3 c", "4 d", "5 e"]);
  });

  it("a step brought back stands at the end, once", () => {
    const made = withChanges(known, answer({ steps: [step("a", 4)] }));
    expect(said(made)).toEqual(["2 b", "3 c", "4 a"]);
  });

  it("is a whole visit afterwards, with what the head says now", () => {
    const made = withChanges(known, answer({ stage: "build" }));
    expect([made.whole, made.gone, made.stage, made.changed_at]).toEqual([true, [], "build", "2"]);
    expect(known.map((one) => one.id)).toEqual(["a", "b", "c"]);
  });

  it("a whole answer stands as it came", () => {
    const whole = answer({ whole: true, steps: [step("z", 1)] });
    expect(withChanges(known, whole)).toBe(whole);
  });
});

describe("the device's own copy", () => {
  afterEach(() => vi.unstubAllGlobals());

  function device(controller: unknown, put = vi.fn(() => Promise.resolve())) {
    vi.stubGlobal("caches", { open: vi.fn(() => Promise.resolve({ put })) });
    vi.stubGlobal("navigator", { serviceWorker: { controller } });
    return put;
  }

  it("is put where the worker looks for it, with its hour", async () => {
    const put = device({});
    await keepOnDevice("/api/visits/v", { id: "v" });
    expect(caches.open).toHaveBeenCalledWith(RECORD);
    const [path, kept] = put.mock.calls[0] as unknown as [string, Response];
    expect(path).toBe("/api/visits/v");
    expect(await kept.json()).toEqual({ id: "v" });
    expect(Date.parse(kept.headers.get("Date") ?? "")).toBeGreaterThan(0);
  });

  it("is not kept where no worker would ever serve it, or forget it on signing out", async () => {
    const put = device(undefined);
    await keepOnDevice("/api/visits/v", {});
    expect(put).not.toHaveBeenCalled();
  });

  it("a full device is no reason to fail", async () => {
    device(
      {},
      vi.fn(() => Promise.reject(new Error("QuotaExceededError"))),
    );
    await expect(keepOnDevice("/api/visits/v", {})).resolves.toBeUndefined();
  });
});
