/** What a device keeps of the record, and for whom. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

import { fetchAhead } from "../src/offline/ahead";
import { keepable, PAGES_OF_THE_SERVER } from "../src/offline/kept";
import { belongsTo } from "../src/offline/owner";

describe("what is kept", () => {
  it("serves the door and files as they are, whatever is asked of them", () => {
    for (const path of ["/sign-in", "/sign-in?next=/", "/set-up", "/code?code=abc", "/join/abc", "/report/abc/pdf", "/mark.svg", "/assets/index-1.js", "/health"]) {
      expect([path, PAGES_OF_THE_SERVER.test(path)]).toEqual([path, true]);
    }
  });

  it("opens every screen of the bench from the device", () => {
    for (const path of ["/", "/visits/1/strip", "/reader?at=3.5", "/drawer", "/train", "/workshop", "/codes-of-it", "/?next=/a.b"]) {
      expect([path, PAGES_OF_THE_SERVER.test(path)]).toEqual([path, false]);
    }
  });

  it("keeps readings, but nothing that only the server can say now", () => {
    for (const path of ["/api/session", "/api/visits", "/api/visits/1/plan", "/api/shelf", "/api/sums/gauges"]) expect([path, keepable(path)]).toEqual([path, true]);
    for (const path of ["/api/visits/1/changed", "/api/visits/1/live", "/api/devices/caliper", "/api/workshop/phones", "/api/visits/1/links", "/api/openapi.json"]) {
      expect([path, keepable(path)]).toEqual([path, false]);
    }
  });
});

/** Caches by name, as far as the page asks of them. */
function shelf() {
  const there = new Map<string, Set<string>>();
  const open = (name: string) => {
    const paths = there.get(name) ?? new Set<string>();
    there.set(name, paths);
    return Promise.resolve({ match: (path: string) => Promise.resolve(paths.has(path) ? new Response() : undefined) });
  };
  return { there, caches: { open, delete: (name: string) => Promise.resolve(there.delete(name)) } };
}

describe("whose it is", () => {
  beforeEach(() => localStorage.clear());

  it("is emptied for another member, and left to the same", async () => {
    const { there, caches } = shelf();
    vi.stubGlobal("caches", caches);
    await belongsTo("ada");
    await caches.open("dentado-record");
    await belongsTo("ada");
    expect(there.has("dentado-record")).toBe(true);
    await belongsTo("ben");
    expect(there.has("dentado-record")).toBe(false);
  });
});

describe("fetched ahead", () => {
  const asked: string[] = [];
  const visit = { photos: [{ id: "p1" }], steps: [{ photos: [{ id: "p2" }] }] };

  beforeEach(() => {
    localStorage.clear();
    asked.length = 0;
    vi.stubGlobal("caches", shelf().caches);
    vi.stubGlobal("fetch", (path: string) => {
      asked.push(path);
      return Promise.resolve(new Response(JSON.stringify(visit)));
    });
    const worker = { ready: Promise.resolve(), controller: {}, getRegistration: () => Promise.resolve({}) };
    Object.defineProperty(navigator, "serviceWorker", { value: worker, configurable: true });
  });
  afterEach(() => Reflect.deleteProperty(navigator, "serviceWorker"));

  it("is each open visit with its small photos, and again only once it has changed", async () => {
    await fetchAhead([{ id: "v1", changed_at: "1" }]);
    expect(asked).toEqual(expect.arrayContaining(["/api/visits/v1", "/api/visits/v1/plan", "/api/photos/p1?small=true", "/api/photos/p2?small=true"]));
    const whole = () => asked.filter((path) => path === "/api/visits/v1").length;
    await fetchAhead([{ id: "v1", changed_at: "1" }]);
    expect(whole()).toBe(1);
    await fetchAhead([{ id: "v1", changed_at: "2" }]);
    expect(whole()).toBe(2);
  });

  it("ends where the network ends, and goes on from there", async () => {
    const open = globalThis.fetch;
    vi.stubGlobal("fetch", (path: string) => (path.includes("v2") ? Promise.reject(new Error("gone")) : open(path)));
    await fetchAhead([
      { id: "v1", changed_at: "1" },
      { id: "v2", changed_at: "1" },
    ]);
    expect(JSON.parse(localStorage.getItem("dentado.ahead") ?? "{}")).toEqual({ v1: "1" });
  });

  it("is nothing where no worker keeps it", async () => {
    Reflect.deleteProperty(navigator, "serviceWorker");
    await fetchAhead([{ id: "v1", changed_at: "1" }]);
    expect(asked).toEqual([]);
  });
});
