/** Numbers as typed, and answers that come late. */
import { describe, expect, it } from "vitest";

import { latest } from "../src/api/latest";
import { figures, maybeNumber, numberOr, parseNumber } from "../src/text/numbers";

describe("a number as it is typed", () => {
  it.each([
    ["14.5", 14.5],
    ["14,5", 14.5],
    [" 20 ° ", 20],
    ["14,5°", 14.5],
    ["85 %", 85],
    ["3 mm", 3],
    ["-0,25", -0.25],
    ["−5", -5],
    [".5", 0.5],
    ["7.", 7],
  ])("%s is a number", (text, value) => expect(parseNumber(text)).toBe(value));

  it.each(["abc", "1,2,3", "12 teeth", "--3", "1e9", "0x10", "½"])("%s is none and is not taken for one", (text) => {
    expect(parseNumber(text)).toBeNaN();
    expect(maybeNumber(text)).toBeNull();
    // What goes to the API is refused there in words, not replaced in silence by what is usual.
    expect(JSON.stringify({ angle: numberOr(text, 20) })).toBe('{"angle":null}');
  });

  it.each(["", "   ", undefined, null])("%j is nothing, and what is usual stands for it", (text) => {
    expect(parseNumber(text)).toBeNull();
    expect(numberOr(text, 20)).toBe(20);
  });
});

describe("figures worth reading", () => {
  it.each([
    [1234.56, "1235"],
    [123.45, "123.5"],
    [12.345, "12.35"],
    [0.12345, "0.123"],
    [0.00001, "1.00e-5"],
    [7, "7"],
    [0, "0"],
  ])("%d", (value, text) => expect(figures(value)).toBe(text));
});

describe("of several answers", () => {
  it("only that to the last question counts, whichever comes first", async () => {
    const begin = latest();
    const kept: string[] = [];
    const ask = async (word: string, after: number) => {
      const last = begin();
      await new Promise((done) => setTimeout(done, after));
      if (last()) kept.push(word);
    };
    await Promise.all([ask("early, slow", 20), ask("late, quick", 1)]);
    expect(kept).toEqual(["late, quick"]);
  });
});
