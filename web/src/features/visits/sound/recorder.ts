/** The device's microphone: begun, ended, and how long and loud it is meanwhile. */
import { onUnmounted, ref } from "vue";

import type { Problem } from "../../../api/types";

/** Seconds the bench listens to. */
const LONGEST = 118;
const RAW = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };

const NO_MICROPHONE: Problem = {
  problem: "The microphone cannot be used here.",
  field: "",
  hint: "Allow it for this page; over the network that needs https. A recording made with the phone's own recorder can be sent as a file.",
  code: "no_microphone",
};

export function useRecorder(done: (sound: Blob) => void) {
  const seconds = ref(0);
  const on = ref(false);
  const loud = ref(0);
  const problem = ref<Problem>();
  let stop: () => void = () => undefined;

  async function start() {
    problem.value = undefined;
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: RAW });
      listen(stream);
    } catch {
      problem.value = NO_MICROPHONE;
    }
  }

  function listen(stream: MediaStream) {
    const recorder = new MediaRecorder(stream);
    const parts: Blob[] = [];
    const context = new AudioContext();
    const meter = context.createAnalyser();
    context.createMediaStreamSource(stream).connect(meter);
    const wave = new Float32Array(meter.fftSize);
    const began = performance.now();
    const clock = setInterval(() => {
      seconds.value = (performance.now() - began) / 1000;
      meter.getFloatTimeDomainData(wave);
      loud.value = Math.max(...wave.map(Math.abs));
      if (seconds.value >= LONGEST) stop();
    }, 100);
    recorder.ondataavailable = (event) => parts.push(event.data);
    recorder.onstop = () => {
      clearInterval(clock);
      void context.close();
      for (const track of stream.getTracks()) track.stop();
      on.value = false;
      done(new Blob(parts, { type: recorder.mimeType }));
    };
    stop = () => recorder.state === "recording" && recorder.stop();
    recorder.start();
    on.value = true;
  }

  onUnmounted(() => stop());
  return { on, seconds, loud, problem, start, stop: () => stop() };
}
