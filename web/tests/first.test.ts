import { afterEach, describe, expect, it, vi } from "vitest";

/** The page as the server draws it, with the front end's own drawing hidden beside it. */
async function drawn(first: string, app: string) {
  vi.resetModules();
  document.body.innerHTML = `<div id="first">${first}</div><div id="app">${app}</div>`;
  return import("../src/app/first");
}

afterEach(() => (document.body.innerHTML = ""));

describe("what was drawn first", () => {
  it("goes once, and what was typed on it is said again where it belongs", async () => {
    const { takeOver } = await drawn("<main><input></main>", '<main><div class="find"><input></div></main>');
    const [typed, own] = document.querySelectorAll("input");
    if (!typed || !own) throw new Error("no fields");
    const heard = vi.fn();
    own.addEventListener("input", heard);
    typed.value = "crane";
    typed.focus();
    takeOver();
    takeOver();
    expect(document.getElementById("first")).toBeNull();
    expect([own.value, heard.mock.calls.length, document.activeElement]).toEqual(["crane", 1, own]);
  });

  it("hands a link's focus to its like, and says nothing where nothing was typed", async () => {
    const { takeOver } = await drawn('<main><a href="/visits/1">a</a><input></main>', '<main><div class="find"><input></div><a href="/visits/1">b</a></main>');
    const heard = vi.fn();
    document.querySelector("#app input")?.addEventListener("input", heard);
    document.querySelector<HTMLElement>("#first a")?.focus();
    takeOver();
    expect(document.activeElement?.textContent).toBe("b");
    expect(heard).not.toHaveBeenCalled();
  });

  it("is nothing on every other page", async () => {
    vi.resetModules();
    document.body.innerHTML = '<div id="app"><main></main></div>';
    const { takeOver } = await import("../src/app/first");
    takeOver();
    expect(document.getElementById("app")?.innerHTML).toBe("<main></main>");
  });
});
