/** The change to a newer version: at once where the old one lets go, and never in the way of a change of screen. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

const told: string[] = [];
const other = { postMessage: (word: string) => void told.push(word) };
let container: EventTarget;

/** The module as a page that has just opened knows it, with a newer one lying ready. */
async function opened() {
  vi.resetModules();
  vi.stubEnv("PROD", true);
  container = Object.assign(new EventTarget(), { controller: {}, register: async () => ({ waiting: other, addEventListener: () => undefined }) });
  vi.stubGlobal("navigator", { serviceWorker: container });
  const worker = await import("../src/offline/worker");
  await worker.keepOnDevice();
  return worker;
}

const letsGo = () => container.dispatchEvent(new Event("controllerchange"));

describe("a newer version that lies ready", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    told.length = 0;
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
    vi.unstubAllEnvs();
  });

  it("is asked to take over, and is here once the old one lets go", async () => {
    const { newer, takeNewer } = await opened();
    expect(newer.value).toBe(true);
    const here = takeNewer();
    letsGo();
    expect(await here).toBe(true);
    expect(told).toEqual(["take over"]);
  });

  it("holds up one change of screen for a moment, and the next ones not at all, while the old one keeps hold", async () => {
    const { takeNewer } = await opened();
    const first = takeNewer();
    await vi.advanceTimersByTimeAsync(2_000);
    expect(await first).toBe(false);
    expect(await takeNewer()).toBe(false);
    expect(told).toHaveLength(1);
  });

  it("is here at the next change of screen when it came late", async () => {
    const { takeNewer } = await opened();
    const first = takeNewer();
    await vi.advanceTimersByTimeAsync(2_000);
    await first;
    letsGo();
    expect(await takeNewer()).toBe(true);
  });

  it("is here too where another window asked for it", async () => {
    const { takeNewer } = await opened();
    letsGo();
    expect(await takeNewer()).toBe(true);
    expect(told).toEqual([]);
  });
});
