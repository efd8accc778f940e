/** The device's own disk: what waits to be sent, and what the record did not take. */
import { openDB, type DBSchema, type IDBPDatabase } from "idb";

import type { Problem } from "../api/types";

export type Kind =
  | "step" | "undo" | "verdict" | "pin" | "work" | "unwork" | "tick" | "untick" | "mark" | "timer" | "photo" | "marks" | "waits" | "check" | "watch";

export interface Waiting {
  key?: number;
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

let database: Promise<IDBPDatabase<Schema>> | undefined;

export function disk() {
  database ??= openDB<Schema>("dentado", 2, {
    async upgrade(made, before, _, change) {
      if (before < 1) made.createObjectStore("waiting", { keyPath: "key", autoIncrement: true });
      made.createObjectStore("aside", { keyPath: "key", autoIncrement: true });
      if (before !== 1) return;
      // Entries of the first version name nobody: they are for a person to claim, not for whoever signs in next.
      const old = change.objectStore("waiting");
      for (const entry of await old.getAll()) {
        await change.objectStore("aside").add({ entry: { ...entry, owner: "", who: "" }, problem: NOBODYS, at: new Date().toISOString() });
      }
      await old.clear();
    },
    blocking: () => void database?.then((open) => open.close()),
  });
  return database;
}

let asked = false;

/** Ask the browser, once, not to clear this away when it needs room. */
export function stay() {
  if (asked) return;
  asked = true;
  void navigator.storage?.persist?.().catch(() => false);
}
