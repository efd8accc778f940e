/** Bench mode: the screen stays awake, and steps are read aloud where the browser can. */
import { useWakeLock } from "@vueuse/core";
import { onBeforeUnmount, onMounted, ref } from "vue";

const SPEAK = "dentado.speak";

export function useBench() {
  const speaks = typeof window.speechSynthesis !== "undefined";
  const aloud = ref(speaks && localStorage.getItem(SPEAK) === "1");
  const { request, release } = useWakeLock();

  function say(text: string) {
    if (!aloud.value) return;
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(text));
  }

  function switchAloud() {
    aloud.value = !aloud.value;
    localStorage.setItem(SPEAK, aloud.value ? "1" : "0");
    if (!aloud.value) window.speechSynthesis.cancel();
  }

  // Not allowed here, the screen sleeps as the system says.
  onMounted(() => void request("screen").catch(() => undefined));
  onBeforeUnmount(() => {
    void release();
    if (speaks) window.speechSynthesis.cancel();
  });

  return { speaks, aloud, say, switchAloud };
}
