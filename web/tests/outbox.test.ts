import { openDB } from "idb";
import { beforeEach, describe, expect, it, vi } from "vitest";

import { freshDisk, page, rest, server, step } from "./device";

const REFUSED = { problem: "The line is empty.", hint: "Type what came off.", field: "line", code: "input" };

async function onDisk(store: "waiting" | "aside") {
  const open = await openDB("dentado");
  const all = (await open.getAll(store)) as Record<string, unknown>[];
  open.close();
  return all;
}

beforeEach(freshDisk);

describe("a line that is yet to be understood", () => {
  const line = { visit: "v", text: "drum", photos: [], step: "1" };

  it("is said to be on its way, and a stage is not entered before it", async () => {
    server();
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    await rest();
    const letGo = outbox.hold(line);
    expect(outbox.says).toBe("sending 1");
    let settled = false;
    const settling = outbox.settle().then(() => (settled = true));
    await rest();
    expect(settled).toBe(false);
    void outbox.add(step("drum"));
    letGo();
    expect(outbox.says).toBe("sending 1");
    await settling;
    expect(outbox.says).toBe("all sent");
  });

  it("left by an earlier page of the tab is kept for its visit and for who said it", async () => {
    server();
    const first = await page();
    await first.belongTo("7", "Robin");
    first.hold(line);
    const second = await page();
    await second.belongTo("7", "Robin");
    await rest();
    expect(second.says).toBe("1 kept here, not yet sent");
    expect(second.leftOf("another")).toEqual([]);
    await second.belongTo("8", "Kit");
    await rest();
    expect(second.says).toBe("all sent");
    expect(second.leftOf("v")).toEqual([]);
    await second.belongTo("7", "Robin");
    for (const [one, letGo] of second.leftOf("v")) {
      expect(one).toEqual({ ...line, owner: "7" });
      letGo();
    }
    expect(second.says).toBe("all sent");
    expect((await page()).leftOf("v")).toEqual([]);
  });
});

describe("order", () => {
  it("sends entries in the order they were made, one after the other, each once", async () => {
    const bench = server();
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    for (let n = 1; n <= 12; n += 1) void outbox.add(step(`piece ${n}`, n));
    await rest();
    expect(bench.sent.map((one) => one.body?.line)).toEqual(Array.from({ length: 12 }, (_, n) => `piece ${n + 1}`));
    expect(outbox.says).toBe("all sent");
    expect(await onDisk("waiting")).toEqual([]);
  });

  it("keeps what cannot be sent through a closed page, and tells the answer to whoever listens", async () => {
    const bench = server();
    bench.answer(() => "away");
    const first = await page();
    await first.belongTo("7", "Robin");
    await first.add(step("drum", 1));
    await first.add(step("pin", 2));
    await rest();
    expect(first.says).toBe("2 kept here, not yet sent");
    expect(bench.sent).toEqual([]);

    bench.answer((one) => ({ status: 200, body: { said: one.body?.line } }));
    const second = await page();
    const told: unknown[] = [];
    second.listen((entry, answer) => told.push([entry.path, answer]));
    await second.belongTo("7", "Robin");
    await rest();
    expect(told).toEqual([
      ["/api/visits/v/steps/1", { said: "drum" }],
      ["/api/visits/v/steps/2", { said: "pin" }],
    ]);
  });

  it("throws from settle while anything waits, so that a stage is not entered on half a record", async () => {
    const bench = server();
    bench.answer(() => ({ status: 503 }));
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    await outbox.add(step("drum"));
    await rest();
    await expect(outbox.settle()).rejects.toMatchObject({ code: "unreachable" });
    bench.answer(() => ({ status: 200 }));
    await expect(outbox.settle()).resolves.toBeUndefined();
  });
});

