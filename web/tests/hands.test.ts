/** Moves without a hand, and which picture stands beside a step. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope } from "vue";

import type { Photo, Step } from "../src/api/types";
import { beforeAndAfter, pictureBeside, picturesOf } from "../src/features/visits/hands/beside";
import { hands, keyWords, learning, useHands } from "../src/features/visits/hands/hands";
import { KnockEar } from "../src/features/visits/hands/knock";

const RATE = 48_000;
const FRAME = 2048;
/** The same every time. */
function noise(seed: number) {
  let at = seed;
  return () => ((at = (at * 1_103_515_245 + 12_345) % 2 ** 31), (at / 2 ** 31) * 2 - 1);
}

/** How many knocks are heard in a sound that is made sample by sample. */
function heard(seconds: number, made: (t: number) => number): number {
  const ear = new KnockEar();
  let count = 0;
  for (let at = 0; at + FRAME <= seconds * RATE; at += FRAME) {
    const frame = Float32Array.from({ length: FRAME }, (_, n) => made((at + n) / RATE));
    if (ear.heard(frame, (1000 * at) / RATE)) count += 1;
  }
  return count;
}

/** A knuckle on wood: a short ring of some 180 Hz that dies within hundredths of a second. */
const knock = (since: number, loud = 0.6) => (since < 0 ? 0 : loud * Math.exp(-since / 0.008) * Math.sin(2 * Math.PI * 180 * since));

describe("a knock", () => {
  it("is heard once each in a quiet room and over a fan", () => {
    const times = [0.5, 1.4, 2.7];
    for (const room of [0.001, 0.01]) {
      const hiss = noise(7);
      expect(heard(4, (t) => room * hiss() + times.reduce((sum, at) => sum + knock(t - at), 0))).toBe(3);
    }
  });

  it("is not a voice, a motor, or the room", () => {
    const hiss = noise(3);
    const syllable = (t: number) => Math.max(0, Math.sin(2 * Math.PI * 3 * t));
    const voice = (t: number) => 0.3 * syllable(t) * (Math.sin(2 * Math.PI * 140 * t) + 0.5 * Math.sin(2 * Math.PI * 280 * t) + 0.3 * Math.sin(2 * Math.PI * 900 * t));
    expect(heard(6, voice)).toBe(0);
    expect(heard(6, (t) => 0.4 * Math.sin(2 * Math.PI * 310 * t) + 0.05 * hiss())).toBe(0);
    expect(heard(6, () => 0.05 * hiss())).toBe(0);
  });

  it("that rings on, or is struck twice at once, is one", () => {
    expect(heard(2, (t) => knock(t - 0.5) + knock(t - 0.62, 0.4))).toBe(1);
  });
});

describe("a pedal", () => {
  const moved: string[] = [];
  const press = (code: string, more: KeyboardEventInit = {}) => window.dispatchEvent(new KeyboardEvent("keydown", { code, key: code, cancelable: true, ...more }));
  let scope = effectScope();

  beforeEach(() => {
    moved.length = 0;
    hands.value = { next: "", back: "", knock: false };
    vi.spyOn(HTMLMediaElement.prototype, "play").mockImplementation(() => Promise.resolve());
    scope = effectScope();
    scope.run(() => useHands({ next: () => moved.push("next"), back: () => moved.push("back") }));
  });
  afterEach(() => scope.stop());

  it("is set by pressing it, and then moves", () => {
    press("F13");
    expect(moved).toEqual([]);
    learning.value = "next";
    press("F13");
    expect([hands.value.next, learning.value, moved.length]).toEqual(["F13", "", 0]);
    press("F13");
    press("F13", { repeat: true });
    expect(moved).toEqual(["next"]);
  });

  it("serves one move: set to the other it leaves the first", () => {
    hands.value = { next: "PageDown", back: "", knock: false };
    learning.value = "back";
    press("PageDown");
    expect(hands.value).toEqual({ next: "", back: "PageDown", knock: false });
    press("PageDown");
    expect(moved).toEqual(["back"]);
  });

  it("is left as it was by Escape", () => {
    hands.value = { next: "F13", back: "", knock: false };
    learning.value = "next";
    press("Escape");
    expect([hands.value.next, learning.value]).toEqual(["F13", ""]);
  });

  it("moves nothing once the screen is closed", () => {
    hands.value = { next: "F13", back: "", knock: false };
    scope.stop();
    press("F13");
    expect(moved).toEqual([]);
  });

  it("is called as a person would", () => {
    expect(["KeyB", "PageDown", "F13", "MediaPlayPause", "Digit4"].map(keyWords)).toEqual(["B", "Page Down", "F13", "Media Play Pause", "4"]);
  });
});

const photo = (id: string): Photo => ({ id, width: 4, height: 3, marks: [] });
const step = (number: number, side: string, ...photos: string[]) => ({ id: `s${number}`, number, piece: { side, name: `piece ${number}` }, photos: photos.map(photo) }) as unknown as Step;

describe("the picture beside a step", () => {
  const row = [step(1, "top", "a", "b"), step(2, "under", "c"), step(3, "top"), step(4, "under", "d"), step(5, "top")];

  it("is its own last one, else the last of the same side from before it came off", () => {
    expect(pictureBeside(row, row[0])?.id).toBe("b");
    expect(pictureBeside(row, row[2])?.id).toBe("b");
    expect(pictureBeside(row, row[4])?.id).toBe("b");
    expect(pictureBeside(row, row[3])?.id).toBe("d");
  });

  it("is the last one taken where no side was said, and none where there is none", () => {
    expect(pictureBeside([...row, step(6, "")], step(6, ""))?.id).toBe("d");
    expect(pictureBeside([step(1, "top")], step(1, "top"))).toBeUndefined();
    expect(pictureBeside(row, undefined)).toBeUndefined();
  });

  it("pairs the last with the first of the same side", () => {
    const taken = picturesOf([photo("u")], row);
    expect(beforeAndAfter(taken)?.map((one) => one.id)).toEqual(["c", "d"]);
    expect(beforeAndAfter(picturesOf([photo("u")], []))).toBeUndefined();
  });
});
