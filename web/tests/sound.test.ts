/** Sound on the screen: the file that is sent, and the picture that is drawn. */
import { describe, expect, it } from "vitest";

import { SCENES } from "../src/drawing/checks";
import { alongPitch, areaOf, ticksOf, waveOf } from "../src/features/visits/sound/picture";
import { encodeWav, mixed, RATE } from "../src/features/visits/sound/wav";

const text = (bytes: DataView, at: number, many: number) => String.fromCharCode(...Array.from({ length: many }, (_, n) => bytes.getUint8(at + n)));

describe("a recording as a file", () => {
  it("says what it is, and holds every sample in 16 bit", async () => {
    const samples = Float32Array.of(0, 0.5, -0.5, 1, -1, 3, -3);
    const bytes = new DataView(await encodeWav(samples).arrayBuffer());
    expect(text(bytes, 0, 4) + text(bytes, 8, 8)).toBe("RIFFWAVEfmt ");
    expect([bytes.getUint16(20, true), bytes.getUint16(22, true), bytes.getUint32(24, true), bytes.getUint16(34, true)]).toEqual([1, 1, RATE, 16]);
    expect(bytes.getUint32(40, true)).toBe(14);
    const kept = Array.from({ length: 7 }, (_, n) => bytes.getInt16(44 + 2 * n, true));
    expect(kept).toEqual([0, 16384, -16383, 32767, -32767, 32767, -32767]);
  });

  it("makes several channels one", () => {
    expect([...mixed([Float32Array.of(1, 0), Float32Array.of(0, 0.5)])]).toEqual([0.5, 0.25]);
    expect([...mixed([])]).toEqual([]);
  });
});

describe("the picture of a sound", () => {
  const picture = { moments: [0, 1, 0.5], hertz: [20, 200, 2000], decibel: [-60, -10, -90] };

  it("is mirrored about its middle and reaches the edges where it is loudest", () => {
    const numbers = waveOf(picture.moments, 300, 100)
      .match(/-?[\d.]+/g)!
      .map(Number);
    const heights = numbers.filter((_, n) => n % 2);
    expect(Math.min(...heights)).toBe(0);
    expect(Math.max(...heights)).toBe(100);
    heights.slice(0, 3).forEach((y, n) => expect(y + heights[5 - n]!).toBeCloseTo(100));
  });

  it("lays equal ratios of pitch at equal distances, the loudest highest", () => {
    const scale = alongPitch(picture, 400, 200);
    expect(scale.x(20)).toBe(0);
    expect(scale.x(2000)).toBeCloseTo(400);
    expect(scale.x(200)).toBeCloseTo(200);
    expect(scale.y(-10)).toBeLessThan(scale.y(-60));
    expect(scale.y(-1000)).toBe(200);
    expect(areaOf(picture, scale)).toMatch(/^M0\.0 200\.0L.*Z$/);
  });

  it("names pitches only where there is room for them", () => {
    const scale = alongPitch(picture, 400, 200);
    expect(ticksOf(scale).map((tick) => tick.says)).toEqual(["50 Hz", "100 Hz", "200 Hz", "500 Hz", "1 kHz"]);
  });
});

describe("the pictures of the checks", () => {
  it("keep within their field, and each shows something done", () => {
    for (const [name, scene] of Object.entries(SCENES)) {
      expect(scene.done.length, name).toBeGreaterThan(0);
      const starts = [...scene.part, ...scene.done].map((path) => path.match(/^M(-?[\d.]+) (-?[\d.]+)/));
      for (const start of starts) {
        expect(Number(start?.[1]), name).toBeGreaterThanOrEqual(0);
        expect(Number(start?.[1]), name).toBeLessThanOrEqual(300);
        expect(Number(start?.[2]), name).toBeGreaterThanOrEqual(-2);
        expect(Number(start?.[2]), name).toBeLessThanOrEqual(130);
      }
    }
  });
});
