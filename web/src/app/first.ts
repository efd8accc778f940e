/** What the server drew stands on the page until the front end's own drawing of it is whole; then this takes its place. */

const first = document.getElementById("first");

/** Shows the front end in place of what was drawn first; what was typed there, focused or scrolled to stays so. */
export function takeOver() {
  if (!first?.isConnected) return;
  // What is pressed just now is waited for, also from before this script was there: the click must find what it was meant for.
  if (first.querySelector(":active")) {
    for (const name of ["pointerup", "pointercancel"]) window.addEventListener(name, () => window.setTimeout(takeOver), { once: true });
    return;
  }
  const field = first.querySelector("input");
  const focused = first.contains(document.activeElement) ? document.activeElement : null;
  const scrolled = first.querySelector("main")?.scrollTop ?? 0;
  first.remove();
  const app = document.getElementById("app");
  const main = app?.querySelector("main");
  if (main && scrolled) main.scrollTop = scrolled;
  const own = app?.querySelector<HTMLInputElement>(".find input");
  if (own && field?.value) {
    own.value = field.value;
    own.dispatchEvent(new Event("input"));
  }
  const href = focused?.getAttribute("href");
  const same = focused && focused === field ? own : href ? app?.querySelector<HTMLElement>(`a[href="${CSS.escape(href)}"]`) : null;
  same?.focus();
}
