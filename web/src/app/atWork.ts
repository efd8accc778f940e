/** Where the server drew the first screen, hands may be at work on it before the front end draws over it. */

const drawn = Boolean(document.getElementById("first"));

/** Lets through what a hand did on what is drawn already; nothing where there is nothing. */
export async function breathe() {
  if (drawn) await new Promise((rested) => window.setTimeout(rested));
}

/** From now on keys are taken as they come: those of before, which were kept, are given out again. */
export function takeKeys() {
  window.dispatchEvent(new Event("keys-taken"));
}
