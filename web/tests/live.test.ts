/** Following a visit: the stream, and what stands in for it. */
import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope, ref } from "vue";

const heard: string[] = [];
let asked = 0;
vi.mock("../src/features/visits/visit", () => ({
  useVisit: () => ({ heard: (at: string) => Promise.resolve(heard.push(at)), keepUp: () => Promise.resolve((asked += 1)) }),
}));

class Source {
  static readonly CLOSED = 2;
  static made: Source[] = [];
  readyState = 1;
  onmessage: ((event: { data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  constructor(readonly url: string) {
    Source.made.push(this);
  }
  close() {
    this.readyState = 2;
  }
}

async function follow() {
  const { useLive } = await import("../src/features/visits/live");
  const [visit, at] = [ref("v"), ref("strip")];
  const scope = effectScope();
  const { others } = scope.run(() => useLive(visit, at))!;
  return { others, at, scope };
}

beforeEach(() => {
  setActivePinia(createPinia());
  vi.useFakeTimers();
  vi.stubGlobal("EventSource", Source);
  [Source.made, asked] = [[], 0];
  heard.length = 0;
});
afterEach(() => void vi.useRealTimers());

describe("following a visit", () => {
  it("tells what changed and who is there", async () => {
    const { others, scope } = await follow();
    Source.made[0]!.onmessage!({ data: JSON.stringify({ changed_at: "2", others: [{ called: "Kit", at: "strip", mine: false }] }) });
    expect(heard).toEqual(["2"]);
    expect(others.value[0]?.called).toBe("Kit");
    scope.stop();
  });

  it("asks anew as the stage changes, as the same page", async () => {
    const { at, scope } = await follow();
    at.value = "build";
    await vi.advanceTimersByTimeAsync(0);
    expect(Source.made.length).toBe(2);
    expect(Source.made[0]!.readyState).toBe(Source.CLOSED);
    const pages = Source.made.map((one) => new URL(one.url, "http://x").searchParams.get("page"));
    expect(pages[0]).toBe(pages[1]);
    scope.stop();
  });

  it("looks now and then where it is refused, and tries again", async () => {
    const { scope } = await follow();
    Source.made[0]!.readyState = Source.CLOSED;
    Source.made[0]!.onerror!();
    await vi.advanceTimersByTimeAsync(11_000);
    expect(asked).toBe(2);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(Source.made.length).toBe(2);
    const before = asked;
    await vi.advanceTimersByTimeAsync(20_000);
    expect(asked).toBe(before);
    scope.stop();
  });

  it("leaves a stream that only stumbled to the browser", async () => {
    const { scope } = await follow();
    Source.made[0]!.readyState = 0;
    Source.made[0]!.onerror!();
    await vi.advanceTimersByTimeAsync(11_000);
    expect([asked, Source.made.length]).toEqual([0, 1]);
    scope.stop();
  });
});
