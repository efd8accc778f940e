/** The table of queued writes: paths as the schema has them, and what each shows and leaves. */
import { beforeEach, describe, expect, it, vi } from "vitest";

import published from "../generated/openapi.json?raw";
import { COMMANDS, pathOf, type Kind } from "../src/api/commands";
import type { Piece, Plan, Step, Visit } from "../src/api/types";
import { land, photosOf, show, type OnScreen } from "../src/features/visits/shown";

const piece = (id: string, more: Partial<Piece> = {}) => ({ id, verdict: "", finding: "", ticks: [], worked: [], pins: [], ...more }) as unknown as Piece;
const step = (id: string, more: Partial<Step> = {}) => ({ id, number: 1, line: id, title: id, photos: [], piece: piece(`piece of ${id}`), beside: [], ...more }) as unknown as Step;

let at: OnScreen & { visit: Visit };
const pictures = vi.fn();
beforeEach(() => {
  pictures.mockClear();
  const visit = { id: "v", photos: [], steps: [step("a"), step("b")], checks: [{ key: "roll", label: "Roll it", done: false }], waits_for: "me", waits_note: "", to_watch: "" };
  const plan = {
    steps: [
      { key: "turn:1", ticked: false },
      { key: "mesh:2", ticked: false },
    ],
    struck: [],
    left: [],
  };
  at = { visit: visit as unknown as Visit, plan: plan as unknown as Plan, picture: pictures };
});
const ids = () => at.visit.steps.map((one) => one.id);
const first = () => at.visit.steps[0]?.piece as Piece;

describe("routes", () => {
  const spec = JSON.parse(published) as { paths: Record<string, Record<string, { parameters?: { name: string; in: string }[] }>> };

  it("are the published API's, method and all", () => {
    for (const [kind, { method, route }] of Object.entries(COMMANDS)) expect(spec.paths[route]?.[method.toLowerCase()], kind).toBeDefined();
  });

  it("leave no name in a path unfilled, and let nothing out of its place", () => {
    for (const kind of Object.keys(COMMANDS) as Kind[]) {
      const { method, route } = COMMANDS[kind];
      const names = (spec.paths[route]?.[method.toLowerCase()]?.parameters ?? []).filter((one) => one.in === "path").map((one) => one.name);
      const told = Object.fromEntries(names.filter((name) => name !== "visit_id").map((name) => [name, `${name}/..`]));
      const path = pathOf(kind, "the visit", told as never);
      expect(path, kind).not.toMatch(/[{}]/);
      expect(path.split("/").length, kind).toBe(route.split("/").length);
    }
  });

  it("fill in what is known", () => {
    expect(pathOf("tick", "v1", { tick_id: "t1" })).toBe("/api/visits/v1/ticks/t1");
    expect(pathOf("mark", "v1", { key: "turn:7" })).toBe("/api/visits/v1/plan/turn%3A7");
    expect(pathOf("waits", "v1", {})).toBe("/api/visits/v1/waits");
  });
});

