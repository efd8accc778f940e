/** The worker that keeps the bench on this device, and the change to a newer one. */
import { ref } from "vue";

import { TAKE_OVER } from "./kept";

/** Whether a newer Dentado lies ready. It is taken at the next change of screen, never in the middle of a line. */
export const newer = ref(false);
let waiting: ServiceWorker | null = null;
let asked: ServiceWorker | null = null;
let taken = false;
/** A change of screen waits no longer than this for it. */
const PATIENCE = 1_500;

let settle: (kept: boolean) => void = () => undefined;
/** Whether a worker keeps what comes, once that is known: it is called only when the first screen stands. */
export const keeping = new Promise<boolean>((done) => (settle = done));

/** Without a worker (no TLS, a private window) everything works but a cold start without the server. */
export async function keepOnDevice() {
  if (!("serviceWorker" in navigator) || !import.meta.env.PROD) return settle(false);
  try {
    const kept = await navigator.serviceWorker.register("/worker.js", { updateViaCache: "none" });
    lookAt(kept.waiting);
    kept.addEventListener("updatefound", () => {
      const fresh = kept.installing;
      fresh?.addEventListener("statechange", () => lookAt(kept.waiting));
    });
    settle(true);
  } catch {
    // This browser keeps none.
    settle(false);
  }
}

function lookAt(fresh: ServiceWorker | null) {
  // The very first one has nobody to relieve.
  if (!fresh || !navigator.serviceWorker.controller) return;
  if (!newer.value) navigator.serviceWorker.addEventListener("controllerchange", () => (taken = true), { once: true });
  waiting = fresh;
  newer.value = true;
}

/** Ask the newer one to take over. Whether it has, so that the next page opened is its own: the old one first ends
 *  what it has in hand, and a reading sent into a network that just went may keep it for long. Waited for once. */
export function takeNewer(): Promise<boolean> {
  if (taken || asked === waiting) return Promise.resolve(taken);
  asked = waiting;
  return new Promise((resolve) => {
    navigator.serviceWorker.addEventListener("controllerchange", () => resolve(true), { once: true });
    setTimeout(() => resolve(taken), PATIENCE);
    asked?.postMessage(TAKE_OVER);
  });
}
