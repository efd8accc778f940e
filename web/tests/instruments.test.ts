/** What is typed into the instruments, as the core is asked for it, and what the screen does with its answer. */
import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { effectScope, nextTick, type EffectScope } from "vue";

interface Asked {
  path: string;
  body: Record<string, unknown>;
}

let asked: Asked[];
let answer: (one: Asked) => unknown;
let scope: EffectScope;

const CHOICES = {
  bands: [],
  methods: [
    { key: "tips", label: "Over the tips", number: "", pins: false, bore: false, hows: ["settled", "largest"], internal: false },
    { key: "span", label: "Span over teeth", number: "teeth in the span", pins: false, bore: false, hows: [], internal: false },
    { key: "pins", label: "Over pins", number: "", pins: true, bore: false, hows: [], internal: false },
    { key: "inside", label: "Tip to tip, inside", number: "", pins: false, bore: false, hows: [], internal: true },
  ],
  pressure_angles_deg: [20, 14.5],
};

beforeEach(() => {
  vi.resetModules();
  setActivePinia(createPinia());
  asked = [];
  answer = () => ({});
  scope = effectScope();
  vi.stubGlobal("fetch", async (request: Request) => {
    const path = new URL(request.url, "http://x").pathname;
    if (path.endsWith("/choices")) return json(CHOICES);
    const one = { path, body: JSON.parse(await request.text()) as Record<string, unknown> };
    asked.push(one);
    const told = answer(one);
    return told instanceof Response ? told : json(told);
  });
});
afterEach(() => scope.stop());

const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status, headers: { "Content-Type": "application/json" } });
const rested = () => new Promise((done) => setTimeout(done, 180));
const last = () => asked.at(-1)?.body as Record<string, unknown>;

describe("a train", () => {
  const spot = (start: number, end: number) => ({ start, end });
  /** As the core answers of "12:60 | 14:48": where its counts stand, and where a next stage goes. */
  const told = {
    stages: [{}, {}],
    counts: [
      [spot(0, 2), spot(3, 5)],
      [spot(8, 10), spot(11, 13)],
    ],
    next_stage_at: 13,
    filled: [],
    turned: "3",
  };

  async function desk(line = "12:60 | 14:48") {
    answer = () => told;
    const { useTrain } = await import("../src/features/instruments/train/train");
    const train = scope.run(() => useTrain()) as ReturnType<typeof useTrain>;
    train.line = line;
    await train.look();
    return train;
  }

  it("changes a count where the core says it stands, again and again, before it has answered", async () => {
    const train = await desk();
    expect(train.countAt(2, 0)).toBe(14);
    train.setCount(1, 0, 9);
    expect(train.line).toBe("9:60 | 14:48");
    train.setCount(2, 0, 100);
    train.setCount(2, 1, 7);
    train.setCount(1, 1, 5);
    expect(train.line).toBe("9:5 | 100:7");
    expect([train.countAt(1, 0), train.countAt(1, 1), train.countAt(2, 0), train.countAt(2, 1)]).toEqual([9, 5, 100, 7]);
  });

  it("touches nothing while the line is not the one the core spoke of", async () => {
    const train = await desk();
    train.line = "w1:40";
    expect(train.spot(1, 0)).toBeUndefined();
    train.setCount(1, 0, 9);
    expect(train.line).toBe("w1:40");
  });

  it("puts a stage behind the last, before what is said of shafts", async () => {
    const train = await desk("12:60 | 14:48 ; drive 1 3");
    train.add("10:40");
    expect(train.line).toBe("12:60 | 14:48 | 10:40 ; drive 1 3");
    train.add("belt 20:40");
    expect(train.line).toBe("12:60 | 14:48 | 10:40 | belt 20:40 ; drive 1 3");
    train.line = "";
    train.add("12:60");
    expect(train.line).toBe("12:60");
  });

  it("keeps the last good train while a line is not understood, and says where it is not", async () => {
    const train = await desk();
    answer = () => json({ problem: "Stage 2 is not understood.", hint: "", field: "line", code: "not_understood" }, 422);
    train.line = "12:60 | what";
    await rested();
    expect(train.problem?.code).toBe("not_understood");
    expect(train.train).toEqual(told);
  });

  it("sends what was measured in numbers, comma or point, and leaves out what was not", async () => {
    const train = await desk();
    Object.assign(train.said, { rpm: "1 200", torque: "5,5", play: "0,4", radius: "30", turns: "2,5", clicks: "" });
    await rested();
    expect(last()).toMatchObject({ torque_nmm: 5.5, turns: 2.5, clicks: null, play: { play_mm: "0,4", radius_mm: "30" } });
  });
});

