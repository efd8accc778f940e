/** Single-key moves. They rest while something is being typed, except those that say otherwise. */
import { useEventListener } from "@vueuse/core";
import { onScopeDispose } from "vue";

/** How many things lie over the page: only the keys of the topmost count. */
let layers = 0;

/** Whatever is set up after this, until it goes, lies over what was there. */
export function useLayer() {
  layers += 1;
  onScopeDispose(() => (layers -= 1));
}

type Moves = Record<string, (event: KeyboardEvent) => unknown>;

/** The control last clicked: one reached by keyboard takes its own key, one merely clicked does not keep it. */
let clicked: Element | null = null;
window.addEventListener("click", (event) => (clicked = event.detail ? document.activeElement : null), true);
window.addEventListener("focusin", () => (clicked = null));

/** Keys by name (`n`, `Enter`, `Space`, `Alt+p`); single letters are ignored in a field. */
export function useKeys(moves: Moves) {
  const mine = layers;
  /** Chords come first, since controls take Enter and the arrows for themselves; plain keys come last. */
  function press(event: KeyboardEvent, chords: boolean) {
    if (event.defaultPrevented || mine !== layers) return;
    const plain = event.key === " " ? "Space" : event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const chord = `${event.ctrlKey || event.metaKey ? "Ctrl+" : ""}${event.altKey ? "Alt+" : ""}${plain}`;
    const move = moves[chord];
    if (!move) return;
    // A function key types nothing, so it works in a field as a chord does.
    const chorded = chord !== plain || /^F\d+$/.test(plain);
    if (chorded !== chords) return;
    const target = event.target as HTMLElement;
    const typing = target.matches("input, textarea, select, [contenteditable]");
    const presses = plain === "Space" || plain === "Enter";
    const onControl = presses && target !== clicked && target.matches("button, a, [role=button], [role=combobox]");
    if (!chorded && (typing || onControl)) return;
    if (presses && !typing) target.blur();
    event.preventDefault();
    if (chorded) event.stopPropagation();
    move(event);
  }
  useEventListener(window, "keydown", (event) => press(event, true), { capture: true });
  useEventListener(window, "keydown", (event) => press(event, false));
}
