/** The recordings of a visit, and what the core hears in each. */
import { computed, onUnmounted, ref, watch } from "vue";

import { api, ask, asProblem } from "../../../api/client";
import type { Heard, KeptSound, Problem, Sounds, TurnedState } from "../../../api/types";
import { newId } from "../../../record/ids";
import { useOutbox, type Waiting } from "../../../record/outbox";
import { useVisit } from "../visit";
import { asWav } from "./wav";

const UNHEARD: Problem = {
  problem: "This file is no recording the browser can read.",
  field: "",
  hint: "Send a sound: WAV, or what the phone's recorder makes.",
  code: "no_sound",
};

export function useSounds() {
  const store = useVisit();
  const outbox = useOutbox();
  const all = ref<Sounds>();
  const heard = ref<Record<string, Heard>>({});
  const problem = ref<Problem>();
  /** Recordings on their way. */
  const sending = ref(0);
  const path = (sound_id: string) => ({ params: { path: { visit_id: store.visit?.id ?? "", sound_id } } });

  /** One thing after the other; what goes wrong is said. */
  async function trying(work: () => Promise<void>) {
    try {
      await work();
      problem.value = undefined;
    } catch (error) {
      problem.value = asProblem(error);
    }
  }

  const look = () =>
    trying(async () => {
      if (!store.visit) return;
      all.value = await ask(api.GET("/api/visits/{visit_id}/sounds", { params: { path: { visit_id: store.visit.id } } }));
      for (const sound of all.value.sounds) if (!heard.value[sound.id]) await listen(sound.id);
    });

  async function listen(id: string) {
    heard.value = { ...heard.value, [id]: await ask(api.GET("/api/visits/{visit_id}/sounds/{sound_id}/heard", path(id))) };
  }

  /** Keep a recording, whatever the browser can play. */
  async function add(file: Blob, turned: Partial<TurnedState>) {
    let wav: Blob;
    try {
      wav = await asWav(file);
    } catch {
      return void (problem.value = UNHEARD);
    }
    problem.value = undefined;
    sending.value += 1;
    await store.addSound(newId(), { shaft: "", train: "", turned_so: "", ...turned }, wav);
  }

  const fromSource = (train: string, turned_so: string) =>
    trying(async () => {
      await ask(api.PUT("/api/visits/{visit_id}/sounds/{sound_id}/source", { ...path(newId()), body: { train, shaft: "", turned_so } }));
      await look();
    });

  /** Put right how it was turned, and hear it again by that. */
  const say = (sound: KeptSound, said: TurnedState & { repaired: boolean }) =>
    trying(async () => {
      const { turns, rpm, shaft, train, turned_so } = sound;
      await ask(api.PUT("/api/visits/{visit_id}/sounds/{sound_id}/turned", { ...path(sound.id), body: { ...said, based_on: { turns, rpm, shaft, train, turned_so } } }));
      heard.value = {};
      await look();
    });

  const drop = (id: string) =>
    trying(async () => {
      all.value = await ask(api.PUT("/api/visits/{visit_id}/sounds/{sound_id}/dropped", { ...path(id), body: { taken_back: true } }));
    });

  function settled(entry: Waiting) {
    if (entry.kind !== "sound" || entry.visitId !== store.visit?.id) return;
    sending.value = Math.max(0, sending.value - 1);
    void look();
  }
  const stops = [outbox.listen(settled), outbox.mourn(settled)];
  onUnmounted(() => stops.forEach((stop) => stop()));
  watch(
    () => store.visit?.id,
    () => void look(),
    { immediate: true },
  );

  return { all, sounds: computed(() => all.value?.sounds ?? []), heard, problem, sending, add, fromSource, say, drop };
}
