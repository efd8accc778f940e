/** What visits are picked by, as the address asks for it. */
import { describe, expect, it } from "vitest";

import { anyPicked, asQuery, nothingPicked } from "../src/features/visits/picked";

describe("picks", () => {
  it("ask only for what was picked", () => {
    expect(asQuery(nothingPicked())).toEqual({});
    expect(asQuery({ kind: "servo", model: "", owner: "Locker 3" })).toEqual({ kind: "servo", owner: "Locker 3" });
  });

  it("say whether anything was", () => {
    expect(anyPicked(nothingPicked())).toBe(false);
    expect(anyPicked({ ...nothingPicked(), model: "D 9" })).toBe(true);
  });

  it("are new each time, so that one list does not change another's", () => {
    const mine = nothingPicked();
    mine.kind = "boat";
    expect(nothingPicked().kind).toBe("");
  });
});