describe("a page left before the disk has what was just said", () => {
  /** A disk that does not answer while the first page is open. */
  async function leftOnASlowDisk(...entries: ReturnType<typeof step>[]) {
    const disk = indexedDB;
    const never = Object.assign(Object.create(IDBOpenDBRequest.prototype) as IDBOpenDBRequest, { addEventListener: () => undefined });
    vi.stubGlobal("indexedDB", { open: () => never });
    const left = await page();
    void left.belongTo("7", "Robin");
    for (const entry of entries) void left.add(entry);
    left.me = "";
    vi.stubGlobal("indexedDB", disk);
  }

  it("is held by the tab, and sent once by the next page, before what is said there", async () => {
    const bench = server();
    await leftOnASlowDisk(step("drum", 1), step("pin", 2));
    const outbox = await page();
    void outbox.add(step("cap", 3));
    await outbox.belongTo("7", "Robin");
    await rest();
    expect(bench.sent.map((one) => one.body?.line)).toEqual(["drum", "pin", "cap"]);
    expect(sessionStorage).toHaveLength(0);
    expect(outbox.says).toBe("all sent");
  });

  it("is shown by the next page although the bench cannot be reached", async () => {
    const bench = server();
    bench.answer(() => "away");
    await leftOnASlowDisk(step("drum", 1));
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    expect((await outbox.of("v")).map((entry) => entry.path)).toEqual(["/api/visits/v/steps/1"]);
    expect(outbox.says).toBe("1 kept here, not yet sent");
    outbox.me = "";
  });

  it("is not said twice where the disk had it after all", async () => {
    const bench = server();
    bench.answer(() => "away");
    const left = await page();
    await left.belongTo("7", "Robin");
    await left.add(step("drum", 1));
    await rest();
    left.me = "";
    sessionStorage.setItem("dentado.unstored.1", JSON.stringify((await onDisk("waiting"))[0]));
    bench.answer(() => ({ status: 200 }));
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    await rest();
    expect(bench.sent).toHaveLength(1);
    expect(sessionStorage).toHaveLength(0);
  });

  it("outlasts a reload even where the browser stores nothing", async () => {
    const bench = server();
    bench.answer(() => "away");
    vi.stubGlobal("indexedDB", {
      open: () => {
        throw new Error("private");
      },
    });
    const left = await page();
    await left.belongTo("7", "Robin");
    await left.add(step("drum", 1));
    await rest();
    expect(left.says).toContain("keep this window open");
    left.me = "";
    bench.answer(() => ({ status: 200 }));
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    await rest();
    expect(bench.sent.map((one) => one.body?.line)).toEqual(["drum"]);
    expect(sessionStorage).toHaveLength(0);
  });
});

describe("whose it is", () => {
  it("sends nothing before it is known who is signed in", async () => {
    const bench = server();
    bench.answer(() => "away");
    const before = await page();
    await before.belongTo("7", "Robin");
    await before.add(step("drum"));
    await rest();
    bench.answer(() => ({ status: 200 }));
    const outbox = await page();
    await outbox.send();
    await rest();
    expect(bench.sent).toEqual([]);
    await outbox.belongTo("7", "Robin");
    await rest();
    expect(bench.sent.map((one) => one.member)).toEqual(["7"]);
  });

  it("leaves another member's entries where they are, in their name, until they are back", async () => {
    const bench = server();
    bench.answer(() => "away");
    const robins = await page();
    await robins.belongTo("7", "Robin");
    await robins.add(step("robin's", 1));
    await rest();
    bench.answer(() => ({ status: 200 }));
    const kits = await page();
    await kits.belongTo("8", "Kit");
    await kits.add(step("kit's", 2));
    await rest();
    expect(bench.sent.map((one) => [one.member, one.body?.line])).toEqual([["8", "kit's"]]);
    expect(kits.says).toBe("1 wait for Robin to sign in");
    expect(await kits.of("v")).toEqual([]);
    await expect(kits.settle()).resolves.toBeUndefined();

    const again = await page();
    await again.belongTo("7", "Robin");
    await rest();
    expect(bench.sent.at(-1)).toMatchObject({ member: "7", body: { line: "robin's" } });
    expect(again.others).toEqual({});
  });

  it("names the last member for what is entered before the session is known", async () => {
    const bench = server();
    const first = await page();
    await first.belongTo("7", "Robin");
    const second = await page();
    await second.add(step("early"));
    await rest();
    expect(bench.sent).toEqual([]);
    expect(await onDisk("waiting")).toMatchObject([{ owner: "7", who: "Robin" }]);
    await second.belongTo("8", "Kit");
    await rest();
    expect(bench.sent).toEqual([]);
  });

  it("claims nothing of the first version's entries, which named nobody", async () => {
    const old = await openDB("dentado", 1, { upgrade: (made) => void made.createObjectStore("waiting", { keyPath: "key", autoIncrement: true }) });
    await old.add("waiting", { visitId: "v", kind: "step", method: "PUT", path: "/api/visits/v/steps/1", body: { line: "whose?" } });
    old.close();
    const bench = server();
    const outbox = await page();
    await outbox.belongTo("8", "Kit");
    await rest();
    expect(bench.sent).toEqual([]);
    expect(outbox.refused.map((one) => one.problem.code)).toEqual(["nobodys"]);
    await outbox.sendAgain(outbox.refused[0]!);
    await rest();
    expect(bench.sent.map((one) => [one.member, one.body?.line])).toEqual([["8", "whose?"]]);
    expect(outbox.refused).toEqual([]);
  });
});

