/** Scenes of the checks, in a field of 300 by 130. */
import type { NextCheckOut } from "../api/types";

export interface Scene {
  /** Outlines of what is there. */
  part: string[];
  thin?: string[];
  /** What is done, and the heads of its arrows. */
  done: string[];
  heads?: string[];
  words?: { says: string; x: number; y: number }[];
}

/** A gear of `teeth` about a middle: a plain outline, tip to root. */
export function gear(x: number, y: number, radius: number, teeth: number, missing = -1): string {
  const points: string[] = [];
  for (let tooth = 0; tooth < teeth; tooth += 1) {
    const tips: [number, number][] = [
      [0.06, -6],
      [0.2, 0],
      [0.42, 0],
      [0.56, -6],
    ];
    for (const [share, in_] of tips) {
      const angle = (2 * Math.PI * (tooth + share)) / teeth;
      const r = tooth === missing ? radius - 6 : radius + in_;
      points.push(`${(x + r * Math.cos(angle)).toFixed(1)} ${(y + r * Math.sin(angle)).toFixed(1)}`);
    }
  }
  return `M${points.join("L")}Z`;
}

const circle = (x: number, y: number, r: number) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

/** The head of an arrow at a point, turned by degrees from pointing right. */
function head(x: number, y: number, degrees: number): string {
  const turn = (dx: number, dy: number) => {
    const a = (degrees * Math.PI) / 180;
    return `${(x + dx * Math.cos(a) - dy * Math.sin(a)).toFixed(1)} ${(y + dx * Math.sin(a) + dy * Math.cos(a)).toFixed(1)}`;
  };
  return `M${turn(6, 0)}L${turn(-9, -8)}L${turn(-9, 8)}Z`;
}

/** An arc with a head at its end, clockwise from one angle to another. */
function arc(x: number, y: number, r: number, from: number, to: number): [string, string] {
  const at = (degrees: number) => [x + r * Math.cos((degrees * Math.PI) / 180), y + r * Math.sin((degrees * Math.PI) / 180)] as const;
  const [a, b] = [at(from), at(to)];
  const long = Math.abs(to - from) > 180 ? 1 : 0;
  const way = to > from ? 1 : 0;
  return [`M${a[0].toFixed(1)} ${a[1].toFixed(1)}A${r} ${r} 0 ${long} ${way} ${b[0].toFixed(1)} ${b[1].toFixed(1)}`, head(b[0], b[1], to + (way ? 90 : -90))];
}

const CASE = "M40 30h120q8 0 8 8v54q0 8 -8 8h-120q-8 0 -8 -8v-54q0 -8 8 -8Z";
const SHAFT = "M168 58h44v14h-44";
const WHEEL = "M212 30h16v70h-16Z";
const turning = arc(220, 65, 48, -60, 60);
const around = arc(150, 65, 52, 200, 340);
const EAR = ["M60 112q-14 -6 -18 -20", "M44 120q-20 -10 -24 -32"];
const small = arc(100, 65, 36, 200, 330);

