/** One thing at a time, and what went wrong said where it was tried. */
import { ref } from "vue";

import { asProblem } from "../../api/client";
import type { Problem } from "../../api/types";

export function useTrying() {
  const busy = ref(false);
  const problem = ref<Problem>();

  async function trying(work: () => Promise<void>) {
    if (busy.value) return;
    busy.value = true;
    try {
      await work();
      problem.value = undefined;
    } catch (error) {
      problem.value = asProblem(error);
    } finally {
      busy.value = false;
    }
  }

  return { busy, problem, trying };
}
