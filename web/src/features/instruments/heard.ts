/** Readings that come by themselves, typed or over a cable: who is given them. */
/** Takes a figure in mm, rpm, °C or N; `false` where it belongs nowhere here. */
export type Taker = (value: number, unit: string) => unknown;

export const takers: Taker[] = [];

/** Whether a field asks for a figure. */
export const isForFigures = (field: Element | null): field is HTMLInputElement => field instanceof HTMLInputElement && ["decimal", "numeric"].includes(field.inputMode);

export function put(into: HTMLInputElement, value: string) {
  into.value = value;
  into.dispatchEvent(new Event("input", { bubbles: true }));
}

/** Whom a reading is for that comes now: the view's own taker, and the field in hand. */
export const forWhom = (field: HTMLInputElement | null) => ({ taker: takers.at(-1), field });

/** Hand a reading to whom it was for; what came for a view that is gone by now is nobody's. */
export async function hand(value: number, unit: string, { taker, field }: ReturnType<typeof forWhom>) {
  if (taker !== takers.at(-1)) return;
  if ((!taker || (await taker(value, unit)) === false) && field) put(field, String(value));
}
