import { describe, expect, it } from "vitest";

const texts = import.meta.glob<string>("../src/**/*.{vue,ts}", { query: "?raw", import: "default", eager: true });

describe("the look of the controls", () => {
  it("holds every control that is used", () => {
    const used = new Set(Object.values(texts).flatMap((text) => [...text.matchAll(/from "primevue\/(\w+)"/g)].map(([, control]) => control)));
    used.delete("config");
    const listed = new Set([...(texts["../src/app/controlsLook.ts"] ?? "").matchAll(/from "primevue\/(\w+)\/style"/g)].map(([, control]) => control));
    expect([...used].filter((control) => !listed.has(control))).toEqual([]);
    expect(used.size).toBeGreaterThan(5);
  });

  it("is worked out to plain styles, ours among them", async () => {
    const { controlsLook } = await import("../src/app/controlsLook");
    const sheet = controlsLook();
    for (const rule of [".p-button", ".p-inputtext", ".p-select", ".p-popover", ".p-togglebutton", ".p-dialog", ".p-drawer"]) expect(sheet).toContain(rule);
    expect(sheet).toContain("var(--ink)");
    expect(sheet).not.toMatch(/undefined|NaN|\[object|dt\(|<style/);
  });
});
