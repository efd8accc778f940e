/** How the row is drawn: like things to one scale, so that the short screw is seen to be short. */
import { describe, expect, it } from "vitest";

import type { Step } from "../src/api/types";
import { foundIn, saidOf } from "../src/features/visits/rowFound";
import { lie, scalesOf, TALL } from "../src/features/visits/rowScale";

const plain = { shape: "cover", length: 0, head_height: 0, diameter: 0, rims: [] as { tip_radius_mm: number }[] };
const piece = (figure: Partial<typeof plain>) => ({ piece: { figure: { ...plain, ...figure } }, beside: [] }) as unknown as Step;
const screw = (length: number) => piece({ shape: "screw", length, head_height: 2 });
const gear = (radius: number) => piece({ shape: "gear", rims: [{ tip_radius_mm: radius }] });

describe("fasteners", () => {
  it("share one scale: twice as long is drawn twice as long", () => {
    const row = [screw(8), screw(18)];
    const scales = scalesOf(row);
    const [short, long] = row.map((step) => lie(step.piece.figure, scales));
    expect(short!.scale).toBe(long!.scale);
    expect(long!.half / short!.half).toBeCloseTo(2, 6);
  });

  it("stay within the row however long the longest is, and are never blown up", () => {
    for (const length of [3, 12, 40, 120, 900]) {
      const scales = scalesOf([screw(4), screw(length)]);
      expect(2 * lie(screw(length).piece.figure, scales).half).toBeLessThanOrEqual(TALL);
      expect(scales.fastener).toBeLessThanOrEqual(7);
    }
  });

  it("of no known length still have a height to stand on", () => {
    expect(lie(screw(0).piece.figure, scalesOf([screw(0)])).half).toBeGreaterThan(10);
  });
});

describe("round things", () => {
  it("share one scale too, gears with bearings and shafts left out of it", () => {
    const row = [gear(20), gear(10), piece({ shape: "bearing", diameter: 20 }), piece({ shape: "shaft", diameter: 60, length: 200 })];
    const scales = scalesOf(row);
    expect(2 * lie(row[0]!.piece.figure, scales).half).toBeLessThanOrEqual(TALL);
    expect(lie(row[0]!.piece.figure, scales).half / lie(row[1]!.piece.figure, scales).half).toBeCloseTo(2, 6);
    expect(lie(row[2]!.piece.figure, scales).half).toBeCloseTo(lie(row[1]!.piece.figure, scales).half, 6);
    // A long shaft does not shrink the gears beside it; it is fitted in by itself.
    expect(scales.round).toBeCloseTo(TALL / 40, 6);
    expect(2 * lie(row[3]!.piece.figure, scales).half).toBeLessThanOrEqual(TALL);
  });

  it("are never so small beside a large one that they are not seen for what they are", () => {
    const row = [gear(150), gear(2)];
    expect(2 * lie(row[1]!.piece.figure, scalesOf(row)).half).toBeCloseTo(26, 6);
  });
});

it("gives every kind of piece without measures a height, and one that is not known too", () => {
  for (const shape of ["cover", "motor", "board", "nut", "circlip", "spring", "something new"]) {
    const step = piece({ shape });
    const { half, scale } = lie(step.piece.figure, scalesOf([step]));
    expect(half, shape).toBeGreaterThanOrEqual(14);
    expect(half, shape).toBeLessThan(TALL / 2);
    expect(Number.isFinite(scale), shape).toBe(true);
  }
});

it("of an empty row has scales all the same", () => {
  expect(scalesOf([])).toEqual({ fastener: 7, round: 7 });
});

describe("a piece looked for in the row", () => {
  const step = (number: number, line: string, more: object = {}) =>
    ({
      id: String(number),
      number,
      line,
      title: line,
      piece: { name: line, kind: "other", fastener: "", group: "", side: "", verdict: "", finding: "", caution: "", teeth: [], ...more },
      beside: [],
    }) as unknown as Step;
  const row = [
    step(1, "4x M2x8 pan cross1 cover #A1", { kind: "screw", fastener: "M2 × 8" }),
    step(2, "spur 54t", { kind: "gear", teeth: [54], verdict: "replace" }),
    step(3, "pinion 18t", { kind: "gear", teeth: [18, 36], finding: "two teeth chipped" }),
    step(18, "cover", { group: "drag stack" }),
  ];
  const said = row.map((step): [string, string] => [step.id, saidOf(step)]);
  const found = (words: string) => [...(foundIn(said, words) ?? ["all"])].join();

  it("is found by what it is, what was said of it, its teeth, its place and its verdict", () => {
    expect(found("screws")).toBe("1");
    expect(found("M2x8")).toBe("1");
    expect(found("m2 × 8")).toBe("1");
    expect(found("a1")).toBe("1");
    expect(found("18t")).toBe("3");
    expect(found("36t")).toBe("3");
    expect(found("18")).toBe("3,18");
    expect(found("replace")).toBe("2");
    expect(found("chip")).toBe("3");
    expect(found("drag")).toBe("18");
  });

  it("fits all the words, each at the beginning of one", () => {
    expect(found("cover")).toBe("1,18");
    expect(found("cover screw")).toBe("1");
    expect(found("over")).toBe("");
    expect(found("gear 54")).toBe("2");
  });

  it("is every one where nothing is looked for", () => {
    expect(found("")).toBe("all");
    expect(found(" # ")).toBe("all");
  });
});
