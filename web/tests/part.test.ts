/** A gear on its way between a reading, the drawer and the intake: nothing is lost or made up between them. */
import { describe, expect, it } from "vitest";

import type { Pin } from "../src/api/types";
import { blank, partOf, queryOf, typedFrom } from "../src/features/drawer/part";

const part = { teeth: 23, module_mm: 0.5, pressure_angle_deg: 14.5, bore_mm: 2.5, bore_shape: "D", width_mm: 4, boss: "long, one side", material: "nylon" };
const pin = (more: Partial<Pin> = {}) => ({ part, size: "0.5", gear: {}, ...more }) as unknown as Pin;

describe("as the core compares it", () => {
  it("takes lengths as they are typed, with their unit or as a fraction", () => {
    const typed = { ...blank(), teeth: "23", module: "48P", angle: "14,5°", bore: '3/32"', width: " 4 mm ", boss: " long ", material: "nylon " };
    expect(partOf(typed)).toEqual({
      teeth: 23,
      module_mm: "48P",
      pressure_angle_deg: 14.5,
      bore_mm: '3/32"',
      bore_shape: "",
      width_mm: "4 mm",
      boss: "long",
      material: "nylon",
    });
  });

  it("leaves open what is not said, and never guesses at what is no number", () => {
    expect(partOf(blank())).toMatchObject({ teeth: 0, module_mm: null, pressure_angle_deg: 0, bore_mm: null, width_mm: null });
    // Refused in words by the API; a nought would be kept as unknown.
    expect(partOf({ ...blank(), angle: "fourteen" }).pressure_angle_deg).toBeNaN();
    expect(partOf({ ...blank(), teeth: "2x" }).teeth).toBeNaN();
  });
});

describe("by way of a link", () => {
  it("arrives as it left", () => {
    const query = queryOf(pin());
    expect(typedFrom(query)).toEqual({ teeth: "23", module: "0.5", angle: "14.5", bore: "2.5", shape: "D", width: "4", boss: "long, one side", material: "nylon" });
  });

  it("names the size as it was read, so that a pitch stays a pitch", () => {
    expect(queryOf(pin({ size: "48 DP" })).module).toBe("48 DP");
  });

  it("says no size of a part that is no gear, and nothing of what is not known", () => {
    const query = queryOf(pin({ gear: null, part: { ...part, bore_mm: 0, material: "" } } as Partial<Pin>));
    expect(Object.keys(query).sort()).toEqual(["angle", "boss", "shape", "teeth", "width"]);
  });

  it("keeps to what is asked for, whatever else stands in the address", () => {
    expect(typedFrom({ teeth: "23", bore: ["2", "3"], evil: "x", visit: "v" })).toEqual({ ...blank(), teeth: "23" });
  });
});
