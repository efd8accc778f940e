import { createSSRApp, type Component } from "vue";
import { renderToString } from "vue/server-renderer";
import { describe, expect, it } from "vitest";

import OrderWay from "../src/features/orders/OrderWay.vue";
import WearChart from "../src/features/visits/WearChart.vue";
import { priced } from "../src/features/orders/orders";

const day = (by: number) => new Date(Date.now() + by * 86_400_000).toISOString().slice(0, 10);
const drawn = (what: Component, props: Record<string, unknown>) => renderToString(createSSRApp(what, props));
const many = (html: string, part: RegExp) => html.match(part)?.length ?? 0;

describe("prices", () => {
  it("are said to the cent, and that there is none", () => {
    expect([priced("4.5"), priced("0"), priced(null), priced(undefined)]).toEqual(["4.50", "0.00", "no price", "no price"]);
  });
});

describe("the way of an order", () => {
  const at = (sent: number, due: number | null, here = false) => drawn(OrderWay, { sent: day(sent), due: due === null ? null : day(due), here, late: due !== null && due < 0 && !here });
  const late = /<line[^>]*class="late"/g;

  it("goes on past its day where it is late", async () => {
    expect(many(await at(-9, -3), late)).toBe(1);
    expect(many(await at(-2, 4), late)).toBe(0);
    expect(many(await at(-9, -3, true), late)).toBe(0);
  });

  it("says that no day was said", async () => {
    expect(await at(-2, null)).toContain("no day said");
    expect(many(await at(0, 0), /<circle/g)).toBe(1);
  });
});

describe("wear over time", () => {
  const gear = (less_mm: number, ...values: (number | null)[]) =>
    drawn(WearChart, {
      gear: { less_mm, name: "idler, 23 teeth", label: "0.5 module", how: "over 3 teeth", readings: values.map((value_mm, n) => ({ visit: n + 1, label: "0.5 module", value_mm })) },
    });

  it("says what is less, and that nothing is", async () => {
    expect(await gear(0.08, 3.78, 3.7)).toContain("0.08 mm less over 3 teeth");
    expect(await gear(0, 3.78, 3.78)).toContain("no less over 3 teeth");
  });

  it("draws nothing of one reading, and leaves out what was not measured", async () => {
    expect(await gear(0, 3.78)).not.toContain("<svg");
    expect(many(await gear(0.03, 3.78, null, 3.75), /<circle/g)).toBe(2);
  });
});
