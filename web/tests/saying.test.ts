/** The line being said: one question at a time, and the newest words asked of next. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope, nextTick } from "vue";

const asked: { line: string; answer: (title: string) => void }[] = [];

vi.mock("../src/api/client", () => ({
  api: { POST: (_: string, { body }: { body: { line: string } }) => body },
  ask: (body: { line: string }) => new Promise((resolve) => asked.push({ line: body.line, answer: (title) => resolve({ line: body.line, title, alternatives: [], pieces: [] }) })),
  asProblem: (error: unknown) => error,
}));

const { useSaying } = await import("../src/features/visits/saying");

describe("what is typed", () => {
  const scope = effectScope();
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => {
    vi.useRealTimers();
    asked.length = 0;
  });
  const settle = async (ms: number) => {
    await nextTick();
    await vi.advanceTimersByTimeAsync(ms);
  };

  it("is asked of once while an answer is on its way, and then as it stands by then", async () => {
    const saying = scope.run(useSaying)!;
    for (const text of ["s", "sp", "spu", "spur"]) {
      saying.line.value = text;
      await settle(30);
    }
    expect(asked.map(({ line }) => line)).toEqual(["s"]);
    asked[0]!.answer("S");
    await settle(5);
    expect(asked.map(({ line }) => line)).toEqual(["s", "spur"]);
    asked[1]!.answer("Spur");
    await settle(5);
    expect(saying.understood.value?.title).toBe("Spur");
    expect(asked).toHaveLength(2);
  });

  it("waits no longer for an answer that does not come", async () => {
    const saying = scope.run(useSaying)!;
    saying.line.value = "gear";
    await settle(30);
    saying.line.value = "gear 31t";
    await settle(1600);
    expect(asked.map(({ line }) => line)).toEqual(["gear", "gear 31t"]);
    asked[1]!.answer("Gear");
    await settle(5);
    // The first comes after all, and says nothing any more.
    asked[0]!.answer("Late");
    await settle(5);
    expect(saying.understood.value?.title).toBe("Gear");
  });

  it("emptied, is not asked of and understood no longer", async () => {
    const saying = scope.run(useSaying)!;
    saying.line.value = "pin";
    await settle(30);
    asked[0]!.answer("Pin");
    await settle(5);
    saying.line.value = "";
    await settle(30);
    expect(saying.understood.value).toBeUndefined();
    expect(asked).toHaveLength(1);
  });
});
