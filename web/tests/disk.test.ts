/** The device's disk through versions and tabs, and what an entry is based on once someone has settled it. */
import { openDB } from "idb";
import { beforeEach, describe, expect, it, vi } from "vitest";

import type { Problem } from "../src/api/types";
import type { Waiting } from "../src/record/store";
import { freshDisk, page, rest, server } from "./device";

beforeEach(freshDisk);

async function firstVersion(...lines: string[]) {
  const old = await openDB("dentado", 1, { upgrade: (made) => void made.createObjectStore("waiting", { keyPath: "key", autoIncrement: true }) });
  for (const line of lines) await old.add("waiting", { visitId: "v", kind: "step", method: "PUT", path: `/api/visits/v/steps/${line}`, body: { line } });
  return old;
}

describe("a disk of the first version", () => {
  it("keeps what waits, in order, for a person to claim", async () => {
    (await firstVersion("drum", "pin")).close();
    const bench = server();
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    await rest();
    expect(bench.sent).toEqual([]);
    expect(outbox.refused.map((aside) => [(aside.entry.body as { line: string }).line, aside.problem.code])).toEqual([
      ["drum", "nobodys"],
      ["pin", "nobodys"],
    ]);
    await outbox.sendAgain(outbox.refused[0]!);
    await rest();
    expect(bench.sent.map((asked) => [asked.path, asked.member])).toEqual([["/api/visits/v/steps/drum", "7"]]);
    expect(outbox.refused).toHaveLength(1);
  });

  it("held by an older tab is waited for in the window, and taken once that is closed", async () => {
    const old = await firstVersion();
    const bench = server();
    bench.answer(() => "away");
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    await outbox.add({ visitId: "v", kind: "step", method: "PUT", path: "/api/visits/v/steps/1", body: { line: "drum" } });
    await rest();
    expect(outbox.says).toContain("keep this window open");
    old.close();
    bench.answer(() => ({ status: 200 }));
    await outbox.send();
    await rest();
    expect(bench.sent.map((asked) => asked.path)).toEqual(["/api/visits/v/steps/1"]);
    expect(outbox.says).toBe("all sent");
  });
});

it("lets go of the disk when a newer version asks for it", async () => {
  server();
  const outbox = await page();
  await outbox.belongTo("7", "Robin");
  await outbox.add({ visitId: "v", kind: "step", method: "PUT", path: "/api/visits/v/steps/1", body: { line: "drum" } });
  await rest();
  const blocked = vi.fn();
  const newer = await openDB("dentado", 3, { blocked });
  expect(newer.version).toBe(3);
  newer.close();
});

describe("what an entry is based on when it is said again", () => {
  const refused = (more: Partial<Problem>) => ({ problem: "", hint: "", field: "", where: [], code: "overtaken", mine: "", theirs: "", who: "Kit", ...more }) as unknown as Problem;
  const entry = (kind: Waiting["kind"], body: unknown) =>
    ({ key: 9, visitId: "v", kind, method: "PUT", path: "/p", body, shown: { id: "1" }, owner: "7", who: "Robin", tries: 3, triedAt: 1 }) as Waiting;
  const rebased = async (waiting: Waiting, problem: Problem) => (await import("../src/record/rebase")).rebased(waiting, problem);

  it("is what stands now, so that it is not overtaken by the same again", async () => {
    const step = await rebased(entry("step", { line: "drum 2x", based_on: "drum" }), refused({ now: { line: "drum #A1" } } as Partial<Problem>));
    expect(step.body).toEqual({ line: "drum 2x", based_on: "drum #A1" });
    const verdict = await rebased(entry("verdict", { verdict: "keep", based_on: { verdict: "" } }), refused({ now: { verdict: "replace", finding: "chipped" } } as Partial<Problem>));
    expect(verdict.body).toEqual({ verdict: "keep", based_on: { verdict: "replace", finding: "chipped" } });
    const watched = await rebased(entry("watch", { text: "seal", based_on: "" }), refused({ now: { to_watch: "oil" } } as Partial<Problem>));
    expect(watched.body).toMatchObject({ based_on: "oil" });
  });

  it("stays as it was where it was refused for another reason", async () => {
    const body = { line: "", based_on: "drum" };
    expect((await rebased(entry("step", body), refused({ code: "input", now: { line: "other" } } as Partial<Problem>))).body).toEqual(body);
    expect((await rebased(entry("step", body), refused({}))).body).toEqual(body);
  });

  it("takes nothing along that belongs to the earlier try", async () => {
    const again = await rebased(entry("step", {}), refused({}));
    expect(Object.keys(again).sort()).toEqual(["body", "file", "kind", "method", "path", "shown", "visitId"]);
  });
});
