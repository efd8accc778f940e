/** A gear as it was pinned, as the drawer and the intake are asked for it. */
import type { LocationQueryRaw } from "vue-router";

import type { PartIn, Pin } from "../../api/types";
import { numberOr } from "../../text/numbers";

export interface Typed {
  teeth: string;
  module: string;
  angle: string;
  bore: string;
  shape: string;
  width: string;
  boss: string;
  material: string;
}

export const blank = (): Typed => ({ teeth: "", module: "", angle: "", bore: "", shape: "", width: "", boss: "", material: "" });

/** What is typed, as the core compares it. */
export const partOf = (typed: Typed): PartIn => ({
  teeth: numberOr(typed.teeth, 0),
  module_mm: typed.module.trim() || null,
  pressure_angle_deg: numberOr(typed.angle, 0),
  bore_mm: typed.bore.trim() || null,
  bore_shape: typed.shape.trim(),
  width_mm: typed.width.trim() || null,
  boss: typed.boss.trim(),
  material: typed.material.trim(),
});

/** A pinned gear as a query of a route. */
export function queryOf({ part, size, gear }: Pin): LocationQueryRaw {
  const query = {
    teeth: part.teeth,
    module: gear ? size : "",
    angle: part.pressure_angle_deg,
    bore: part.bore_mm,
    shape: part.bore_shape,
    width: part.width_mm,
    boss: part.boss,
    material: part.material,
  };
  return Object.fromEntries(
    Object.entries(query)
      .filter(([, value]) => value)
      .map(([key, value]) => [key, String(value)]),
  );
}

/** What a route was asked with. */
export const typedFrom = (query: Record<string, unknown>): Typed => Object.fromEntries(Object.keys(blank()).map((key) => [key, typeof query[key] === "string" ? query[key] : ""])) as unknown as Typed;
