/** How large a piece lies in the row, and how high it stands on the line. */
import type { Figure, Step } from "../../api/types";
import { piecesOf } from "./visit";

export const TALL = 88;

/** Half heights of the figures that have no measures. */
const HALF: Record<string, number> = {
  cover: 25,
  hub: 29,
  motor: 31,
  connector: 30,
  tie: 30,
  battery: 29,
  worm: 38,
  board: 20,
  nut: 15,
  circlip: 19,
  gear: 20,
  ring: 20,
  bearing: 16,
  washer: 16,
  bush: 16,
  seal: 16,
  clip: 28,
  pawl: 14,
  lever: 18,
  slider: 16,
  joint: 28,
  carrier: 29,
  pulley: 28,
  belt: 15,
  brush: 30,
  magnet: 22,
  hose: 26,
  needle: 30,
  unit: 22,
};

export interface Scales {
  /** Fasteners share one scale, so that the short one is seen to be short. */
  fastener: number;
  /** And so do round things. */
  round: number;
}

export function scalesOf(steps: Step[]): Scales {
  const figures = steps.flatMap((step) => piecesOf(step).map((piece) => piece.figure));
  const longest = Math.max(12, ...figures.map((f) => (f.shape === "screw" ? f.length + f.head_height : 0)));
  const widest = Math.max(10, ...figures.map((f) => (f.rims.length ? 2 * (f.rims[0]?.tip_radius_mm ?? 0) : f.diameter && f.shape !== "shaft" && f.shape !== "screw" ? f.diameter : 0)));
  return { fastener: Math.min(7, (TALL - 4) / longest), round: Math.min(7, TALL / widest) };
}

/** The scale of one piece and half its height as drawn. */
export function lie(f: Figure, scales: Scales): { scale: number; half: number } {
  const scale = scaleOf(f, scales);
  return { scale, half: halfOf(f, scale) };
}

function scaleOf(f: Figure, { fastener, round }: Scales): number {
  if (f.shape === "screw") return fastener;
  // Never so small that it is not seen for what it is.
  const across = f.rims.length ? 2 * (f.rims[0]?.tip_radius_mm ?? 1) : f.diameter;
  const least = across > 0 && f.shape !== "shaft" ? 26 / across : 0;
  if (f.shape === "shaft" && f.length > 0) return Math.min(round, (TALL - 6) / f.length);
  return Math.max(round, least);
}

function halfOf(f: Figure, scale: number): number {
  if (f.shape === "screw") return f.length ? Math.max((f.length + f.head_height) * scale, 14) / 2 : 24;
  if (f.rims.length) return (f.rims[0]?.tip_radius_mm ?? 1) * scale;
  if (f.shape === "shaft" || f.shape === "spring") return f.length ? (f.length * scale) / 2 : 34;
  if (f.diameter && f.shape !== "nut") return (f.diameter * scale) / 2;
  return HALF[f.shape] ?? 24;
}
