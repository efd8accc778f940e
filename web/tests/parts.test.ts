/** Parts of the screen by themselves: what they show of what they are given, and what they say when they are used. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { createApp, h, nextTick, type Component } from "vue";

let place: HTMLElement;
let left: () => void;

/** Draw a part; what it says is noted by name. */
function draw(part: Component, props: Record<string, unknown> = {}) {
  const said: [string, ...unknown[]][] = [];
  const on = Object.fromEntries(["correct", "tap", "go", "use", "pick", "open"].map((name) => [`on${name[0]!.toUpperCase()}${name.slice(1)}`, (...what: unknown[]) => said.push([name, ...what])]));
  const app = createApp({ render: () => h(part, { ...props, ...on }) });
  app.mount(place);
  left = () => app.unmount();
  return said;
}
const find = <T extends Element = HTMLElement>(what: string) => place.querySelector<T>(what)!;
const all = (what: string) => [...place.querySelectorAll<HTMLElement>(what)];
const words = (of: Element) => of.textContent!.replace(/\s+/g, " ").trim();

beforeEach(() => {
  document.body.innerHTML = "<div id='here'></div>";
  place = document.getElementById("here")!;
});
afterEach(() => left?.());

describe("what was understood of a line", () => {
  const chips = [
    { field: "thread", label: "thread", value: "M3 × 10", typed: "M3x10" },
    { field: "count", label: "count", value: "4 ×", typed: "4" },
  ];

  it("is put right where it stands, as it would be typed", async () => {
    const { default: ChipStrip } = await import("../src/features/visits/ChipStrip.vue");
    const said = draw(ChipStrip, { chips });
    expect(all("li").map(words)).toEqual(["thread M3 × 10", "count 4 ×"]);
    find("button").click();
    await nextTick();
    const box = find<HTMLInputElement>("input");
    expect(box.value).toBe("M3x10");
    box.value = "M3x12";
    box.dispatchEvent(new Event("input"));
    find("form").dispatchEvent(new Event("submit", { cancelable: true }));
    await nextTick();
    expect(said).toEqual([["correct", { field: "thread", value: "M3x12", piece: 0 }]]);
    expect(find("form")).toBeNull();
  });

  it("is left as it was by Escape", async () => {
    const { default: ChipStrip } = await import("../src/features/visits/ChipStrip.vue");
    const said = draw(ChipStrip, { chips });
    all("button")[1]!.click();
    await nextTick();
    const box = find<HTMLInputElement>("input");
    box.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape", bubbles: true }));
    await nextTick();
    expect(said).toEqual([]);
    expect(all("button")).toHaveLength(2);
  });
});

describe("a gear looked over tooth by tooth", () => {
  const props = {
    teeth: 12,
    tooth: [
      [0, 1],
      [0.1, 0.9],
    ],
    radius: 1,
    marked: { chipped: [2, 3], worn: [7] },
    by: "chipped",
  };

  async function picker() {
    const { default: ToothPicker } = await import("../src/drawing/ToothPicker.vue");
    return draw(ToothPicker, props);
  }

  it("shows each mark at its tooth, clockwise from the top, those in hand told apart", async () => {
    await picker();
    const dots = all("circle");
    expect(dots).toHaveLength(3);
    expect(dots.map((dot) => dot.classList.contains("now"))).toEqual([true, true, false]);
    const angle = (dot: Element) => Math.atan2(Number(dot.getAttribute("cx")), -Number(dot.getAttribute("cy")));
    expect(angle(dots[1]!)).toBeCloseTo((2 * Math.PI * 3) / 12, 6);
    expect(find("svg").getAttribute("aria-label")).toContain("2 marked");
  });

  it("is walked round by the arrows both ways, and marked by Space", async () => {
    const said = await picker();
    const press = (key: string) => find("svg").dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }));
    press("ArrowLeft");
    press(" ");
    for (let n = 0; n < 3; n += 1) press("ArrowRight");
    press(" ");
    press("x");
    expect(said).toEqual([
      ["tap", 11],
      ["tap", 2],
    ]);
    await nextTick();
    expect(find("svg").getAttribute("aria-label")).toContain("tooth 3");
  });

  it("is tapped where the tooth stands", async () => {
    const said = await picker();
    const svg = find<SVGElement>("svg");
    svg.getBoundingClientRect = () => ({ left: 100, top: 50, width: 300, height: 300 }) as DOMRect;
    const tap = (tooth: number) => {
      const angle = (2 * Math.PI * tooth) / 12;
      svg.dispatchEvent(new MouseEvent("click", { bubbles: true, clientX: 250 + 120 * Math.sin(angle), clientY: 200 - 120 * Math.cos(angle) }));
    };
    for (const tooth of [0, 3, 6, 11]) tap(tooth);
    expect(said.map(([, tooth]) => tooth)).toEqual([0, 3, 6, 11]);
  });
});

describe("the rack of stages", () => {
  const stages = ["Listen", "Strip", "Build"].map((label) => ({ key: label.toLowerCase(), label }));

  async function rack(name: "StageRack" | "StageMark", props: Record<string, unknown>) {
    vi.resetModules();
    const { createPinia, setActivePinia } = await import("pinia");
    setActivePinia(createPinia());
    const { useSession } = await import("../src/features/workshop/session");
    useSession().words = { stages } as never;
    const { default: drawn } = await import(`../src/features/visits/${name}.vue`);
    return draw(drawn, props);
  }

  it("tells what is done, where one is and what is being looked at", async () => {
    const said = await rack("StageRack", { stage: "strip", viewing: "listen" });
    const teeth = all("button");
    expect(teeth.map(words)).toEqual(["Listen ✓", "Strip", "Build"]);
    expect(teeth.map((tooth) => tooth.getAttribute("aria-current"))).toEqual(["step", null, null]);
    expect(teeth.map((tooth) => ["done", "here", "viewing"].filter((name) => tooth.classList.contains(name)))).toEqual([["done", "viewing"], ["here"], []]);
    teeth[2]!.click();
    expect(said).toEqual([["go", "build"]]);
  });

  it("on a card is one drawing: a tooth for each stage, those done in one path, the present in another", async () => {
    await rack("StageMark", { stage: "strip" });
    expect(all("button")).toEqual([]);
    const many = (which: string) => (find(`.${which}`).getAttribute("d")?.match(/M/g) ?? []).length;
    expect([many("done"), many("here"), many("open")]).toEqual([1, 1, 1]);
    // They stand beside one another, from edge to edge.
    const starts = ["done", "here", "open"].map((which) => Number(/M([\d.]+)/.exec(find(`.${which}`).getAttribute("d") ?? "")?.[1]));
    expect(starts[0]).toBe(0);
    expect(starts[2]! - starts[1]!).toBeCloseTo(starts[1]! - starts[0]!);
    left();
    await rack("StageMark", { stage: "no such stage" });
    expect(all("path").length).toBe(1);
  });
});

describe("a problem", () => {
  it("is said where it happened, with what to do, and only if there is one", async () => {
    const { default: ProblemNote } = await import("../src/app/ProblemNote.vue");
    draw(ProblemNote, { problem: { problem: "The bore is larger than the root circle.", hint: "Read it again." } });
    expect(words(find("[role=alert]"))).toBe("The bore is larger than the root circle. Read it again.");
    left();
    draw(ProblemNote, {});
    expect(find("[role=alert]")).toBeNull();
  });
});
