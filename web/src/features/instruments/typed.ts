/** A caliper that types as a keyboard does: figures faster than any hand, ended by Enter, are a reading and no typing. */
import { api, ask } from "../../api/client";
import { forWhom, hand, isForFigures, put } from "./heard";

/** Milliseconds between two keys of a device; a hand takes twice as long. */
const AT_MOST = 45;
const LEAST = 3;

let typed = "";
let last = -Infinity;
let field: HTMLInputElement | null = null;
let before = "";

async function given(text: string, into: HTMLInputElement | null) {
  const whom = forWhom(into);
  try {
    const { value_mm } = await ask(api.POST("/api/devices/typed", { body: { text } }));
    await hand(value_mm, "mm", whom);
  } catch {
    // What is no reading is left as it was typed.
    if (into) put(into, into.value + text);
  }
}

export function hear(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey) return void (typed = "");
  const quick = event.timeStamp - last <= AT_MOST;
  if (/^[\d.,+/\- ]$/.test(event.key)) {
    if (!quick || !typed) {
      const active = document.activeElement;
      field = active instanceof HTMLInputElement ? active : null;
      before = field?.value ?? "";
      typed = "";
    }
    typed += event.key;
    last = event.timeStamp;
    return;
  }
  const whole = quick && typed.trim().length >= LEAST && /\d/.test(typed);
  if ((event.key === "Enter" || event.key === "Tab") && whole) {
    // Only where a number belongs, or where nothing is being typed: a scanner may fill the other fields.
    if (!field || isForFigures(field)) {
      event.preventDefault();
      event.stopImmediatePropagation();
      // What came into the field meanwhile stays.
      if (field) put(field, field.value.endsWith(typed) ? field.value.slice(0, -typed.length) : before);
      void given(typed.trim(), field);
    }
  }
  if (event.key !== "Shift") typed = "";
}

window.addEventListener("keydown", hear, true);
