/** Single-key moves. They rest while something is being typed, except those that say otherwise. */
import { onBeforeUnmount, onMounted } from "vue";

type Moves = Record<string, (event: KeyboardEvent) => unknown>;

/** The control last clicked: one reached by keyboard takes its own key, one merely clicked does not keep it. */
let clicked: Element | null = null;
window.addEventListener("click", (event) => (clicked = event.detail ? document.activeElement : null), true);
window.addEventListener("focusin", () => (clicked = null));

/** Keys by name (`n`, `Enter`, `Space`, `Alt+p`); single letters are ignored in a field. */
export function useKeys(moves: Moves) {
  function press(event: KeyboardEvent) {
    if (event.defaultPrevented) return;
    const plain = event.key === " " ? "Space" : event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const chord = `${event.ctrlKey || event.metaKey ? "Ctrl+" : ""}${event.altKey ? "Alt+" : ""}${plain}`;
    const move = moves[chord];
    if (!move) return;
    const chorded = chord !== plain;
    const target = event.target as HTMLElement;
    const typing = target.matches("input, textarea, select, [contenteditable]");
    const presses = plain === "Space" || plain === "Enter";
    const onControl = presses && target !== clicked && target.matches("button, a, [role=button], [role=combobox]");
    if (!chorded && (typing || onControl)) return;
    if (presses && !typing) target.blur();
    event.preventDefault();
    move(event);
  }
  onMounted(() => window.addEventListener("keydown", press));
  onBeforeUnmount(() => window.removeEventListener("keydown", press));
}
