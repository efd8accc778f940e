/** Bands, materials, faces and grades to pick from, asked for once. */
import { ref } from "vue";

import { api, ask } from "../../api/client";
import type { Choices } from "../../api/types";

const choices = ref<Choices>();
let asked: Promise<void> | undefined;

export function useChoices() {
  asked ??= ask(api.GET("/api/sums/choices")).then(
    (answer) => void (choices.value = answer),
    () => void (asked = undefined),
  );
  return choices;
}
