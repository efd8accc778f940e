/** The visit on screen: what the server holds, and on top of it what is still on its way. */
import { defineStore } from "pinia";
import { computed, ref, watch } from "vue";

import { api, ask } from "../../api/client";
import type { Entry, Finding, Fitted, FittingIn, FormIn, MarkIn, PhotoMark, Piece, Plan, ReadIn, ResultIn, Step, TickIn, TrialIn, TurnedState, Visit } from "../../api/types";
import { resting } from "../../api/latest";
import { COMMANDS, pathOf, type Body, type Ids, type Kind } from "../../api/commands";
import { newId, pieceId } from "../../record/ids";
import { useOutbox, type Entry as Unsent, type Waiting } from "../../record/outbox";
import { keepOnDevice } from "../../offline/kept";
import { onChanged } from "../../record/stamps";
import { useSession } from "../workshop/session";
import { land as landOn, photosOf, show as showOn, withChanges, type OnScreen, type Shown } from "./shown";

type Outcome = TickIn["outcome"];
/** A quick hand lays down the next piece within this, ms. */
const RESTS = 1200;
export type Verdict = "" | "keep" | "clean" | "replace" | "pair";

export const useVisit = defineStore("visit", () => {
  const outbox = useOutbox();
  const visit = ref<Visit>();
  const plan = ref<Plan>();
  /** Pictures taken here and not yet sent, by photo id. */
  const local = ref<Record<string, string>>({});
  /** The step picked out in the row. */
  const at = ref("");
  /** The build step that is gone back to, by its key; empty for the next that is open. */
  const goal = ref("");

  const steps = computed(() => visit.value?.steps ?? []);
  /** Every piece with its step, in the order they came off. */
  const laid = computed(() => steps.value.flatMap((step) => piecesOf(step).map((piece) => ({ step, piece }))));
  const pieces = computed(() => laid.value.map(({ piece }) => piece));
  const unanswered = computed(() =>
    laid.value.flatMap(({ step, piece }) => {
      const left = piece.owed - answered(piece);
      return left > 0 ? [{ step, piece, left }] : [];
    }),
  );

  async function load(visitId: string) {
    if (visit.value?.id !== visitId) {
      visit.value = undefined;
      at.value = "";
    }
    await take(visitId, () => ask(api.GET("/api/visits/{visit_id}", { params: { path: { visit_id: visitId } } })));
  }

  /** What changed since it was looked at; all of it where that cannot be said. */
  async function follow(visitId: string) {
    const now = visit.value;
    if (now?.id !== visitId) return load(visitId);
    const params = { path: { visit_id: visitId }, query: { since: now.changed_at } };
    await take(visitId, async () => withChanges(now.steps, await ask(api.GET("/api/visits/{visit_id}", { params }))));
    keepWhole();
  }

  /** The device's own copy holds all that is on the screen. */
  const keepWhole = resting(() => visit.value && void keepOnDevice(`/api/visits/${visit.value.id}`, visit.value), RESTS);

  /** Show the server's answer, and over it what it cannot know of: what still waits, and what
   *  has landed since it was asked. */
  async function take(visitId: string, answer: () => Promise<Visit>) {
    const before = await outbox.of(visitId);
    const landed: [Waiting, unknown][] = [];
    const refused = new Set<string>();
    const stops = [outbox.listen((entry, answer) => landed.push([entry, answer])), outbox.mourn((entry) => refused.add(entry.path))];
    try {
      const fresh = await answer();
      // An answer that was asked for earlier and comes later must not put back what has changed since.
      if (visit.value?.id !== fresh.id || fresh.changed_at >= visit.value.changed_at) {
        if (visit.value?.id !== fresh.id) [known, told] = ["", ""];
        visit.value = fresh;
        if (fresh.changed_at > known) known = fresh.changed_at;
      }
      for (const entry of [...before, ...(await outbox.of(visitId))]) if (!refused.has(entry.path)) show(entry);
    } finally {
      for (const stop of stops) stop();
    }
    for (const [entry, answer] of landed) {
      show(entry);
      land(entry, answer);
    }
  }

  /** What this page knows of the visit, as the hour of its last change: of another's, or of its own that it sent. */
  let known = "";
  /** The last change that was heard of. */
  let told = "";
  onChanged(({ visitId, before, after }) => {
    if (visitId !== visit.value?.id) return;
    if (before === known) known = after;
    whatFollows();
  });
  /** What the record makes of one's own doing (a mate judged with its gear, a goal reached) comes in once the hand rests. */
  const whatFollows = resting(() => {
    const now = visit.value;
    if (now && !outbox.waiting && now.changed_at < known) void follow(now.id).catch(() => undefined);
  }, RESTS);

  /** The visit changed then: another's doing comes in, once nothing of one's own is on its way. */
  async function heard(changed_at: string) {
    told = changed_at;
    if (outbox.waiting || !visit.value || told <= known) return;
    await follow(visit.value.id).catch(() => undefined);
  }
  watch(
    () => outbox.waiting,
    (left) => void (!left && told && heard(told)),
  );

  /** Another device may work on the same visit: what it did comes in while nothing waits here. */
  async function keepUp() {
    const now = visit.value;
    if (!now || outbox.waiting || document.visibilityState !== "visible") return;
    try {
      const { changed_at } = await ask(api.GET("/api/visits/{visit_id}/changed", { params: { path: { visit_id: now.id } } }));
      if (visit.value?.id === now.id && changed_at !== known && !outbox.waiting) await follow(now.id);
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
    // Over it, what it cannot know of yet.
    for (const entry of await outbox.of(visitId)) if (entry.kind === "mark") show(entry);
  }

  const screen = (): OnScreen | undefined =>
    visit.value && {
      visit: visit.value,
      get plan() {
        return plan.value;
      },
      set plan(made) {
        plan.value = made;
      },
      picture: (id, file) => (local.value[id] ??= URL.createObjectURL(file)),
    };

  /** Put what is on its way on the screen. */
  function show(entry: Unsent) {
    const at = screen();
    if (at && entry.visitId === at.visit.id) showOn(at, entry.kind, entry.shown, entry.file);
  }

  const pieceOf = (id: string) => pieces.value.find((piece) => piece.id === id);

  /** Show a command, and leave it to the outbox. */
  async function keep<K extends Kind>(kind: K, ids: Ids<K>, body: Body<K>, shown?: K extends keyof Shown ? Shown[K] : undefined, file?: Blob) {
    const visitId = visit.value?.id ?? "";
    const entry: Unsent = { kind, visitId, method: COMMANDS[kind].method, path: pathOf(kind, visitId, ids), body, shown, file };
    show(entry);
    await outbox.add(entry);
  }

  /** Lay a piece down. `understood` is what the core made of the line. */
  async function layDown(line: string, understood: Entry, photos: string[], id = newId()) {
    const [piece, ...beside] = understood.pieces.map((facts, n) => ({
      id: pieceId(id, n),
      ...facts,
      verdict: "",
      finding: "",
      findings: [],
      instead: "",
      mate: "",
      pins: [],
      ticks: [],
      worked: [],
    }));
    if (!piece) return id;
    if (visit.value) visit.value.photos = visit.value.photos.filter((photo) => !photos.includes(photo.id));
    const shown: Step = {
      id,
      number: (steps.value.at(-1)?.number ?? 0) + 1,
      line,
      title: understood.title,
      photos: photos.map((photo) => ({ id: photo, width: 4, height: 3, marks: [] })),
      piece,
      beside,
    };
    // Picked at once: a photo taken the moment after is of this piece.
    at.value = id;
    await keep("step", { step_id: id }, { line, photos, based_on: "" }, shown);
    return id;
  }

  /** Correct the line of a step; what it says anew comes back from the server. */
  async function reword(step: Step, line: string) {
    await keep("step", { step_id: step.id }, { line, photos: [], based_on: step.line }, JSON.parse(JSON.stringify(step)) as Step);
  }

  /** A step that had only its picture gets its line. `understood` is what the core made of it. */
  async function name(step: Step, line: string, understood: Entry) {
    const based_on = step.line;
    const [first, ...beside] = understood.pieces.map((facts, n) => ({ ...step.piece, ...facts, id: n ? pieceId(step.id, n) : step.piece.id }));
    const shown = JSON.parse(JSON.stringify({ ...step, line, title: understood.title, piece: first ?? step.piece, beside })) as Step;
    const place = steps.value.findIndex((known) => known.id === step.id);
    if (place >= 0 && visit.value) visit.value.steps.splice(place, 1, shown);
    await keep("step", { step_id: step.id }, { line, photos: [], based_on }, shown);
  }

  /** How the holes of a cover lie, and which screw goes in which. */
  async function layOut(name: string, layout: string, holes: number[]) {
    await keep("cover", {}, { name, layout, holes });
  }

  /** What a check gave that was made to find what is wrong; none takes it back. */
  async function answerCheck(check: string, answer: TrialIn["answer"], figure = "") {
    await keep("trial", { check }, { answer, figure });
  }

  async function takeBack(id: string) {
    await keep("undo", { step_id: id }, { undone: true }, { id });
  }

  /** What is not said stays as it was. */
  async function judge(piece: Piece, verdict: Verdict, finding: string, more: { findings?: Finding[]; instead?: string; mate?: string } = {}) {
    // What stood there when this was said: what others said meanwhile is not overwritten unseen.
    // `piece` may be an earlier state of it, to go back to.
    const now = pieceOf(piece.id) ?? piece;
    const based_on = { verdict: now.verdict, finding: now.finding, findings: now.findings, instead: now.instead };
    const body = { verdict, finding, ...more, based_on: JSON.parse(JSON.stringify(based_on)) as typeof based_on } as Body<"verdict">;
    await keep("verdict", { piece_id: piece.id }, body, { id: piece.id, verdict, finding, ...more } as Shown["verdict"]);
  }

  /** What is said of a step the rules put into the plan. */
  async function markStep(key: string, said: MarkIn) {
    await keep("mark", { key }, said, { key, ...said });
  }

  /** A cure runs on the server, lid closed or not. */
  async function startTimer(label: string, minutes: number, tickId: string | null = null) {
    await keep("timer", { timer_id: newId() }, { label, minutes, tick_id: tickId });
  }

  async function pin(pieceId: string, rim: number, request: ReadIn | FormIn, choice: number) {
    await keep("pin", { piece_id: pieceId, pin_id: newId() }, { rim, request, choice });
  }

  async function unpin(pieceId: string, pinId: string) {
    await keep("unpin", { piece_id: pieceId, pin_id: pinId }, undefined);
  }

  /** A fitting sum kept with its piece: shown at once, worked out again by the server. */
  async function keepWork(pieceId: string, request: FittingIn, answer: Fitted) {
    const id = newId();
    const shown = { piece: pieceId, work: { id, says: answer.says, mind: answer.mind, request: request.work as unknown as Record<string, unknown> } };
    await keep("work", { piece_id: pieceId, work_id: id }, request, shown);
  }

  async function dropWork(pieceId: string, workId: string) {
    await keep("unwork", { piece_id: pieceId, work_id: workId }, undefined, { piece: pieceId, id: workId });
  }

  /** The id of the count: what begins with it ends with it. */
  async function tick(piece: Piece, outcome: Outcome, count: number): Promise<string> {
    const id = newId();
    await keep("tick", { tick_id: id }, { piece_id: piece.id, outcome, count }, { piece: piece.id, tick: { id, outcome, count } });
    return id;
  }

  async function untick(piece: Piece) {
    const last = piece.ticks.at(-1);
    if (!last) return;
    await keep("untick", { tick_id: last.id }, undefined, { piece: piece.id, tick: last.id });
  }

  async function addPhoto(file: Blob, stepId?: string) {
    const id = newId();
    const step = stepId ?? null;
    const shown = { photo: { id, width: 4, height: 3, marks: [] }, step };
    await keep("photo", { photo_id: id }, { step_id: step }, shown, file);
    return id;
  }

  /** A recording, and how the unit was turned. */
  async function addSound(id: string, turned: TurnedState, file: Blob) {
    await keep("sound", { sound_id: id }, turned, undefined, file);
  }

  const photoOf = (id: string) => photosOf(visit.value).find((photo) => photo.id === id);

  /** The pins and arrows on a photo, all of them each time. */
  async function markPhoto(photoId: string, marks: PhotoMark[]) {
    const based_on = photoOf(photoId)?.marks ?? [];
    await keep("marks", { photo_id: photoId }, { marks, based_on }, { photo: photoId, marks });
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
    await keep("waits", {}, { waits_for, note, based_on } as Body<"waits">, shown);
  }

  /** How a check of the proof went. */
  async function proved(result_id: string, body: ResultIn) {
    await keep("proof", { result_id }, body);
  }

  async function watchOut(text: string) {
    await keep("watch", {}, { text, based_on: visit.value?.to_watch }, { to_watch: text });
  }

  function land(entry: Waiting, answer: unknown) {
    const at = screen();
    if (!at || entry.visitId !== at.visit.id) return;
    landOn(at, entry.kind, answer);
    // A gear judged with its mate changed that, too.
    const judged = entry.kind === "verdict" ? (answer as Piece) : undefined;
    if (judged && (judged.mate || pieces.value.some((piece) => piece.mate === judged.name)) && !outbox.waiting) void follow(entry.visitId).catch(() => undefined);
  }
  outbox.listen(land);
  // What the record did not take is not to stand on the screen as if it had.
  outbox.mourn((entry) => void (entry.visitId === visit.value?.id && load(entry.visitId).catch(() => undefined)));

  return {
    visit,
    plan,
    steps,
    laid,
    pieces,
    unanswered,
    at,
    picked,
    walk,
    load,
    heard,
    keepUp,
    goal,
    loadPlan,
    layDown,
    reword,
    name,
    layOut,
    answerCheck,
    takeBack,
    judge,
    markStep,
    startTimer,
    pin,
    unpin,
    keepWork,
    dropWork,
    tick,
    untick,
    addPhoto,
    addSound,
    photoOf,
    markPhoto,
    photoUrl,
    enter,
    waitFor,
    proved,
    watchOut,
  };
});

/** What came off with a step, the piece said first first. */
export const piecesOf = (step: Step): Piece[] => [step.piece, ...step.beside];

/** How many of a piece are accounted for. */
export function answered(piece: Piece): number {
  return piece.ticks.reduce((sum, tick) => sum + tick.count, 0);
}

/** Whether it was found to be done for: which verdicts say so the vocabulary tells. */
export const dead = (piece: Piece) => useSession().words?.verdicts.some((verdict) => verdict.renews && verdict.key === piece.verdict) ?? false;

/** Whether a new one goes in its place: as the record says, or as was just found of it. */
export const renewed = (piece: Piece) => piece.renewed || dead(piece);
