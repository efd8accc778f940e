import { describe, expect, it } from "vitest";

import type { Problem } from "../src/api/types";
import { newId } from "../src/record/ids";
import { rebased } from "../src/record/rebase";
import type { Waiting } from "../src/record/store";
import { whatIs, wordsOf } from "../src/record/words";

function entry(kind: Waiting["kind"], body: unknown): Waiting {
  return { visitId: "v", kind, method: "PUT", path: "/p", body, owner: "7", who: "Robin", key: 3, tries: 2 };
}

const overtaken = (now: Record<string, unknown>) => ({ problem: "", hint: "", field: "", where: [], code: "overtaken", mine: "", theirs: "", who: "", now }) as Problem;

describe("an entry in words", () => {
  it("says what it is and what was said", () => {
    expect(whatIs(entry("verdict", {}))).toBe("Verdict");
    expect(wordsOf(entry("step", { line: "4x M3x10 lid", photos: [], based_on: "" }))).toBe("4x M3x10 lid");
    expect(wordsOf(entry("verdict", { verdict: "replace", finding: "cracked", based_on: { verdict: "keep" } }))).toBe("replace, cracked");
    expect(wordsOf(entry("tick", { piece_id: "x", outcome: "in", count: 2 }))).toBe("in, 2");
    expect(wordsOf(entry("photo", undefined))).toBe("");
  });
});

describe("an entry based on what stands now", () => {
  it("takes the state, or the one value it is made of", () => {
    expect(rebased(entry("waits", { waits_for: "part" }), overtaken({ waits_for: "owner", waits_note: "" })).body).toEqual({ waits_for: "part", based_on: { waits_for: "owner", waits_note: "" } });
    expect(rebased(entry("step", { line: "lid" }), overtaken({ line: "cover" })).body).toEqual({ line: "lid", based_on: "cover" });
    expect(rebased(entry("watch", { text: "play" }), overtaken({ to_watch: "grease" })).body).toEqual({ text: "play", based_on: "grease" });
    expect(rebased(entry("marks", { marks: [] }), overtaken({ marks: [{ x: 1, y: 1 }] })).body).toEqual({ marks: [], based_on: [{ x: 1, y: 1 }] });
  });

  it("leaves any other refusal as it was said, without its place in the queue or its tries", () => {
    const again = rebased(entry("step", { line: "lid", based_on: "" }), { ...overtaken({ line: "x" }), code: "input" });
    expect(again.body).toEqual({ line: "lid", based_on: "" });
    expect(again).not.toHaveProperty("key");
    expect(again).not.toHaveProperty("tries");
    expect(again).not.toHaveProperty("owner");
  });
});

describe("ids made on the device", () => {
  it("are of version 4 and never twice the same, over plain HTTP too", () => {
    const ids = Array.from({ length: 500 }, newId);
    const plain = { getRandomValues: (bytes: Uint8Array) => bytes.map(() => Math.floor(Math.random() * 256)) };
    const whole = globalThis.crypto;
    Object.defineProperty(globalThis, "crypto", { value: plain, configurable: true });
    ids.push(...Array.from({ length: 500 }, newId));
    Object.defineProperty(globalThis, "crypto", { value: whole, configurable: true });
    expect(new Set(ids).size).toBe(1000);
    for (const id of ids) expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  });
});
