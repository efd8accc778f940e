/** A device on a cable, by the browser's own serial port: what it sends is a reading, and one key asks it for one. */
import { computed, shallowReactive } from "vue";

import { api, ask, asProblem } from "../../api/client";
import type { Problem } from "../../api/types";
import { forWhom, hand, isForFigures } from "./heard";

/** What of Web Serial is used here (WICG, Web Serial API). */
interface SerialPort extends EventTarget {
  readable: ReadableStream<Uint8Array> | null;
  writable: WritableStream<Uint8Array> | null;
  open(how: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
}

interface Reading {
  value: number;
  unit: string;
}

const ports = (navigator as Navigator & { serial?: { requestPort(): Promise<SerialPort> } }).serial;
export const SERIAL = Boolean(ports);
export const BAUDS = [1200, 2400, 4800, 9600, 19200, 38400, 57600, 115200];

/** Milliseconds a device has to answer, and the longest line worth reading. */
const WAIT = 2000;
const LONGEST = 200;

export const wire = shallowReactive({ open: false, line: "", read: undefined as Reading | undefined, problem: undefined as Problem | undefined });
/** The unit of what it sent last; nothing before it has sent anything. */
export const wireUnit = computed(() => (wire.open ? (wire.read?.unit ?? "") : ""));

let port: SerialPort | undefined;
let waiting: ((read: Reading | Problem) => void) | undefined;

const GONE: Problem = {
  problem: "The device on the cable is gone.",
  hint: "Plug it in and connect it again, or type the reading.",
  code: "no_device",
  field: "",
  where: [],
  mine: "",
  theirs: "",
  who: "",
  now: null,
};
const SILENT: Problem = { ...GONE, problem: "The device on the cable does not answer.", hint: "Press its own send key, or type the reading." };

/** Whether `asked` was still waiting, and has it now. */
function settled(read: Reading | Problem, asked = waiting): boolean {
  if (!asked || asked !== waiting) return false;
  waiting = undefined;
  asked(read);
  return true;
}

async function line(said: string) {
  wire.line = said.slice(0, LONGEST);
  // What came before it was asked is no answer, however long it took to be read.
  const asked = waiting;
  const whom = forWhom(isForFigures(document.activeElement) ? document.activeElement : null);
  try {
    const read = await ask(api.POST("/api/devices/said", { body: { text: wire.line } }));
    [wire.read, wire.problem] = [read, undefined];
    if (!asked || !settled(read, asked)) await hand(read.value, read.unit, whom);
  } catch (error) {
    wire.problem = asProblem(error);
    if (asked) settled(wire.problem, asked);
  }
}

async function listen(from: SerialPort) {
  let rest = "";
  const words = new TextDecoder();
  const reader = from.readable?.getReader();
  try {
    for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
      rest = (rest + words.decode(part.value, { stream: true })).slice(-4 * LONGEST);
      const lines = rest.split(/[\r\n]+/);
      rest = lines.pop() ?? "";
      for (const said of lines) if (said.trim()) await line(said.trim());
    }
  } catch {
    // Pulled out: told below.
  }
  if (port !== from) return;
  port = undefined;
  wire.open = false;
  wire.problem = GONE;
  settled(GONE);
}

/** Ask which port, and listen to it. */
export async function connect(baudRate: number) {
  try {
    const chosen = await ports?.requestPort();
    if (!chosen) return;
    await close();
    await chosen.open({ baudRate });
    port = chosen;
    Object.assign(wire, { open: true, line: "", read: undefined, problem: undefined });
    void listen(chosen);
  } catch (error) {
    // Nothing chosen is no fault.
    if ((error as DOMException).name !== "NotFoundError") wire.problem = { ...GONE, problem: "That port does not open.", hint: "Close what else speaks to it, or choose another." };
  }
}

export async function close() {
  const was = port;
  port = undefined;
  wire.open = false;
  await was?.close().catch(() => undefined);
}

/** Ask it for a reading, as any device here is asked. */
export async function askWire(): Promise<Reading> {
  const writer = port?.writable?.getWriter();
  if (!writer) throw GONE;
  const answered = new Promise<Reading | Problem>((done) => {
    waiting = done;
    setTimeout(() => waiting === done && settled(SILENT), WAIT);
  });
  // One that only listens to its own key may take no notice: its next line answers.
  await writer.write(new TextEncoder().encode("READ\n")).catch(() => undefined);
  writer.releaseLock();
  const read = await answered;
  if ("problem" in read) throw read;
  return read;
}
