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

/** Hand a reading to whoever takes it, or into the field. */
export async function hand(value: number, unit: string, field: HTMLInputElement | null) {
  const taken = await takers.at(-1)?.(value, unit);
  if ((!takers.length || taken === false) && field) put(field, String(value));
}
