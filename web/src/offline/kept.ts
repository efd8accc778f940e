/** What a device keeps of the record beside the outbox, by name; shared by page and worker. */
export const RECORD = "dentado-record";
export const SUMS = "dentado-sums";
export const PICTURES = "dentado-pictures";
/** On an answer from the device: the hour it is of. */
export const KEPT_AT = "X-Dentado-Kept";
export const TAKE_OVER = "take over";

/** Served as they are: the door, what a stranger may see by a link, and files. Of a path with its query. */
export const PAGES_OF_THE_SERVER = /^\/(api|assets|sign-in|set-up|code|trust|join|calendar|report|health)([/?]|$)|^[^?]*\.\w+(\?|$)/;

/** What only the server can say now: what changed, devices, who may come in. */
const NOW_ONLY = /^\/api\/(devices|workshop|practice|openapi|docs)(\/|\.|$)|\/(changed|live|history|links|joins|pdf)$|^\/api\/sounds\//;

/** Whether the last answer of a reading is kept for when the server is away. */
export const keepable = (path: string) => path.startsWith("/api/") && !NOW_ONLY.test(path);

/** Nothing that one member saw is left for the next; what waits to be sent has its own owner, and stays. */
export async function forget() {
  if (!("caches" in globalThis)) return;
  await Promise.all([RECORD, SUMS, PICTURES].map((name) => caches.delete(name))).catch(() => undefined);
}

/** An answer that was put together here, kept as if the server had said all of it at once. */
export async function keepOnDevice(path: string, answer: unknown) {
  if (!("caches" in globalThis) || !navigator.serviceWorker?.controller) return;
  const headers = { "Content-Type": "application/json", Date: new Date().toUTCString() };
  const there = await caches.open(RECORD).catch(() => undefined);
  await there?.put(path, new Response(JSON.stringify(answer), { headers })).catch(() => undefined);
}
