/** The bench on a device: its screens, what was last seen of the record, and the last answers of the instruments.
 *
 *  Screens come from the device first, the record from the server first; what is shown from here carries the
 *  hour it is of. Writes never pass this way: they wait in the outbox. */
import { ExpirationPlugin } from "workbox-expiration";
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute, type PrecacheEntry } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { CacheFirst, NetworkFirst, Strategy, type StrategyHandler } from "workbox-strategies";

import { KEPT_AT, RECORD, SUMS, PICTURES, TAKE_OVER, keepable, PAGES_OF_THE_SERVER } from "../src/offline/kept";

declare const self: ServiceWorkerGlobalScope;
/** Every file of the build and a stamp of it; the build writes it. */
declare const SCREENS: PrecacheEntry[];

/** A server that is there answers a reading within this; else what was last seen is shown. */
const PATIENCE_SECONDS = 5;
/** Beyond this the screens from the device are quicker. */
const AT_ONCE_SECONDS = 0.7;
const MOST_ANSWERS = 400;
const MOST_PICTURES = 800;

precacheAndRoute(SCREENS);
cleanupOutdatedCaches();
const shell = createHandlerBoundToURL("/shell");

/** The bench's page comes from the server with the bench drawn on it, where that is there at once; else from here. */
registerRoute(
  ({ request, url }) => request.mode === "navigate" && url.pathname === "/",
  async (asked) => {
    // Not given up but left: what began to arrive in time may take longer to be whole.
    const page = fetch(asked.request).catch(() => undefined);
    const late = new Promise<undefined>((over) => setTimeout(over, AT_ONCE_SECONDS * 1000));
    const first = await Promise.race([page, late]);
    return first && first.status < 500 ? first : shell(asked);
  },
);
registerRoute(new NavigationRoute(shell, { denylist: [PAGES_OF_THE_SERVER] }));

/** Says of an answer from the device what hour it is of. */
const dated = {
  cachedResponseWillBeUsed: async ({ cachedResponse }: { cachedResponse?: Response }) => cachedResponse && ofItsHour(cachedResponse),
};

function ofItsHour(kept: Response): Response {
  const headers = new Headers(kept.headers);
  headers.set(KEPT_AT, kept.headers.get("Date") ?? new Date(0).toUTCString());
  return new Response(kept.body, { status: kept.status, statusText: kept.statusText, headers });
}

/** No room on the device is no reason to withhold an answer. */
const room = (maxEntries: number) => new ExpirationPlugin({ maxEntries, purgeOnQuotaError: true });

/** A reading that went into a dead network is given up: until it is, a newer version cannot take over. */
const givenUp = (seconds: number) => ({
  requestWillFetch: async ({ request }: { request: Request }) => new Request(request, { signal: AbortSignal.timeout(seconds * 1000) }),
});

registerRoute(({ url, sameOrigin }) => sameOrigin && /^\/api\/photos\/[^/]+$/.test(url.pathname), new CacheFirst({ cacheName: PICTURES, plugins: [givenUp(60), room(MOST_PICTURES)] }));
/** Changes alone are no whole answer. */
const whole = (url: URL) => !url.searchParams.has("since");
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && keepable(url.pathname) && whole(url),
  new NetworkFirst({ cacheName: RECORD, networkTimeoutSeconds: PATIENCE_SECONDS, plugins: [dated, givenUp(30), room(MOST_ANSWERS)] }),
);

/** A sum is asked by POST, and its answer hangs on nothing but what was asked: the same again is the same. */
class SumFirstAsked extends Strategy {
  protected async _handle(request: Request, handler: StrategyHandler): Promise<Response> {
    const asked = new Uint8Array(await crypto.subtle.digest("SHA-256", await request.clone().arrayBuffer()));
    const key = `${request.url}?of=${[...asked].map((byte) => byte.toString(16).padStart(2, "0")).join("")}`;
    try {
      const answer = await handler.fetch(request);
      if (answer.ok) void handler.waitUntil(handler.cachePut(key, answer.clone()));
      return answer;
    } catch (error) {
      const kept = await handler.cacheMatch(key);
      if (kept) return kept;
      throw error;
    }
  }
}

const BIG = /\/(photo-count|sound)$/;
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/api/sums/") && !BIG.test(url.pathname),
  new SumFirstAsked({ cacheName: SUMS, plugins: [dated, givenUp(60), room(MOST_ANSWERS)] }),
  "POST",
);

// The first page is served from here at once; a newer one waits until the page says that it may.
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
self.addEventListener("message", (event) => {
  if (event.data === TAKE_OVER) void self.skipWaiting();
});