export const SCENES: Record<NextCheckOut["draw"], Scene> = {
  turn: { part: [CASE, SHAFT, WHEEL], thin: EAR, done: [turning[0]], heads: [turning[1]] },
  count: { part: [CASE, SHAFT, WHEEL, "M216 34v12"], thin: EAR, done: [turning[0], "M246 118v-10M256 118v-10M266 118v-10M276 118v-10M242 110l38 6"], heads: [turning[1]] },
  push: {
    part: [CASE, SHAFT, WHEEL],
    thin: ["M180 108h60M180 104v8M190 106v4M200 106v4M210 104v8M220 106v4M230 106v4M240 104v8"],
    done: ["M244 65h34"],
    heads: [head(282, 65, 0), head(240, 65, 180)],
  },
  rock: {
    part: [CASE, "M168 58h34v14h-34", "M202 58l8 -46h10l2 50q0 10 -10 10h-10Z"],
    thin: ["M196 12h60M206 8v8M216 8v8M226 8v8M236 8v8M246 8v8", "M266 12v56M262 12h8M262 68h8"],
    done: [arc(206, 65, 58, -98, -62)[0], "M18 50v30M18 65h14"],
    heads: [head(200, 8, 180), head(236, 14, 30)],
    words: [{ says: "20", x: 284, y: 45 }],
  },
  sideways: { part: [CASE, SHAFT, WHEEL], thin: ["M168 46h10v38h-10Z"], done: ["M248 34v62"], heads: [head(248, 30, -90), head(248, 100, 90)] },
  hold: {
    part: [CASE, SHAFT, WHEEL, "M32 58h-14v14h14"],
    done: ["M206 22q14 -12 28 0M206 108q14 12 28 0M204 22v12M236 22v12M204 108v-12M236 108v-12", arc(18, 65, 30, 120, 240)[0]],
    heads: [arc(18, 65, 30, 120, 240)[1]],
  },
  roll: { part: [circle(110, 70, 36), circle(110, 70, 6)], thin: ["M20 107h260", "M24 62h30M16 76h38M28 90h26"], done: ["M158 70h70"], heads: [head(236, 70, 0)] },
  wheels: {
    part: ["M30 30h20v70h-20Z", "M250 30h20v70h-20Z", "M50 60h72v10h-72M178 60h72v10h-72M122 44h56v42h-56Z"],
    done: ["M24 22q16 -12 32 0M24 108q16 12 32 0", arc(248, 65, 44, -58, 58)[0]],
    heads: [arc(248, 65, 44, -58, 58)[1]],
    words: [{ says: "held", x: 88, y: 30 }],
  },
  screws: {
    part: ["M60 14h180v102h-180Z", circle(84, 38, 11), circle(216, 38, 11), circle(84, 92, 11), circle(216, 92, 11)],
    thin: ["M78 32l12 12M210 32l12 12M78 86l12 12M210 86l12 12"],
    done: [arc(216, 38, 24, -150, -40)[0]],
    heads: [arc(216, 38, 24, -150, -40)[1]],
    words: [{ says: "1/4", x: 150, y: 70 }],
  },
  press: { part: ["M80 34h140v30h-140Z", "M80 66h140v30h-140Z", "M220 60h30v12h-30"], done: ["M150 2v22M150 128v-22"], heads: [head(150, 28, 90), head(150, 102, -90)] },
  warm: { part: [CASE, SHAFT], thin: ["M232 100v-62q0 -8 8 -8t8 8v62"], done: [circle(240, 106, 10), "M240 96v-34", "M70 20q-6 -6 0 -12M100 20q-6 -6 0 -12M130 20q-6 -6 0 -12"] },
  smell: {
    part: ["M60 60h150q8 0 8 8v40q0 8 -8 8h-150q-8 0 -8 -8v-40q0 -8 8 -8Z", "M90 76h20M90 88h20M90 100h20"],
    done: ["M100 52q-12 -12 0 -24t0 -22M130 52q-12 -12 0 -24t0 -22M160 52q-12 -12 0 -24t0 -22"],
  },
  pull: {
    part: [circle(80, 65, 42), circle(80, 65, 7)],
    thin: ["M80 23h86", "M166 14h58v18h-58ZM176 18v10M188 18v10M200 18v10M212 18v10"],
    done: ["M224 23h34"],
    heads: [head(264, 23, 0)],
    words: [{ says: "N", x: 195, y: 52 }],
  },
  apart: { part: [CASE, "M168 58h20v14h-20", "M232 30h16v70h-16Z"], thin: ["M192 65h36"], done: ["M254 65h24"], heads: [head(284, 65, 0)] },
  worm: {
    part: [gear(110, 78, 46, 18), circle(110, 78, 8), "M50 16h130v18h-130Z"],
    thin: ["M66 16l-8 18M86 16l-8 18M106 16l-8 18M126 16l-8 18M146 16l-8 18M166 16l-8 18"],
    done: ["M40 16v18M34 25h10", arc(110, 78, 58, -20, 50)[0]],
    heads: [arc(110, 78, 58, -20, 50)[1]],
  },
  marks: {
    part: [gear(90, 65, 44, 16), gear(200, 65, 56, 22), circle(90, 65, 8), circle(200, 65, 8)],
    done: [circle(120, 65, 4), circle(160, 65, 4), "M76 84h28M186 92h28"],
    words: [{ says: "?", x: 144, y: 22 }],
  },
  power: { part: [CASE, SHAFT, WHEEL], thin: ["M60 100v18h-30M80 100v24h-50"], done: ["M14 110h16v20h-16ZM18 106h8", turning[0]], heads: [turning[1]], words: [{ says: "low", x: 100, y: 70 }] },
  ratio: {
    part: [gear(80, 65, 28, 11), gear(180, 65, 54, 22), circle(80, 65, 6), circle(180, 65, 8)],
    done: [arc(80, 65, 40, 180, 290)[0], arc(180, 65, 62, 300, 390)[0]],
    heads: [arc(80, 65, 40, 180, 290)[1], arc(180, 65, 62, 300, 390)[1]],
    words: [{ says: "n : 1", x: 266, y: 24 }],
  },
  motor: {
    part: ["M70 30h110q6 0 6 6v58q0 6 -6 6h-110q-6 0 -6 -6v-58q0 -6 6 -6Z", "M186 60h40v10h-40", gear(236, 65, 18, 9)],
    thin: ["M64 54h-30M64 76h-30"],
    done: [arc(236, 65, 34, -60, 60)[0]],
    heads: [arc(236, 65, 34, -60, 60)[1]],
  },
  look: { part: [gear(110, 70, 48, 20, 16), circle(110, 70, 8)], done: [circle(134, 40, 30), "M156 62l40 40"] },
  flat: { part: [circle(150, 65, 46), "M166 40a30 30 0 1 0 0 50Z"], done: ["M214 65h-44"], heads: [head(172, 65, 180)], thin: ["M216 52h40v26h-40Z"] },
  paper: { part: [gear(150, 30, 42, 14), gear(150, 112, 42, 14)], done: ["M30 71h96l6 -6 6 10 6 -10 6 10 6 -10 6 10 6 -4h70"], heads: [head(252, 71, 0)] },
  mesh: { part: [gear(90, 65, 28, 11), gear(176, 65, 54, 22), circle(90, 65, 8)], done: ["M60 65h-28"], heads: [head(26, 65, 180)], thin: ["M56 20v90"] },
  level: { part: ["M70 40h22v60h-22Z", "M96 20h22v60h-22Z"], thin: ["M30 40h200M30 20h60"], done: ["M240 40h-40"], heads: [head(196, 40, 180)] },
  stack: {
    part: ["M60 40h14v50h-14Z", "M92 28h10v74h-10Z", "M120 40h16v50h-16Z", "M154 28h10v74h-10Z", "M182 48h30v34h-30Z"],
    thin: ["M30 65h220"],
    done: [small[0], "M128 106v14"],
    heads: [head(128, 104, -90)],
  },
  measure: { part: ["M40 24h200v14h-200Z", "M90 38v60l10 10v-70M150 38v70l10 -10v-60"], thin: ["M50 28v6M70 28v6M110 28v6M130 28v6M170 28v6M190 28v6"], done: [circle(125, 82, 24)] },
  spin: {
    part: [circle(150, 65, 50), circle(150, 65, 36), circle(150, 65, 22)],
    thin: [0, 1, 2, 3, 4, 5, 6].map((n) => circle(150 + 29 * Math.cos(n * 0.9), 65 + 29 * Math.sin(n * 0.9), 6)),
    done: [around[0]],
    heads: [around[1]],
  },
  plate: { part: ["M30 96h240v14h-240Z", "M60 82q90 -22 180 0M60 94q90 -22 180 0M60 82v12M240 82v12"], done: [arc(150, 60, 40, 200, 330)[0]], heads: [arc(150, 60, 40, 200, 330)[1]] },
};
