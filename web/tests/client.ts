/** The generated client asks by Request; the server of these tests is told by path, method and body. */
import { vi } from "vitest";

export function byPath() {
  const plain = globalThis.fetch;
  vi.stubGlobal("fetch", async (asked: string | Request, init?: RequestInit) => {
    if (typeof asked === "string") return plain(asked, init);
    const body = asked.body ? await asked.text() : undefined;
    return plain(new URL(asked.url, "http://x").pathname, { method: asked.method, headers: asked.headers, body });
  });
}
