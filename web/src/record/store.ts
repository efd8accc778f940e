/** The device's own disk: what waits to be sent, and what the record did not take. */
import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from "idb";

import type { Kind } from "../api/commands";
import type { Problem } from "../api/types";

export interface Waiting {
  key?: number;
  /** Tells it from every other, so that what the tab held as well is kept once. */
  mark?: string;
  visitId: string;
  kind: Kind;
  method: "PUT" | "POST" | "DELETE";
  path: string;
  body?: unknown;
  file?: Blob;
  /** What the screen shows until the server has answered. */
  shown?: unknown;
  /** Whose it is, by the session's key, and what they are called: it is sent in no other name. */
  owner: string;
  who: string;
  /** How often the server broke on it, and when it did last. */
  tries?: number;
  triedAt?: number;
}

/** An entry the record did not take, kept until someone settles it. */
export interface Aside {
  key?: number;
  entry: Waiting;
  problem: Problem;
  at: string;
}

interface Schema extends DBSchema {
  waiting: { key: number; value: Waiting };
  aside: { key: number; value: Aside };
}

const NOBODYS: Problem = {
  problem: "It was kept here before this device noted whose it is.",
  hint: "Send it if it is yours.",
  field: "",
  where: [],
  code: "nobodys",
  mine: "",
  theirs: "",
  who: "",
};

/** The disk, opened once. Fails where the browser cannot store, and while a tab of an older version holds it. */
export function disk(): Promise<IDBPDatabase<Schema>> {
  opening ??= open();
  return held ? Promise.reject(HELD) : Promise.race([opening.whole, opening.barrier]);
}

const HELD = new Error("an older tab holds the disk");
let held = false;
let opening: { whole: Promise<IDBPDatabase<Schema>>; barrier: Promise<never> } | undefined;

/** One request only: a second would wait in line behind the first, and never be told that it is blocked. */
function open() {
  let fail: (error: Error) => void = () => undefined;
  const barrier = new Promise<never>((_, no) => (fail = no));
  const whole = openDB<Schema>("dentado", 2, {
    upgrade,
    blocked: () => {
      held = true;
      fail(HELD);
    },
    // A newer version wants it: let go, or its page could keep nothing.
    blocking: () => {
      void whole.then((open) => open.close());
      opening = undefined;
    },
  }).then(
    (open) => {
      held = false;
      opening = { whole, barrier: NEVER };
      return open;
    },
    (error: unknown) => {
      opening = undefined;
      throw error;
    },
  );
  barrier.catch(() => undefined);
  return { whole, barrier };
}

const NEVER = new Promise<never>(() => undefined);

type Change = IDBPTransaction<Schema, ("waiting" | "aside")[], "versionchange">;

async function upgrade(made: IDBPDatabase<Schema>, before: number, _: number | null, change: Change) {
  if (before < 1) made.createObjectStore("waiting", { keyPath: "key", autoIncrement: true });
  made.createObjectStore("aside", { keyPath: "key", autoIncrement: true });
  if (before !== 1) return;
  // Entries of the first version name nobody: they are for a person to claim, not for whoever signs in next.
  const old = change.objectStore("waiting");
  for (const entry of await old.getAll()) {
    await change.objectStore("aside").add({ entry: { ...entry, owner: "", who: "" }, problem: NOBODYS, at: new Date().toISOString() });
  }
  await old.clear();
}

let asked = false;

/** Ask the browser, once, not to clear this away when it needs room. */
export function stay() {
  if (asked) return;
  asked = true;
  void navigator.storage?.persist?.().catch(() => false);
}