describe("the reader", () => {
  async function reader(ring = false) {
    const { useReader } = await import("../src/features/instruments/reader");
    const { useChoices } = await import("../src/features/instruments/choices");
    const made = scope.run(() => useReader(() => "car", ring)) as ReturnType<typeof useReader>;
    for (let n = 0; n < 20 && !useChoices().value; n += 1) await new Promise((done) => setTimeout(done, 0));
    return made;
  }

  it("asks only once a count is there, and sends each repeat as a reading of its own", async () => {
    const made = await reader();
    made.rows.value[0]!.values = "26.18; 26,2 ;; 26.17";
    await rested();
    expect(asked).toEqual([]);
    answer = () => ({ candidates: [], counts: [] });
    made.teeth.value = "31";
    await rested();
    expect(last()).toMatchObject({ teeth: 31, unit_kind: "car" });
    expect((last().readings as { value: string }[]).map((one) => one.value)).toEqual(["26.18", "26,2", "26.17"]);
  });

  it("sends the doubt a reading came with, and shows it again", async () => {
    const made = await reader();
    answer = () => ({ candidates: [], counts: [] });
    made.teeth.value = "20";
    made.rows.value[0]!.values = "27.54 ± 0.3; 27,5±";
    await rested();
    expect((last().readings as { value: string; error_mm?: number }[]).map((one) => [one.value, one.error_mm])).toEqual([
      ["27.54", 0.3],
      ["27,5", undefined],
    ]);
    made.restore({ teeth: 20, readings: [{ kind: "tips", value: 27.54, error_mm: 0.3 }] } as never);
    expect(made.rows.value[0]!.values).toBe("27.54 ± 0.3");
  });

  it("draws the bare count at first, by its usual measurement", async () => {
    const made = await reader(true);
    made.teeth.value = "40";
    await rested();
    expect(asked.at(-1)?.path).toBe("/api/sums/gear");
    expect(last()).toMatchObject({ teeth: 40, module_mm: 1, show: { kind: "inside" } });
  });

  it("adds a measurement once, and puts the usual span in it", async () => {
    const made = await reader();
    answer = () => ({ span_usual: 4 });
    made.teeth.value = "31";
    await rested();
    expect(made.add("span")).toBe(1);
    expect(made.rows.value[1]).toMatchObject({ kind: "span", k: "4" });
    expect(made.add("span", { k: "4" })).toBe(1);
    made.drop(0);
    made.drop(0);
    expect(made.rows.value.map((row) => row.kind)).toEqual(["tips"]);
  });

  it("marks the row whose reading is complained of, counting repeats", async () => {
    const made = await reader();
    made.add("pins", { size: "1.4" });
    made.rows.value[0]!.values = "26; 26.1";
    made.rows.value[1]!.values = "abc";
    made.teeth.value = "31";
    answer = () => json({ problem: "“abc” is not a length.", hint: "", field: "readings.2.value", code: "not_a_length" }, 422);
    await rested();
    expect(made.wrong.value).toEqual({ row: 1, field: "" });
  });

  it("lists the ways of measuring that suit, and the angles there are", async () => {
    await reader();
    const { kindsOf, kindOf, anglesOf } = await import("../src/features/instruments/reader");
    expect(kindsOf(false).map((one) => one.key)).toEqual(["tips", "span", "pins"]);
    expect(kindsOf(true).map((one) => one.key)).toEqual(["inside"]);
    expect(kindOf("span")?.number).toBe("teeth in the span");
    expect(anglesOf().map((one) => one.key)).toEqual(["20 eye", "20 gauge", "20 told", "14.5 eye", "14.5 gauge", "14.5 told"]);
  });

  it("opens a kept gear with the readings it was judged by", async () => {
    const made = await reader();
    made.restore({
      teeth: 31,
      readings: [
        { kind: "tips", value: 26.1 },
        { kind: "tips", value: 26.2 },
        { kind: "span", k: 4, value: 8.6 },
      ],
      angle_deg: 20,
      angle_from: "gauge",
      helix_deg: 12,
      hand: "left",
    } as never);
    expect(made.rows.value.map((row) => [row.kind, row.k, row.values])).toEqual([
      ["tips", "", "26.1; 26.2"],
      ["span", "4", "8.6"],
    ]);
    expect([made.teeth.value, made.angle.value, made.helix.value, made.hand.value]).toEqual(["31", "20 gauge", "12", "left"]);
  });
});

