/** SVG paths from points the core computed. y is turned round: SVG's grows downward. */
import type { Rim } from "../api/types";

type Point = readonly [number, number];

const short = (value: number) => Number(value.toFixed(3));

/** A whole gear from one tooth, turned `teeth` times clockwise; `missing` teeth stop at the root. */
export function gearPath(tooth: readonly (readonly number[])[], teeth: number, scale = 1, missing: readonly number[] = []): string {
  const gone = new Set(missing);
  const ends = [tooth[0] ?? [0, 0], tooth.at(-1) ?? [0, 0]];
  const parts: string[] = [];
  for (let n = 0; n < teeth; n += 1) {
    const turn = (2 * Math.PI * n) / teeth;
    const cos = Math.cos(turn);
    const sin = Math.sin(turn);
    for (const [x, y] of (gone.has(n) ? ends : tooth) as readonly Point[]) {
      parts.push(`${short((x * cos + y * sin) * scale)} ${short((x * sin - y * cos) * scale)}`);
    }
  }
  return `M${parts.join("L")}Z`;
}

/** A rim as it is drawn in the row: its teeth, or a circle where they would be finer than the line. */
export function rimPath(rim: Rim, scale: number): string {
  if (rim.tooth.length) return gearPath(rim.tooth, rim.teeth, scale);
  return circlePath(rim.tip_radius_mm * scale);
}

export function circlePath(radius: number): string {
  const r = short(radius);
  return `M${-r} 0A${r} ${r} 0 1 0 ${r} 0A${r} ${r} 0 1 0 ${-r} 0Z`;
}
