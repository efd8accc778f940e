/** Single keys and chords: what they do in a field, on a control, and anywhere else. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope, type EffectScope } from "vue";

let scope: EffectScope;
let done: string[];

beforeEach(async () => {
  vi.resetModules();
  document.body.innerHTML = `<input id="field" /><textarea id="note"></textarea><button id="button">Go</button><p id="plain" tabindex="0"></p>`;
  done = [];
  scope = effectScope();
});
afterEach(() => scope.stop());

/** Moves that note their own names. */
async function moves(...names: string[]) {
  const { useKeys } = await import("../src/app/keys");
  scope.run(() => useKeys(Object.fromEntries(names.map((name) => [name, () => done.push(name)]))));
}

function press(key: string, on = "plain", more: KeyboardEventInit = {}) {
  const event = new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true, ...more });
  document.getElementById(on)!.dispatchEvent(event);
  return event;
}

describe("single keys", () => {
  it("move where nothing is typed, in either case, and are spent", async () => {
    await moves("n", "ArrowDown");
    expect(press("n").defaultPrevented).toBe(true);
    press("N");
    press("ArrowDown");
    expect(done).toEqual(["n", "n", "ArrowDown"]);
    expect(press("x").defaultPrevented).toBe(false);
  });

  it("are letters in a field, and stay the field's", async () => {
    await moves("n", "Enter", "Escape", "Space");
    for (const field of ["field", "note"]) for (const key of ["n", "Enter", "Escape", " "]) expect(press(key, field).defaultPrevented, `${key} in ${field}`).toBe(false);
    expect(done).toEqual([]);
  });

  it("leave a key to whoever has taken it already", async () => {
    await moves("n");
    document.getElementById("plain")!.addEventListener("keydown", (event) => event.preventDefault());
    press("n");
    expect(done).toEqual([]);
  });
});

describe("Enter and Space on a control", () => {
  it("press the control that was reached by keyboard", async () => {
    await moves("Enter", "Space");
    document.getElementById("button")!.focus();
    press("Enter", "button");
    press(" ", "button");
    expect(done).toEqual([]);
  });

  it("do not stay with a control that was merely clicked", async () => {
    await moves("Enter");
    const button = document.getElementById("button")!;
    button.focus();
    button.dispatchEvent(new MouseEvent("click", { bubbles: true, detail: 1 }));
    press("Enter", "button");
    expect(done).toEqual(["Enter"]);
    // Reached again by keyboard, it takes its key again.
    button.blur();
    button.focus();
    button.dispatchEvent(new FocusEvent("focusin", { bubbles: true }));
    press("Enter", "button");
    expect(done).toEqual(["Enter"]);
  });
});

describe("chords", () => {
  it("work in a field, with Ctrl or the command key, before the control sees them", async () => {
    await moves("Ctrl+Enter", "Alt+p");
    const seen: string[] = [];
    document.getElementById("note")!.addEventListener("keydown", (event) => seen.push(event.key));
    press("Enter", "note", { ctrlKey: true });
    press("Enter", "note", { metaKey: true });
    press("p", "note", { altKey: true });
    expect(done).toEqual(["Ctrl+Enter", "Ctrl+Enter", "Alt+p"]);
    expect(seen).toEqual([]);
  });

  it("are not the plain key, nor it theirs", async () => {
    await moves("n", "Ctrl+Enter");
    press("n", "plain", { ctrlKey: true });
    press("Enter");
    expect(done).toEqual([]);
  });

  it("count a function key as one: it types nothing", async () => {
    await moves("F2");
    press("F2", "field");
    expect(done).toEqual(["F2"]);
  });
});

it("lets go when the page that asked is left", async () => {
  await moves("n");
  scope.stop();
  press("n");
  expect(done).toEqual([]);
});

describe("what lies over the page", () => {
  it("has the keys until it goes", async () => {
    const { useKeys, useLayer } = await import("../src/app/keys");
    await moves("n");
    const over = effectScope();
    over.run(() => {
      useLayer();
      useKeys({ n: () => done.push("over") });
    });
    press("n");
    expect(done).toEqual(["over"]);
    over.stop();
    press("n");
    expect(done).toEqual(["over", "n"]);
  });
});
