/** The toothed parts besides gears that are made, and what each is asked for. */
import type { MakePartIn } from "../../../api/types";

export type MadeForm = MakePartIn["form"];

interface MadePart {
  form: MadeForm;
  label: string;
  counted: string;
  /** What it starts from: something that can be made as it stands. */
  usual: Record<string, string>;
}

export const PARTS: MadePart[] = [
  { form: "worm", label: "Worm", counted: "starts", usual: { teeth: "1", module: "0.5", outside: "7", mate: "40", bore: "2", play: "0.05" } },
  { form: "wheel", label: "Worm wheel", counted: "teeth", usual: { teeth: "40", module: "0.5", outside: "7", starts: "1", bore: "4", play: "0.05" } },
  { form: "bevel", label: "Bevel", counted: "teeth", usual: { teeth: "16", mate: "24", module: "0.8", bore: "4", play: "0.05" } },
  { form: "pulley", label: "Belt pulley", counted: "teeth", usual: { teeth: "20", size: "", mate: "40", bore: "5", flanges: "1" } },
  { form: "sprocket", label: "Sprocket", counted: "teeth", usual: { teeth: "11", size: "", mate: "30", bore: "5" } },
];

type Said = Record<"teeth" | "module" | "outside" | "starts" | "hand", string>;
let pair: Partial<Said> = {};

/** What a worm and the wheel cut for it have alike, as it was last typed for either. */
export function keepPair(form: MadeForm, { teeth, module, outside, starts, hand }: Said) {
  pair = { module, outside, hand, starts: form === "worm" ? teeth : starts };
}

export function ofPair(form: MadeForm): Partial<Said> {
  const { starts, ...alike } = pair;
  if (!starts) return {};
  return form === "worm" ? { ...alike, teeth: starts } : { ...alike, starts };
}
