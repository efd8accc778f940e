/** The open visits with their small photos, fetched once they change, so that they are here when the network is not. */
import type { Photo, Visit } from "../api/types";
import { PICTURES, RECORD } from "./kept";
import { keeping } from "./worker";

const MOST = 12;
const KNOWN = "dentado.ahead";
/** What every screen begins with; a page that is older than its worker asked for it past him. */
const FIRST = ["session", "vocabulary", "day", "timers", "visits?state=open&page=1", "shelf", "sums/choices", "sums/gauges"];
const PARTS = ["plan", "proof", "guide", "diagnosis", "row", "words", "decision"];

interface Listed {
  id: string;
  changed_at: string;
}

/** Only where a worker keeps them; one at a time, so that it is in nobody's way. */
export async function fetchAhead(visits: Listed[]) {
  if (!(await kept())) return;
  const there = await caches.open(RECORD);
  for (const path of FIRST.map((name) => `/api/${name}`)) if (!(await there.match(path))) await fetch(path).catch(() => undefined);
  const known = remembered();
  const fetched: Record<string, string> = {};
  for (const { id, changed_at } of visits.slice(0, MOST)) {
    if (known[id] !== changed_at && !(await fetchWhole(id))) return;
    fetched[id] = changed_at;
    localStorage.setItem(KNOWN, JSON.stringify({ ...known, ...fetched }));
  }
  localStorage.setItem(KNOWN, JSON.stringify(fetched));
}

/** Whether a worker keeps what comes; the very first takes a moment to get there. */
async function kept(): Promise<boolean> {
  if (!navigator.serviceWorker || !((await navigator.serviceWorker.getRegistration()) || (await keeping))) return false;
  await navigator.serviceWorker.ready;
  if (!navigator.serviceWorker.controller) await new Promise((done) => navigator.serviceWorker.addEventListener("controllerchange", done, { once: true }));
  return true;
}

/** Forget what was fetched: the next member fetches anew. */
export const forgetAhead = () => localStorage.removeItem(KNOWN);

function remembered(): Record<string, string> {
  try {
    return JSON.parse(localStorage.getItem(KNOWN) ?? "{}") as Record<string, string>;
  } catch {
    return {};
  }
}

async function fetchWhole(id: string): Promise<boolean> {
  try {
    const answer = await fetch(`/api/visits/${id}`);
    if (!answer.ok) return false;
    const visit = (await answer.json()) as Visit;
    for (const part of PARTS) await fetch(`/api/visits/${id}/${part}`);
    const photos: Photo[] = [...visit.photos, ...visit.steps.flatMap((step) => step.photos)];
    const there = await caches.open(PICTURES);
    for (const { id: photo } of photos) {
      const path = `/api/photos/${photo}?small=true`;
      if (!(await there.match(path))) await fetch(path);
    }
    return true;
  } catch {
    return false;
  }
}
