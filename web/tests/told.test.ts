import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

const asked = (path: string, method = "GET") => new Request(`${window.location.origin}${path}`, { method });

/** The page as it came, with answers on it; whoever asks the server is written down. */
async function came(answers: Record<string, unknown>) {
  vi.resetModules();
  document.body.innerHTML = `<script type="application/json" id="told">${JSON.stringify(answers)}</script>`;
  const server = vi.fn(() => Promise.resolve(new Response('"from the server"')));
  vi.stubGlobal("fetch", server);
  return { server, ...(await import("../src/api/told")) };
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe("what the page brings", () => {
  it("answers the first who asks, once, and nobody who writes", async () => {
    const { server, fetchOrTold, isTold } = await came({ "/api/day": { says: "Two" }, "/api/visits?state=open&page=1": { total: 2 } });
    expect(isTold("/api/day")).toBe(true);
    expect(await (await fetchOrTold(asked("/api/day", "DELETE"))).json()).toBe("from the server");
    expect(await (await fetchOrTold(asked("/api/day"))).json()).toEqual({ says: "Two" });
    expect(await (await fetchOrTold(asked("/api/day"))).json()).toBe("from the server");
    expect(await (await fetchOrTold(asked("/api/visits?state=open&page=1"))).json()).toEqual({ total: 2 });
    expect(await (await fetchOrTold(asked("/api/visits?state=filed"))).json()).toBe("from the server");
    expect(server).toHaveBeenCalledTimes(3);
  });

  it("is no answer any more once it is not of now", async () => {
    const { fetchOrTold } = await came({ "/api/day": { says: "Two" } });
    vi.advanceTimersByTime(11_000);
    expect(await (await fetchOrTold(asked("/api/day"))).json()).toBe("from the server");
  });

  it("is nothing on a page that brought nothing", async () => {
    vi.resetModules();
    document.body.innerHTML = "";
    expect((await import("../src/api/told")).isTold("/api/day")).toBe(false);
  });
});
