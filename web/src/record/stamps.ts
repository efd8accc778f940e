/** What an answer says it changed: a page need not look again for what it did itself. */
const HEADER = "Dentado-Changed";

/** A visit that stood at `before` stands at `after`. */
export interface Changed {
  visitId: string;
  before: string;
  after: string;
}

const listeners = new Set<(changed: Changed) => void>();

export function onChanged(tell: (changed: Changed) => void) {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

export function noteChanged(answer: Response) {
  for (const said of answer.headers.get(HEADER)?.split(", ") ?? []) {
    const [visitId, before, after] = said.split(" ");
    if (visitId && before && after) for (const tell of listeners) tell({ visitId, before, after });
  }
}
