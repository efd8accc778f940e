/** A knock on the bench, told from talk, a running motor and what goes on sounding: short, and out of nothing. */

/** Blocks a frame is looked at in: some 5 ms each. */
const BLOCKS = 8;
/** Over the blocks around it. A knuckle on wood rings for four of them, a syllable for twenty. */
const OVER_AROUND = 6;
/** What came before and what follows is quieter than this share: what goes on is no knock. */
const QUIETER = 0.35;
const LEAST = 0.02;
/** What rings on belongs to the same knock. */
const REST_MS = 450;

export class KnockEar {
  /** Levels of the two frames before, by blocks. */
  private before: number[] = [];
  private judged: number[] = [];
  private last = -Infinity;

  /** Whether the frame before this one began a knock; samples -1 to 1, `at` in ms. It is known a frame late. */
  heard(frame: ArrayLike<number>, at: number): boolean {
    const [before, judged, after] = [this.before, this.judged, levels(frame)];
    [this.before, this.judged] = [judged, after];
    if (!before.length || at - this.last < REST_MS) return false;
    const loudest = Math.max(...judged);
    const around = [...before, ...judged, ...after].sort((a, b) => a - b)[Math.floor(1.5 * BLOCKS)] ?? 0;
    const beside = Math.max(mean(before), mean(after));
    if (loudest < LEAST || loudest < OVER_AROUND * around || beside > QUIETER * loudest) return false;
    this.last = at;
    return true;
  }
}

const mean = (of: number[]) => of.reduce((sum, level) => sum + level, 0) / BLOCKS;

/** Root mean square of each block. */
function levels(frame: ArrayLike<number>): number[] {
  const size = Math.floor(frame.length / BLOCKS);
  return Array.from({ length: BLOCKS }, (_, block) => {
    let sum = 0;
    for (let n = block * size; n < (block + 1) * size; n += 1) sum += (frame[n] ?? 0) ** 2;
    return Math.sqrt(sum / Math.max(1, size));
  });
}
