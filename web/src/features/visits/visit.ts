/** The visit on screen: what the server holds, and on top of it what is still on its way. */
import { defineStore } from "pinia";
import { computed, ref } from "vue";

import { api, ask } from "../../api/client";
import type { Entry, Finding, Fitted, FittingIn, FormIn, MarkIn, Photo, PhotoMark, Piece, Plan, ReadIn, Step, TickIn, Visit } from "../../api/types";
import { newId } from "../../record/ids";
import { useOutbox, type Entry as Unsent, type Waiting } from "../../record/outbox";
import { useSession } from "../workshop/session";

type Outcome = TickIn["outcome"];
export type Verdict = "" | "keep" | "clean" | "replace" | "pair";

export const useVisit = defineStore("visit", () => {
  const outbox = useOutbox();
  const visit = ref<Visit>();
  const plan = ref<Plan>();
  /** Pictures taken here and not yet sent, by photo id. */
  const local = ref<Record<string, string>>({});
  /** The step picked out in the row. */
  const at = ref("");

  const steps = computed(() => visit.value?.steps ?? []);
  const base = computed(() => `/api/visits/${visit.value?.id}`);
  const pieces = computed(() => steps.value.map((step) => step.piece));
  const unanswered = computed(() =>
    steps.value.flatMap((step) => {
      const left = step.piece.owed - answered(step.piece);
      return left > 0 ? [{ step, left }] : [];
    }),
  );

  async function load(visitId: string) {
    if (visit.value?.id !== visitId) {
      visit.value = undefined;
      at.value = "";
    }
    await take(visitId, () => ask(api.GET("/api/visits/{visit_id}", { params: { path: { visit_id: visitId } } })));
  }

  /** Show the server's answer, and over it what it cannot know of: what still waits, and what
   *  has landed since it was asked. */
  async function take(visitId: string, answer: () => Promise<Visit>) {
    const before = await outbox.of(visitId);
    const landed: [Waiting, unknown][] = [];
    const refused = new Set<string>();
    const stops = [outbox.listen((entry, told) => landed.push([entry, told])), outbox.mourn((entry) => refused.add(entry.path))];
    try {
      visit.value = await answer();
      for (const entry of [...before, ...(await outbox.of(visitId))]) if (!refused.has(entry.path)) show(entry);
    } finally {
      for (const stop of stops) stop();
    }
    for (const [entry, told] of landed) {
      show(entry);
      land(entry, told);
    }
  }

  /** Another device may work on the same visit: what it did comes in while nothing waits here. */
  async function keepUp() {
    const now = visit.value;
    if (!now || outbox.waiting || document.visibilityState !== "visible") return;
    try {
      const { changed_at } = await ask(api.GET("/api/visits/{visit_id}/changed", { params: { path: { visit_id: now.id } } }));
      if (visit.value?.id === now.id && changed_at !== visit.value.changed_at && !outbox.waiting) await load(now.id);
    } catch {
      // Out of reach: the outbox says so.
    }
  }

  const picked = computed(() => steps.value.find((step) => step.id === at.value));

  /** Pick the step `by` places along the row from the one picked. */
  function walk(by: number) {
    const now = steps.value.findIndex((step) => step.id === at.value);
    const next = Math.max(0, Math.min(steps.value.length - 1, now < 0 ? 0 : now + by));
    at.value = steps.value[next]?.id ?? "";
  }

  async function loadPlan() {
    const visitId = visit.value?.id;
    if (!visitId) return;
    plan.value = await ask(api.GET("/api/visits/{visit_id}/plan", { params: { path: { visit_id: visitId } } }));
  }

  /** Put what is on its way on the screen. */
  function show(entry: Unsent) {
    if (entry.visitId !== visit.value?.id) return;
    if (entry.kind === "step" && !steps.value.some((step) => step.id === (entry.shown as Step).id)) put(entry.shown as Step);
    if (entry.kind === "undo") remove((entry.shown as { id: string }).id);
    if (entry.kind === "verdict") Object.assign(pieceOf((entry.shown as Piece).id) ?? {}, entry.shown);
    if (entry.kind === "tick") {
      const { piece, tick } = entry.shown as { piece: string; tick: Piece["ticks"][number] };
      const found = pieceOf(piece);
      if (found && !found.ticks.some((one) => one.id === tick.id)) found.ticks.push(tick);
    }
    if (entry.kind === "untick") {
      const { piece, tick } = entry.shown as { piece: string; tick: string };
      const found = pieceOf(piece);
      if (found) found.ticks = found.ticks.filter((one) => one.id !== tick);
    }
    if (entry.kind === "work") {
      const { piece, work } = entry.shown as { piece: string; work: Piece["worked"][number] };
      const found = pieceOf(piece);
      if (found && !found.worked.some((one) => one.id === work.id)) found.worked.push(work);
    }
    if (entry.kind === "unwork") {
      const { piece, id } = entry.shown as { piece: string; id: string };
      const found = pieceOf(piece);
      if (found) found.worked = found.worked.filter((one) => one.id !== id);
    }
    if (entry.kind === "mark") {
      const { key, done, struck } = entry.shown as MarkIn & { key: string };
      const found = plan.value?.steps.find((step) => step.key === key);
      if (found && done != null) found.ticked = done;
      if (plan.value && struck) plan.value.steps = plan.value.steps.filter((step) => step.key !== key);
    }
    if (entry.kind === "marks") {
      const { photo, marks } = entry.shown as { photo: string; marks: PhotoMark[] };
      const found = photoOf(photo);
      if (found) found.marks = marks;
    }
    if (entry.kind === "photo") showPhoto(entry.shown as { photo: Photo; step: string | null }, entry.file);
    if (entry.kind === "waits" || entry.kind === "watch") Object.assign(visit.value, entry.shown);
    if (entry.kind === "check") {
      const { key, done } = entry.shown as { key: string; done: boolean };
      const found = visit.value.checks.find((check) => check.key === key);
      if (found) found.done = done;
    }
  }

  function showPhoto({ photo, step }: { photo: Photo; step: string | null }, file?: Blob) {
    if (file) local.value[photo.id] ??= URL.createObjectURL(file);
    const of = step ? steps.value.find((one) => one.id === step)?.photos : visit.value?.photos;
    if (of && !of.some((one) => one.id === photo.id)) of.push(photo);
  }

  function pieceOf(id: string) {
    return pieces.value.find((piece) => piece.id === id);
  }

  function put(step: Step) {
    const at = steps.value.findIndex((one) => one.id === step.id);
    if (at >= 0) visit.value?.steps.splice(at, 1, step);
    else visit.value?.steps.push(step);
  }

  function remove(id: string) {
    if (visit.value) visit.value.steps = visit.value.steps.filter((step) => step.id !== id);
  }

  async function keep(entry: Omit<Unsent, "visitId">) {
    const whole = { ...entry, visitId: visit.value?.id ?? "" };
    show(whole);
    await outbox.add(whole);
  }

  /** Lay a piece down. `understood` is what the core made of the line. */
  async function layDown(line: string, understood: Entry, photos: string[]) {
    const id = newId();
    const { title, ...facts } = understood;
    if (visit.value) visit.value.photos = visit.value.photos.filter((photo) => !photos.includes(photo.id));
    const shown: Step = {
      id,
      number: (steps.value.at(-1)?.number ?? 0) + 1,
      line,
      title,
      photos: photos.map((photo) => ({ id: photo, width: 4, height: 3, marks: [] })),
      piece: {
        id,
        ...facts,
        verdict: "",
        finding: "",
        findings: [],
        instead: "",
        pins: [],
        ticks: [],
        worked: [],
      },
    };
    await keep({ kind: "step", method: "PUT", path: `${base.value}/steps/${id}`, body: { line, photos, based_on: "" }, shown });
    return id;
  }

  async function takeBack(id: string) {
    await keep({ kind: "undo", method: "PUT", path: `${base.value}/steps/${id}/undone`, body: { undone: true }, shown: { id } });
  }

  /** What is not said stays as it was. */
  async function judge(piece: Piece, verdict: Verdict, finding: string, more: { findings?: Finding[]; instead?: string } = {}) {
    // What stood there when this was said: what others said meanwhile is not overwritten unseen.
    // `piece` may be an earlier state of it, to go back to.
    const now = pieceOf(piece.id) ?? piece;
    const based_on = { verdict: now.verdict, finding: now.finding, findings: now.findings, instead: now.instead };
    await keep({
      kind: "verdict",
      method: "PUT",
      path: `${base.value}/pieces/${piece.id}/verdict`,
      body: { verdict, finding, ...more, based_on: JSON.parse(JSON.stringify(based_on)) as object },
      shown: { id: piece.id, verdict, finding, ...more },
    });
  }

  /** What is said of a step the rules put into the plan. */
  async function markStep(key: string, said: MarkIn) {
    await keep({ kind: "mark", method: "PUT", path: `${base.value}/plan/${key}`, body: said, shown: { key, ...said } });
  }

  /** A cure runs on the server, lid closed or not. */
  async function startTimer(label: string, minutes: number, tickId: string | null = null) {
    await keep({ kind: "timer", method: "PUT", path: `${base.value}/timers/${newId()}`, body: { label, minutes, tick_id: tickId } });
  }

  async function pin(pieceId: string, rim: number, given: ReadIn | FormIn, choice: number) {
    const path = `${base.value}/pieces/${pieceId}/pins/${newId()}`;
    await keep({ kind: "pin", method: "PUT", path, body: { rim, given, choice } });
  }

  async function unpin(pieceId: string, pinId: string) {
    await keep({ kind: "pin", method: "DELETE", path: `${base.value}/pieces/${pieceId}/pins/${pinId}` });
  }

  /** A fitting sum kept with its piece: shown at once, worked out again by the server. */
  async function keepWork(pieceId: string, given: FittingIn, told: Fitted) {
    const id = newId();
    const shown = { piece: pieceId, work: { id, says: told.says, mind: told.mind, given: given.work as unknown as Record<string, unknown> } };
    await keep({ kind: "work", method: "PUT", path: `${base.value}/pieces/${pieceId}/work/${id}`, body: given, shown });
  }

  async function dropWork(pieceId: string, workId: string) {
    await keep({ kind: "unwork", method: "DELETE", path: `${base.value}/pieces/${pieceId}/work/${workId}`, shown: { piece: pieceId, id: workId } });
  }

  /** The id of the count: what begins with it ends with it. */
  async function tick(piece: Piece, outcome: Outcome, count: number): Promise<string> {
    const id = newId();
    await keep({
      kind: "tick",
      method: "PUT",
      path: `${base.value}/ticks/${id}`,
      body: { piece_id: piece.id, outcome, count },
      shown: { piece: piece.id, tick: { id, outcome, count } },
    });
    return id;
  }

  async function untick(piece: Piece) {
    const last = piece.ticks.at(-1);
    if (!last) return;
    await keep({
      kind: "untick",
      method: "DELETE",
      path: `${base.value}/ticks/${last.id}`,
      shown: { piece: piece.id, tick: last.id },
    });
  }

  async function addPhoto(file: Blob, stepId?: string) {
    const id = newId();
    const step = stepId ?? null;
    const shown = { photo: { id, width: 4, height: 3, marks: [] }, step };
    await keep({ kind: "photo", method: "POST", path: `${base.value}/photos/${id}`, body: { step_id: step }, file, shown });
    return id;
  }

  const photoOf = (id: string) => [...(visit.value?.photos ?? []), ...steps.value.flatMap((step) => step.photos)].find((photo) => photo.id === id);

  /** The pins and arrows on a photo, all of them each time. */
  async function markPhoto(photoId: string, marks: PhotoMark[]) {
    const based_on = photoOf(photoId)?.marks ?? [];
    await keep({ kind: "marks", method: "PUT", path: `${base.value}/photos/${photoId}/marks`, body: { marks, based_on }, shown: { photo: photoId, marks } });
  }

  function photoUrl(id: string, small = false) {
    return local.value[id] ?? `/api/photos/${id}${small ? "?small=true" : ""}`;
  }

  /** A stage is entered on what the server knows, so it must know all of it first. */
  async function enter(stage: string) {
    const visitId = visit.value?.id ?? "";
    await outbox.settle();
    const params = { path: { visit_id: visitId } };
    await take(visitId, () => ask(api.PUT("/api/visits/{visit_id}/stage", { params, body: { stage, based_on: visit.value?.stage } })));
  }

  async function waitFor(waits_for: Visit["waits_for"], note: string) {
    const shown = { waits_for, waits_note: note };
    const based_on = { waits_for: visit.value?.waits_for, waits_note: visit.value?.waits_note };
    await keep({ kind: "waits", method: "PUT", path: `${base.value}/waits`, body: { waits_for, note, based_on }, shown });
  }

  async function check(key: string, done: boolean) {
    await keep({ kind: "check", method: "PUT", path: `${base.value}/check`, body: { check: key, done }, shown: { key, done } });
  }

  async function watchOut(text: string) {
    await keep({ kind: "watch", method: "PUT", path: `${base.value}/watch`, body: { text, based_on: visit.value?.to_watch }, shown: { to_watch: text } });
  }

  /** The server's own record replaces what was shown for it. */
  function land(entry: Waiting, answer: unknown) {
    if (entry.visitId !== visit.value?.id) return;
    if (entry.kind === "step") {
      const fresh = answer as Step;
      const shown = steps.value.find((step) => step.id === fresh.id);
      // Taken back while it was on its way: it must not come up again.
      if (!shown) return;
      const photos = shown.photos.filter((photo) => !fresh.photos.some((one) => one.id === photo.id));
      put({ ...fresh, photos: [...fresh.photos, ...photos] });
    }
    if (entry.kind === "mark") plan.value = answer as Plan;
    if (entry.kind === "verdict") {
      // What the server made of an unsaid verdict; anything said here since stands.
      const found = pieceOf((answer as Piece).id);
      if (found && !found.verdict) found.verdict = (answer as Piece).verdict;
    }
    if (entry.kind === "pin") {
      const step = steps.value.find((one) => one.piece.id === (answer as Piece).id);
      if (step) step.piece = answer as Piece;
    }
  }
  outbox.listen(land);
  // What the record did not take is not to stand on the screen as if it had.
  outbox.mourn((entry) => void (entry.visitId === visit.value?.id && load(entry.visitId).catch(() => undefined)));

  return {
    visit, plan, steps, pieces, unanswered, at, picked, walk,
    load, keepUp, loadPlan, layDown, takeBack, judge, markStep, startTimer, pin, unpin, keepWork, dropWork, tick, untick, addPhoto, photoOf, markPhoto, photoUrl, enter, waitFor, check, watchOut,
  };
});

/** How many of a piece are accounted for. */
export function answered(piece: Piece): number {
  return piece.ticks.reduce((sum, tick) => sum + tick.count, 0);
}

/** Whether it was found to be done for: which verdicts say so the vocabulary tells. */
export const dead = (piece: Piece) => useSession().words?.verdicts.some((one) => one.renews && one.key === piece.verdict) ?? false;

/** Whether a new one goes in its place: as the record says, or as was just found of it. */
export const renewed = (piece: Piece) => piece.renewed || dead(piece);
