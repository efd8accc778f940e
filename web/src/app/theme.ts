/** Day or Lamp: as the system asks, until switched by hand on this device. */
import { ref } from "vue";

const KEY = "dentado.lamp";
const kept = localStorage.getItem(KEY);

export const lamp = ref(kept === null ? window.matchMedia("(prefers-color-scheme: dark)").matches : kept === "1");

function show() {
  // What the server drew before this ran went by the system alone.
  document.documentElement.classList.remove("as-system");
  document.documentElement.classList.toggle("lamp", lamp.value);
}

export function switchLamp() {
  lamp.value = !lamp.value;
  localStorage.setItem(KEY, lamp.value ? "1" : "0");
  // The door, drawn by the server, follows.
  document.cookie = `lamp=${lamp.value ? "1" : "0"}; path=/; max-age=31536000; SameSite=Lax`;
  show();
}

show();
