/** Which picture stands beside a step: how it lay there. */
import type { Photo, Step } from "../../../api/types";

/** The step's own last picture; else the last one of the same side that was taken before it came off. */
export function pictureBeside(steps: Step[], step?: Step): Photo | undefined {
  if (!step) return undefined;
  const own = step.photos.at(-1);
  if (own) return own;
  const earlier = steps.filter((other) => (other.number ?? Infinity) < (step.number ?? 0) && other.photos.length);
  const side = step.piece.side;
  return (side ? earlier.filter((other) => other.piece.side === side) : earlier).at(-1)?.photos.at(-1);
}

/** A picture and where it is from. */
export interface Taken {
  id: string;
  side: string;
  says: string;
}

/** Every picture of a visit in the order taken, with its side where that was said. */
export function picturesOf(unit: Photo[], steps: Step[]): Taken[] {
  const ofUnit = unit.map(({ id }) => ({ id, side: "", says: "of the unit" }));
  const ofSteps = steps.flatMap((step) => step.photos.map(({ id }) => ({ id, side: step.piece.side, says: `step ${step.number}, ${step.piece.name}` })));
  return [...ofUnit, ...ofSteps];
}

/** The two to lay over each other: the last, and the first of the same side. */
export function beforeAndAfter(taken: Taken[]): [Taken, Taken] | undefined {
  const after = taken.at(-1);
  const before = taken.find((other) => other.side === after?.side && other !== after) ?? taken[0];
  return after && before && before !== after ? [before, after] : undefined;
}
