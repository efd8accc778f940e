/** Sound as the bench keeps it: one channel, 16 bit, a WAV file. */

/** Hz: enough for the clicks of a small case, and half of what a phone would send. */
export const RATE = 24_000;

/** Samples in shares of full scale as a WAV file of 16 bit. */
export function encodeWav(samples: Float32Array, rate = RATE): Blob {
  const bytes = new DataView(new ArrayBuffer(44 + 2 * samples.length));
  const word = (at: number, text: string) => [...text].forEach((letter, n) => bytes.setUint8(at + n, letter.charCodeAt(0)));
  word(0, "RIFF");
  bytes.setUint32(4, 36 + 2 * samples.length, true);
  word(8, "WAVEfmt ");
  bytes.setUint32(16, 16, true);
  bytes.setUint16(20, 1, true);
  bytes.setUint16(22, 1, true);
  bytes.setUint32(24, rate, true);
  bytes.setUint32(28, 2 * rate, true);
  bytes.setUint16(32, 2, true);
  bytes.setUint16(34, 16, true);
  word(36, "data");
  bytes.setUint32(40, 2 * samples.length, true);
  samples.forEach((share, n) => bytes.setInt16(44 + 2 * n, Math.round(32767 * Math.max(-1, Math.min(1, share))), true));
  return new Blob([bytes.buffer as ArrayBuffer], { type: "audio/wav" });
}

/** Several channels made one. */
export function mixed(channels: Float32Array[]): Float32Array {
  const [first = new Float32Array()] = channels;
  return first.map((_, n) => channels.reduce((sum, channel) => sum + (channel[n] ?? 0), 0) / channels.length);
}

/** Any recording the browser can play, as the bench keeps it. */
export async function asWav(file: Blob): Promise<Blob> {
  const context = new OfflineAudioContext(1, 1, RATE);
  const sound = await context.decodeAudioData(await file.arrayBuffer());
  return encodeWav(mixed(Array.from({ length: sound.numberOfChannels }, (_, n) => sound.getChannelData(n))));
}
