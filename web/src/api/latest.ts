/** Asking while typing goes on: which answer counts, and when to ask. */

/**
 * Turns of which only the last counts. `const last = begin()` takes a turn;
 * after each wait `last()` says whether no other was taken since.
 */
export function latest() {
  let now = 0;
  return function begin() {
    now += 1;
    const mine = now;
    return () => mine === now;
  };
}

/** Calls `work` once typing rests. */
export function resting(work: () => void, after = 100) {
  let pause: number | undefined;
  return () => {
    window.clearTimeout(pause);
    pause = window.setTimeout(work, after);
  };
}
