/** Moves without a hand: a pedal's or a headset's key, set by pressing it, and a knock on the bench. */
import { useEventListener } from "@vueuse/core";
import { onScopeDispose, ref, watch } from "vue";

import type { BuildStep, Photo } from "../../../api/types";
import { KnockEar } from "./knock";

const KEPT = "dentado.hands";
export type Move = "next" | "back";

/** What is in hand while neither is free: its words, the picture beside it, and what going on means. */
export interface InHand {
  title: string;
  place: string;
  /** The clock when all of it is done, if that is known. */
  ready?: string;
  count?: string;
  remarks: { text: string; tone: string }[];
  tightening?: BuildStep["tightening"];
  photo?: Photo;
  done: string;
  canGoBack: boolean;
}

interface Hands {
  next: string;
  back: string;
  knock: boolean;
}

function kept(): Hands {
  const usual: Hands = { next: "", back: "", knock: false };
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(KEPT) ?? "{}") as Partial<Hands>) };
  } catch {
    return usual;
  }
}

/** What this device is moved by, for every visit. */
export const hands = ref(kept());
watch(hands, (set) => localStorage.setItem(KEPT, JSON.stringify(set)), { deep: true });

/** A key by where it lies; pedals and headsets often say only what it means. */
export const keyOf = (event: KeyboardEvent) => (event.code && event.code !== "Unidentified" ? event.code : event.key);
/** As a person would call it. */
export const keyWords = (key: string) => key.replace(/^(Key|Digit)/, "").replace(/([a-z])([A-Z0-9])/g, "$1 $2");

/** Which move waits to be told its key. */
export const learning = ref<Move | "">("");

/** While this stands, the keys that were set make the moves, a headset's own buttons too. */
export function useHands(moves: Record<Move, () => void>) {
  useEventListener(
    window,
    "keydown",
    (event) => {
      const key = keyOf(event);
      if (learning.value) {
        // Escape takes nothing; a key serves one move.
        if (key !== "Escape") {
          const other = learning.value === "next" ? "back" : "next";
          hands.value = { ...hands.value, [learning.value]: key, [other]: hands.value[other] === key ? "" : hands.value[other] };
        }
        learning.value = "";
      } else {
        const move = (["next", "back"] as const).find((name) => hands.value[name] === key);
        const typing = event.key.length === 1 && (event.target as HTMLElement).matches?.("input, textarea, select");
        if (!move || typing) return;
        // A pedal that is stood on repeats; one press is one move.
        if (!event.repeat) moves[move]();
      }
      event.preventDefault();
      event.stopImmediatePropagation();
    },
    { capture: true },
  );
  useHeadset(moves);
  const problem = useKnock(() => moves.next());
  onScopeDispose(() => (learning.value = ""));
  return { problem };
}

/** The buttons of a headset reach a page only while it plays: silence, over and over. */
function useHeadset(moves: Record<Move, () => void>) {
  const session = navigator.mediaSession as MediaSession | undefined;
  if (!session) return;
  const silence = new Audio(silent());
  silence.loop = true;
  const play = () => void silence.play()?.catch(() => undefined);
  play();
  const asked: Partial<Record<MediaSessionAction, Move>> = { play: "next", pause: "next", nexttrack: "next", previoustrack: "back" };
  for (const [button, move] of Object.entries(asked) as [MediaSessionAction, Move][]) {
    session.setActionHandler(button, () => {
      moves[move]();
      play();
    });
  }
  onScopeDispose(() => {
    silence.pause();
    URL.revokeObjectURL(silence.src);
    for (const button of Object.keys(asked) as MediaSessionAction[]) session.setActionHandler(button, null);
  });
}

/** A second of nothing, as a sound file (RIFF WAVE, 8 bit). */
function silent(): string {
  const [rate, head] = [8000, 44];
  const bytes = new Uint8Array(head + rate).fill(128);
  const view = new DataView(bytes.buffer);
  const text = (at: number, said: string) => [...said].forEach((letter, n) => view.setUint8(at + n, letter.charCodeAt(0)));
  text(0, "RIFF");
  view.setUint32(4, 36 + rate, true);
  text(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate, true);
  view.setUint16(32, 1, true);
  view.setUint16(34, 8, true);
  text(36, "data");
  view.setUint32(40, rate, true);
  return URL.createObjectURL(new Blob([bytes], { type: "audio/wav" }));
}

const FRAME = 2048;

/** Listens while it is wanted; says why where it cannot. */
function useKnock(knocked: () => void) {
  const problem = ref("");
  let end = () => {};
  watch(
    () => hands.value.knock,
    async (wanted) => {
      end();
      problem.value = "";
      if (!wanted) return;
      try {
        const stream = await navigator.mediaDevices.getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false } });
        const context = new AudioContext();
        const frames = context.createAnalyser();
        frames.fftSize = FRAME;
        context.createMediaStreamSource(stream).connect(frames);
        const [ear, frame] = [new KnockEar(), new Float32Array(FRAME)];
        const timer = window.setInterval(
          () => {
            frames.getFloatTimeDomainData(frame);
            if (ear.heard(frame, performance.now())) knocked();
          },
          (1000 * FRAME) / context.sampleRate,
        );
        end = () => {
          window.clearInterval(timer);
          stream.getTracks().forEach((track) => track.stop());
          void context.close();
          end = () => {};
        };
      } catch {
        hands.value = { ...hands.value, knock: false };
        problem.value = "The microphone is not to be had: allow it for this page; over the network that needs https.";
      }
    },
    { immediate: true },
  );
  onScopeDispose(() => end());
  return problem;
}
