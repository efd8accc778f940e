/** Following the visit on screen: who else is on it, and what they do as they do it. */
import { useDocumentVisibility, useIntervalFn } from "@vueuse/core";
import { onUnmounted, ref, watch, type Ref } from "vue";

import type { components } from "../../../generated/schema";
import { newId } from "../../record/ids";
import { useVisit } from "./visit";

export type Other = components["schemas"]["Other"];
type LiveEvent = components["schemas"]["LiveEvent"];

/** Where no stream is to be had, as before: a look now and then, and another try at the stream. */
const NOW_AND_THEN = 5000;
const AGAIN = 60_000;

/** `at` is the stage on the screen. A page that nobody sees follows nothing. */
export function useLive(visitId: Ref<string>, at: Ref<string>) {
  const store = useVisit();
  const others = ref<Other[]>([]);
  const seen = useDocumentVisibility();
  const page = newId();
  let stream: EventSource | undefined;
  let again: number | undefined;
  const asking = useIntervalFn(() => void store.keepUp(), NOW_AND_THEN, { immediate: false });

  function end() {
    window.clearTimeout(again);
    stream?.close();
    stream = undefined;
    others.value = [];
    asking.pause();
  }

  function follow() {
    end();
    if (seen.value !== "visible" || !visitId.value) return;
    const asked = new EventSource(`/api/visits/${visitId.value}/live?page=${page}&at=${at.value}`);
    stream = asked;
    asked.onmessage = (event: MessageEvent<string>) => {
      const said = JSON.parse(event.data) as LiveEvent;
      others.value = said.others;
      void store.heard(said.changed_at);
    };
    asked.onerror = () => {
      // Out of reach for a moment the browser tries again itself; refused, it does not.
      if (asked.readyState !== EventSource.CLOSED || stream !== asked) return;
      end();
      asking.resume();
      again = window.setTimeout(follow, AGAIN);
    };
  }

  watch([visitId, at, seen], follow, { immediate: true });
  onUnmounted(end);
  return { others };
}
