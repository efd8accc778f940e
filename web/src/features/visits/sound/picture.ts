/** From figures of a sound to paths. */
import type { Heard } from "../../../api/types";

type Picture = Heard["picture"];

/** Decibels below the loudest that are drawn. */
const DEEP = 70;

/** The most at each moment, mirrored about the middle line. */
export function waveOf(moments: number[], width: number, height: number): string {
  const step = width / moments.length;
  const half = height / 2;
  const edge = moments.map((share, n) => [n * step, Math.max(0.6, share * half)] as const);
  const up = edge.map(([x, y]) => `${x.toFixed(1)} ${(half - y).toFixed(1)}`);
  const down = edge.map(([x, y]) => `${x.toFixed(1)} ${(half + y).toFixed(1)}`).reverse();
  return `M${[...up, ...down].join("L")}Z`;
}

export interface PitchScale {
  least: number;
  most: number;
  x: (hertz: number) => number;
  y: (decibel: number) => number;
}

/** Pitch by ratio along the width, the loudest at the top. */
export function alongPitch(picture: Picture, width: number, height: number): PitchScale {
  const [least = 20] = picture.hertz;
  const most = picture.hertz.at(-1) ?? 12_000;
  const top = Math.max(...picture.decibel);
  return {
    least,
    most,
    x: (hertz) => (width * Math.log(Math.max(hertz, least) / least)) / Math.log(most / least),
    y: (decibel) => Math.min(height, Math.max(0, ((top - decibel) / DEEP) * (height - 18) + 18)),
  };
}

export function areaOf(picture: Picture, scale: PitchScale): string {
  const line = picture.hertz.map((hertz, n) => `${scale.x(hertz).toFixed(1)} ${scale.y(picture.decibel[n] ?? -120).toFixed(1)}`);
  const floor = scale.y(-1e9).toFixed(1);
  return `M${scale.x(scale.least).toFixed(1)} ${floor}L${line.join("L")}L${scale.x(scale.most).toFixed(1)} ${floor}Z`;
}

/** Pitches named under the picture. */
export const ticksOf = (scale: PitchScale) =>
  [50, 100, 200, 500, 1000, 2000, 5000, 10_000]
    .filter((hertz) => hertz > scale.least * 1.2 && hertz < scale.most / 1.2)
    .map((hertz) => ({ x: scale.x(hertz), says: hertz < 1000 ? `${hertz} Hz` : `${hertz / 1000} kHz` }));