describe("what is not taken", () => {
  it("sets a refusal aside on the disk with its reason, and the rest goes on", async () => {
    const bench = server();
    bench.answer((one) => (one.body?.line === "bad" ? { status: 422, body: REFUSED } : { status: 200 }));
    const outbox = await page();
    const mourned: string[] = [];
    outbox.mourn((entry) => mourned.push(entry.path));
    await outbox.belongTo("7", "Robin");
    await outbox.add(step("bad", 1));
    await outbox.add(step("good", 2));
    await rest();
    expect(bench.sent.map((one) => one.body?.line)).toEqual(["bad", "good"]);
    expect(mourned).toEqual(["/api/visits/v/steps/1"]);
    expect(outbox.says).toBe("all sent");

    const later = await page();
    await later.belongTo("7", "Robin");
    expect(later.refused).toMatchObject([{ entry: { body: { line: "bad" } }, problem: { problem: "The line is empty." } }]);
    bench.answer(() => ({ status: 200 }));
    await later.sendAgain(later.refused[0]!, "mended");
    await rest();
    expect(bench.sent.at(-1)).toMatchObject({ path: "/api/visits/v/steps/1", body: { line: "mended" } });
    expect(await onDisk("aside")).toEqual([]);
  });

  it("shows a refusal to its owner and to nobody else", async () => {
    const bench = server();
    bench.answer(() => ({ status: 422, body: REFUSED }));
    const robins = await page();
    await robins.belongTo("7", "Robin");
    await robins.add(step("bad"));
    await rest();
    const kits = await page();
    await kits.belongTo("8", "Kit");
    expect(kits.refused).toEqual([]);
    expect(kits.aside).toHaveLength(1);
  });

  it("gives up on an entry the server breaks on, over several pages, but waits out one that is away", async () => {
    vi.useFakeTimers({ toFake: ["Date"] });
    const bench = server();
    bench.answer((one) => (one.body?.line === "rotten" ? { status: 500, body: { problem: "Something broke.", hint: "", code: "broken" } } : { status: 200 }));
    let outbox = await page();
    await outbox.belongTo("7", "Robin");
    await outbox.add(step("rotten", 1));
    await outbox.add(step("sound", 2));
    for (let n = 0; n < 20; n += 1) await outbox.send();
    await rest();
    expect(bench.sent).toHaveLength(1);
    for (let n = 0; n < 3; n += 1) {
      expect(outbox.refused).toEqual([]);
      vi.advanceTimersByTime(2000);
      outbox = await page();
      await outbox.belongTo("7", "Robin");
      await rest();
    }
    expect(bench.sent.map((one) => one.body?.line)).toEqual(["rotten", "rotten", "rotten", "rotten", "sound"]);
    expect(outbox.refused).toMatchObject([{ problem: { code: "broken" }, entry: { tries: 4 } }]);

    for (const status of [502, 503, 504, 429]) {
      bench.answer(() => ({ status }));
      await outbox.add(step("patient", 3));
      for (let n = 0; n < 6; n += 1) await outbox.send();
      expect(outbox.refused).toHaveLength(1);
      bench.answer(() => ({ status: 200 }));
      await outbox.send();
      expect(outbox.waiting).toBe(0);
    }
    vi.useRealTimers();
  });

  it("says one that others overtook again of what stands now", async () => {
    const now = { verdict: "replace", finding: "cracked", findings: [], instead: "" };
    const bench = server();
    bench.answer((one) =>
      (one.body?.based_on as { verdict: string }).verdict === "replace"
        ? { status: 200 }
        : { status: 409, body: { ...REFUSED, code: "overtaken", mine: "keep", theirs: "replace, cracked", who: "Kit", now } },
    );
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    await outbox.add({
      visitId: "v",
      kind: "verdict",
      method: "PUT",
      path: "/api/visits/v/pieces/1/verdict",
      body: { verdict: "keep", finding: "", based_on: { verdict: "", finding: "", findings: [], instead: "" } },
    });
    await rest();
    expect(outbox.refused[0]?.problem.who).toBe("Kit");
    await outbox.sendAgain(outbox.refused[0]!);
    await rest();
    expect(bench.sent.at(-1)?.body).toEqual({ verdict: "keep", finding: "", based_on: now });
    expect(outbox.refused).toEqual([]);
  });
});

describe("a browser that cannot store", () => {
  it("keeps entries in the window, in order, and says so", async () => {
    vi.stubGlobal("indexedDB", {
      open: () => {
        throw new DOMException("full", "QuotaExceededError");
      },
    });
    const bench = server();
    bench.answer(() => "away");
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    await outbox.add(step("one", 1));
    await outbox.add(step("two", 2));
    await rest();
    expect(outbox.says).toBe("2 not yet sent: keep this window open");
    bench.answer(() => ({ status: 200 }));
    await outbox.send();
    await rest();
    expect(bench.sent.map((one) => one.body?.line)).toEqual(["one", "two"]);
    expect(outbox.says).toBe("all sent");
  });

  it("does so too while a tab of an older version holds the disk, and stores again once it is closed", async () => {
    const old = await openDB("dentado", 1, { upgrade: (made) => void made.createObjectStore("waiting", { keyPath: "key", autoIncrement: true }) });
    const bench = server();
    bench.answer(() => "away");
    const outbox = await page();
    await outbox.belongTo("7", "Robin");
    await outbox.add(step("one", 1));
    await rest();
    expect(outbox.says).toBe("1 not yet sent: keep this window open");
    old.close();
    bench.answer(() => ({ status: 200 }));
    await outbox.send();
    await rest();
    bench.answer(() => "away");
    await outbox.add(step("two", 2));
    await rest();
    expect(outbox.says).toBe("1 kept here, not yet sent");
    expect(bench.sent.map((one) => one.body?.line)).toEqual(["one"]);
  });
});
