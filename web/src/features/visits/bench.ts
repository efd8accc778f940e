/** Bench mode: the screen stays awake, and steps are read aloud where the browser can. */
import { onBeforeUnmount, onMounted, ref } from "vue";

const SPEAK = "dentado.speak";

export function useBench() {
  const speaks = typeof window.speechSynthesis !== "undefined";
  const aloud = ref(speaks && localStorage.getItem(SPEAK) === "1");
  let lock: WakeLockSentinel | undefined;

  async function stayAwake() {
    try {
      lock = await navigator.wakeLock?.request("screen");
    } catch {
      // Not allowed here; the screen then sleeps as the system says.
    }
  }
  /** The lock is lost whenever the page is hidden. */
  const again = () => document.visibilityState === "visible" && void stayAwake();

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

  onMounted(() => {
    void stayAwake();
    document.addEventListener("visibilitychange", again);
  });
  onBeforeUnmount(() => {
    document.removeEventListener("visibilitychange", again);
    void lock?.release();
    if (speaks) window.speechSynthesis.cancel();
  });

  return { speaks, aloud, say, switchAloud };
}
