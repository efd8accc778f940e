/** Asking while typing goes on: which answer counts, and when to ask. */
import { useDebounceFn } from "@vueuse/core";
import type { MaybeRefOrGetter } from "vue";

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

/** Calls `work` once typing rests; `after` may be asked anew each time. */
export const resting = (work: () => void, after: MaybeRefOrGetter<number> = 100) => useDebounceFn(work, after);
