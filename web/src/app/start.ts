/**
 * What runs before the front end: where the server drew the first screen, that is on the glass before the front end's
 * script is even read, and the keys pressed on it meanwhile are kept.
 */

/** A window that is not shown paints nothing. */
const NOT_SHOWN = 300;

if (document.getElementById("first")) {
  const early: KeyboardEvent[] = [];
  const keep = (event: KeyboardEvent) => early.push(event);
  window.addEventListener("keydown", keep);
  const handOver = () => {
    window.removeEventListener("keydown", keep);
    for (const event of early) {
      // A field or a link took its own.
      if (event.target === document.body) document.body.dispatchEvent(new KeyboardEvent("keydown", event));
    }
  };
  window.addEventListener("keys-taken", handOver, { once: true });
  await new Promise<void>((painted) => {
    requestAnimationFrame(() => window.setTimeout(painted));
    window.setTimeout(painted, NOT_SHOWN);
  });
}

// Fetched all the while, and begun only now: a script told of as such is read as soon as it is there.
const script = document.querySelector<HTMLLinkElement>('link[rel="preload"][as="script"]');
if (script) await import(/* @vite-ignore */ script.href);

export {};
