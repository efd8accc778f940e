/** Which steps of a row are meant by a few words: each word begins one of the step's own. */
import type { Step } from "../../api/types";
import { piecesOf } from "./visit";

/** What can be said of a step to find it, in small letters, a space before each word. */
export function saidOf(step: Step): string {
  const pieces = piecesOf(step).flatMap((piece) => [
    piece.name,
    piece.kind,
    piece.fastener,
    piece.group,
    piece.side,
    piece.verdict,
    piece.finding,
    piece.caution,
    ...piece.teeth.map((teeth) => `${teeth}t`),
  ]);
  return plain([step.number, step.title, step.line, ...pieces].join(" "));
}

const plain = (text: string) =>
  ` ${text
    .toLowerCase()
    .replaceAll("×", "x")
    .replace(/(\d) x (\d)/g, "$1x$2")
    .replace(/[^\p{L}\p{N}.]+/gu, " ")}`;

/** Ids of the steps that all the words fit, of each what is said; undefined where nothing is looked for.
 *  “screws” finds a screw too. */
export function foundIn(said: [id: string, said: string][], words: string): Set<string> | undefined {
  const sought = plain(words).split(" ").filter(Boolean);
  if (!sought.length) return undefined;
  const fits = (text: string, word: string) => text.includes(` ${word}`) || (word.length > 3 && word.endsWith("s") && text.includes(` ${word.slice(0, -1)}`));
  return new Set(said.filter(([, text]) => sought.every((word) => fits(text, word))).map(([id]) => id));
}
