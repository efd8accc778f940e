import { afterEach, describe, expect, it, vi } from "vitest";

let added: string[] = [];

/** The page is opened at a path; what is asked is written down and not sent. */
async function opened(path: string, head = "", body = "") {
  vi.resetModules();
  added = [];
  document.head.innerHTML = head;
  document.body.innerHTML = body;
  vi.spyOn(document.head, "append").mockImplementation((...links) => void added.push(...links.map((link) => (link as Element).getAttribute("href") ?? "")));
  window.history.replaceState(null, "", path);
  await import("../src/app/askAhead");
}

afterEach(() => (document.head.innerHTML = ""));

describe("what is asked before the screen is laid out", () => {
  it("is the bench's, on the bench alone", async () => {
    await opened("/");
    expect(added).toEqual(["/api/session", "/api/vocabulary", "/api/visits?state=open&page=1", "/api/day"]);
    await opened("/reader");
    expect(added).toEqual([]);
  });

  it("is not asked twice where the server's page said so", async () => {
    await opened("/", '<link href="/api/session"><link href="/api/vocabulary">');
    expect(added).toEqual(["/api/visits?state=open&page=1", "/api/day"]);
  });

  it("is not asked where the page brought the answer", async () => {
    await opened("/", "", '<script type="application/json" id="told">{"/api/session": {}, "/api/day": {}}</script>');
    expect(added).toEqual(["/api/vocabulary", "/api/visits?state=open&page=1"]);
  });
});
