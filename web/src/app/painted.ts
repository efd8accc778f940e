/** Where the server drew the first screen, that is on the glass before the script that draws over it begins. */

/** A window that is not shown paints nothing. */
const NOT_SHOWN = 300;

const drawn = Boolean(document.getElementById("first"));

/** Lets through what a hand did on what is drawn already; nothing where there is nothing. */
export async function breathe() {
  if (drawn) await new Promise((rested) => window.setTimeout(rested));
}

/** Keys that were pressed on what is drawn, before anyone was there to take them. */
const early: KeyboardEvent[] = [];
const keep = (event: KeyboardEvent) => early.push(event);

/** From now on keys are taken as they come, and those of before are. */
export function takeKeys() {
  window.removeEventListener("keydown", keep);
  for (const event of early.splice(0)) {
    // A field or a link took its own.
    if (event.target === document.body) document.body.dispatchEvent(new KeyboardEvent("keydown", event));
  }
}

if (drawn) {
  window.addEventListener("keydown", keep);
  await new Promise<void>((painted) => {
    requestAnimationFrame(() => window.setTimeout(painted));
    window.setTimeout(painted, NOT_SHOWN);
  });
}
