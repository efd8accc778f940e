/** A line laid down without the server: kept as it is, and understood when it is sent. */
import type { Entry } from "../../api/types";

/** The line of a piece that has only a picture yet. */
export const TO_NAME = "?";

export function unread(text: string): Entry {
  const figure = { shape: "other", length: 0, diameter: 0, bore: 0, thickness: 0, head: "", head_width: 0, head_height: 0, drive: "", rims: [] };
  const piece = {
    kind: "other",
    count: 1,
    owed: 1,
    renewed: false,
    name: text === TO_NAME ? "to be named" : text,
    fastener: "",
    thread: "",
    size: "",
    group: "",
    facing: "",
    caution: "",
    order_words: "",
    teeth: [],
    module: "",
    form: "",
    chips: [],
    minds: [],
    side: "",
    unnamed: text === TO_NAME,
    look: 0,
    together: false,
    figure,
  };
  return { ...piece, line: text, title: text, pieces: [piece], alternatives: [] };
}