describe("what a command shows", () => {
  const twice = (kind: Kind, shown: unknown) => {
    show(at, kind, shown);
    const once = JSON.stringify([at.visit, at.plan]);
    show(at, kind, shown);
    expect(JSON.stringify([at.visit, at.plan])).toBe(once);
  };

  it("is the same shown twice, whatever it is", () => {
    twice("step", step("c"));
    twice("undo", { id: "b" });
    twice("tick", { piece: first().id, tick: { id: "t", outcome: "in", count: 2 } });
    twice("work", { piece: first().id, work: { id: "w", says: "Shim 0.2", mind: "", request: {} } });
    twice("verdict", { id: first().id, verdict: "keep", finding: "as new" });
    twice("mark", { key: "turn:1", done: true });
    twice("photo", { photo: { id: "p", marks: [] }, step: "a" });
    twice("marks", { photo: "p", marks: [{ x: 1, y: 2 }] });
    twice("waits", { waits_for: "part", waits_note: "the drum" });
    twice("check", { key: "roll", done: true });
    twice("watch", { to_watch: "the drum" });
    twice("untick", { piece: first().id, tick: "t" });
    twice("unwork", { piece: first().id, id: "w" });
  });

  it("lays a step behind the others and takes one out", () => {
    show(at, "step", step("c"));
    expect(ids()).toEqual(["a", "b", "c"]);
    show(at, "undo", { id: "a" });
    expect(ids()).toEqual(["b", "c"]);
  });

  it("says what was found without touching what was not said", () => {
    first().finding = "a chip";
    show(at, "verdict", { id: first().id, verdict: "replace" });
    expect([first().verdict, first().finding]).toEqual(["replace", "a chip"]);
  });

  it("counts and takes a count back", () => {
    show(at, "tick", { piece: first().id, tick: { id: "t", outcome: "in", count: 2 } });
    show(at, "tick", { piece: first().id, tick: { id: "u", outcome: "spare", count: 1 } });
    show(at, "untick", { piece: first().id, tick: "t" });
    expect(first().ticks.map((one) => one.id)).toEqual(["u"]);
  });

  it("strikes a step of the plan, and ticks one", () => {
    show(at, "mark", { key: "mesh:2", struck: true });
    show(at, "mark", { key: "turn:1", done: true });
    expect(at.plan?.steps).toEqual([{ key: "turn:1", ticked: true }]);
  });

  it("keeps a picture of its own until it is sent, on its step or on the unit", () => {
    const file = new Blob(["x"]);
    show(at, "photo", { photo: { id: "p", marks: [] }, step: "b" }, file);
    show(at, "photo", { photo: { id: "q", marks: [] }, step: null });
    expect(pictures).toHaveBeenCalledExactlyOnceWith("p", file);
    expect(photosOf(at.visit).map((one) => one.id)).toEqual(["q", "p"]);
    show(at, "marks", { photo: "p", marks: [{ x: 1, y: 1 }] });
    expect(photosOf(at.visit)[1]?.marks).toHaveLength(1);
  });

  it("is nothing for pieces, photos, checks and steps that are not there, and for kinds that show nothing", () => {
    const before = JSON.stringify(at.visit);
    show(at, "verdict", { id: "gone", verdict: "keep" });
    show(at, "tick", { piece: "gone", tick: { id: "t", outcome: "in", count: 1 } });
    show(at, "photo", { photo: { id: "p", marks: [] }, step: "gone" });
    show(at, "marks", { photo: "gone", marks: [] });
    show(at, "check", { key: "gone", done: true });
    show(at, "timer", undefined);
    show(at, "pin", undefined);
    expect(JSON.stringify(at.visit)).toBe(before);
  });
});

describe("what the server's answer leaves", () => {
  it("is its own record of the step, with the photos taken here since", () => {
    show(at, "photo", { photo: { id: "mine", marks: [] }, step: "a" });
    land(at, "step", step("a", { title: "Unscrew it", photos: [{ id: "theirs", width: 4, height: 3, marks: [] }] }));
    expect(at.visit.steps[0]?.title).toBe("Unscrew it");
    expect(at.visit.steps[0]?.photos.map((one) => one.id)).toEqual(["theirs", "mine"]);
  });

  it("does not bring up a step taken back while it was on its way", () => {
    show(at, "undo", { id: "a" });
    land(at, "step", step("a"));
    expect(ids()).toEqual(["b"]);
  });

  it("fills in a verdict nobody gave, and never overrules one", () => {
    land(at, "verdict", piece(first().id, { verdict: "clean" }));
    expect(first().verdict).toBe("clean");
    land(at, "verdict", piece(first().id, { verdict: "keep" }));
    expect(first().verdict).toBe("clean");
  });

  it("is the piece with its reading, pinned or taken back, and the whole plan", () => {
    land(at, "pin", piece(first().id, { finding: "read" }));
    expect(first().finding).toBe("read");
    land(at, "unpin", piece(first().id, { finding: "" }));
    expect(first().finding).toBe("");
    land(at, "mark", { steps: [], struck: [], left: [0] });
    expect(at.plan?.left).toEqual([0]);
    land(at, "tick", { anything: true });
  });
});