describe("a pair in mesh", () => {
  async function desk() {
    const { useMesh } = await import("../src/features/instruments/mesh/mesh");
    return scope.run(() => useMesh()) as ReturnType<typeof useMesh>;
  }
  const curve = { distance_mm: [27, 28, 29], backlash_mm: [0, 1, 2], contact_ratio: [1.6, 1.2, 0.8], tip_clearance_mm: [0, 1, 2], verdict: ["jammed", "right", "loose"] };
  const told = { centre_distance_mm: 27.7, backlash_mm: 0.1, total_contact_ratio: 1.7, overlap_ratio: 0.1, tip_clearance_mm: 0.2, verdict: "right", curve };

  it("sends both gears by the one size and helix typed, and leaves their hands to the core", async () => {
    const mesh = await desk();
    answer = () => told;
    Object.assign(mesh.said, { size: "32 DP", helix: "15", angle: "14,5", distance: " 27.7 " });
    await mesh.look();
    const body = asked.find((one) => one.path.endsWith("/pair"))?.body as { first: object; second: object };
    expect(body.first).toMatchObject({ teeth: 15, module_mm: "32 DP", helix_angle_deg: 15, pressure_angle_deg: 14.5 });
    expect(body.second).toMatchObject({ teeth: 54, module_mm: "32 DP", helix_angle_deg: 15 });
    expect(body).toMatchObject({ hands_known: false, centre_distance_mm: "27.7" });
  });

  it("reads the core's own curve under the hand, and asks for the place it is let go at", async () => {
    const mesh = await desk();
    answer = () => told;
    await mesh.look();
    expect(mesh.now).toMatchObject({ distance: 27.7, contact: 1.7, clearance: 0.2 });
    mesh.drag(28.5);
    expect(mesh.now).toMatchObject({ distance: 28.5, backlash: 1.5, clearance: 1.5 });
    expect(mesh.now?.contact).toBeCloseTo(1.0 + 0.1);
    mesh.drag(99);
    expect(mesh.now?.distance).toBe(29);
    mesh.drop();
    await nextTick();
    expect(mesh.said.distance).toBe("29.000");
  });
});

describe("asking while typing goes on", () => {
  it("counts only the last turn", async () => {
    const { latest } = await import("../src/api/latest");
    const begin = latest();
    const [first, second] = [begin(), begin()];
    expect([first(), second()]).toEqual([false, true]);
  });

  it("works once typing rests, however often it was asked", async () => {
    const { resting } = await import("../src/api/latest");
    const work = vi.fn();
    const ask = scope.run(() => resting(work, 20)) as () => unknown;
    for (let n = 0; n < 5; n += 1) void ask();
    expect(work).not.toHaveBeenCalled();
    await rested();
    expect(work).toHaveBeenCalledOnce();
  });
});
