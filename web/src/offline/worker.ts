/** The worker that keeps the bench on this device, and the change to a newer one. */
import { ref } from "vue";

import { TAKE_OVER } from "./kept";

/** Whether a newer Dentado lies ready. It is taken at the next change of screen, never in the middle of a line. */
export const newer = ref(false);
let waiting: ServiceWorker | null = null;

/** Without a worker (no TLS, a private window) everything works but a cold start without the server. */
export async function keepOnDevice() {
  if (!("serviceWorker" in navigator) || !import.meta.env.PROD) return;
  try {
    const kept = await navigator.serviceWorker.register("/worker.js", { updateViaCache: "none" });
    lookAt(kept.waiting);
    kept.addEventListener("updatefound", () => {
      const fresh = kept.installing;
      fresh?.addEventListener("statechange", () => lookAt(kept.waiting));
    });
  } catch {
    // This browser keeps none.
  }
}

function lookAt(fresh: ServiceWorker | null) {
  // The very first one has nobody to relieve.
  if (!fresh || !navigator.serviceWorker.controller) return;
  waiting = fresh;
  newer.value = true;
}

/** Change to the newer one and open `path` with it. */
export function takeNewer(path: string) {
  navigator.serviceWorker.addEventListener("controllerchange", () => window.location.assign(path), { once: true });
  waiting?.postMessage(TAKE_OVER);
}
