/** What a command shows before the server has it, and what it leaves once it has: a table by kind. */
import type { Answer, Kind } from "../../api/commands";
import type { MarkIn, Photo, PhotoMark, Piece, Plan, Step, Visit } from "../../api/types";

/** What stands on the screen. */
export interface OnScreen {
  visit: Visit;
  plan?: Plan;
  /** Keeps a picture taken here to show it until it is sent. */
  picture: (photoId: string, file: Blob) => void;
}

/** What each kind has to show; those missing show nothing of their own. */
export interface Shown {
  step: Step;
  undo: { id: string };
  verdict: Partial<Piece> & { id: string };
  work: { piece: string; work: Piece["worked"][number] };
  unwork: { piece: string; id: string };
  tick: { piece: string; tick: Piece["ticks"][number] };
  untick: { piece: string; tick: string };
  mark: MarkIn & { key: string };
  photo: { photo: Photo; step: string | null };
  marks: { photo: string; marks: PhotoMark[] };
  waits: Pick<Visit, "waits_for" | "waits_note">;
  check: { key: string; done: boolean };
  watch: Pick<Visit, "to_watch">;
}

const pieceIn = (at: OnScreen, id: string) => at.visit.steps.flatMap((step) => [step.piece, ...step.beside]).find((piece) => piece.id === id);

/** Every photo of a visit, of its steps and of the unit. */
export const photosOf = (visit?: Visit) => [...(visit?.photos ?? []), ...(visit?.steps ?? []).flatMap((step) => step.photos)];

function put(visit: Visit, step: Step) {
  const place = visit.steps.findIndex((known) => known.id === step.id);
  if (place >= 0) visit.steps.splice(place, 1, step);
  else visit.steps.push(step);
}

/** Put what is on its way on the screen. Showing twice is the same as once. */
const SHOW: { [K in keyof Shown]: (at: OnScreen, shown: Shown[K], file?: Blob) => void } = {
  step: (at, step) => {
    // One left unsent by an earlier version knows of no second piece.
    const whole = { ...step, beside: (step as Partial<Step>).beside ?? [] };
    if (!at.visit.steps.some((known) => known.id === step.id)) put(at.visit, whole);
  },
  undo: (at, { id }) => {
    at.visit.steps = at.visit.steps.filter((step) => step.id !== id);
  },
  verdict: (at, shown) => {
    Object.assign(pieceIn(at, shown.id) ?? {}, shown);
  },
  work: (at, { piece, work }) => {
    const there = pieceIn(at, piece);
    if (there && !there.worked.some((known) => known.id === work.id)) there.worked.push(work);
  },
  unwork: (at, { piece, id }) => {
    const there = pieceIn(at, piece);
    if (there) there.worked = there.worked.filter((known) => known.id !== id);
  },
  tick: (at, { piece, tick }) => {
    const there = pieceIn(at, piece);
    if (there && !there.ticks.some((known) => known.id === tick.id)) there.ticks.push(tick);
  },
  untick: (at, { piece, tick }) => {
    const there = pieceIn(at, piece);
    if (there) there.ticks = there.ticks.filter((known) => known.id !== tick);
  },
  mark: (at, { key, done, struck }) => {
    const there = at.plan?.steps.find((step) => step.key === key);
    if (there && done != null) there.ticked = done;
    if (at.plan && struck) at.plan.steps = at.plan.steps.filter((step) => step.key !== key);
  },
  photo: (at, { photo, step }, file) => {
    if (file) at.picture(photo.id, file);
    const of = step ? at.visit.steps.find((known) => known.id === step)?.photos : at.visit.photos;
    if (of && !of.some((known) => known.id === photo.id)) of.push(photo);
  },
  marks: (at, { photo, marks }) => {
    const there = photosOf(at.visit).find((known) => known.id === photo);
    if (there) there.marks = marks;
  },
  waits: (at, shown) => void Object.assign(at.visit, shown),
  watch: (at, shown) => void Object.assign(at.visit, shown),
  check: (at, { key, done }) => {
    const there = at.visit.checks.find((check) => check.key === key);
    if (there) there.done = done;
  },
};

/** The server's own record replaces what was shown for it. */
const LAND: { [K in Kind]?: (at: OnScreen, answer: Answer<K>) => void } = {
  step: (at, fresh) => {
    const shown = at.visit.steps.find((step) => step.id === fresh.id);
    // Taken back while it was on its way: it must not come up again.
    if (!shown) return;
    const photos = shown.photos.filter((photo) => !fresh.photos.some((known) => known.id === photo.id));
    put(at.visit, { ...fresh, photos: [...fresh.photos, ...photos] });
  },
  mark: (at, plan) => {
    at.plan = plan;
  },
  verdict: (at, piece) => {
    // What the server made of an unsaid verdict; anything said here since stands.
    const there = pieceIn(at, piece.id);
    if (there && !there.verdict) there.verdict = piece.verdict;
    if (there) there.mate = piece.mate;
  },
  pin: landPiece,
  unpin: landPiece,
};

function landPiece(at: OnScreen, piece: Piece) {
  for (const step of at.visit.steps) {
    if (step.piece.id === piece.id) step.piece = piece;
    step.beside = step.beside.map((known) => (known.id === piece.id ? piece : known));
  }
}

export function show(at: OnScreen, kind: Kind, shown: unknown, file?: Blob) {
  if (shown !== undefined && kind in SHOW) (SHOW[kind as keyof Shown] as (at: OnScreen, shown: unknown, file?: Blob) => void)(at, shown, file);
}

export function land(at: OnScreen, kind: Kind, answer: unknown) {
  (LAND[kind] as ((at: OnScreen, answer: unknown) => void) | undefined)?.(at, answer);
}

/** A visit of whose steps only those came that changed, with the others as they stand. */
export function withChanges(steps: Step[], answer: Visit): Visit {
  if (answer.whole) return answer;
  const fresh = new Map(answer.steps.map((step) => [step.id, step]));
  const gone = new Set(answer.gone);
  const kept = steps.filter((step) => !fresh.has(step.id) && !gone.has(step.id));
  return { ...answer, whole: true, gone: [], steps: [...kept, ...answer.steps].sort((a, b) => (a.number ?? 0) - (b.number ?? 0)) };
}
