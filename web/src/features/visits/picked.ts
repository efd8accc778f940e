/** What visits are picked by besides words; empty where anything may be. */
export type Picked = { kind: string; model: string; owner: string };

export const nothingPicked = (): Picked => ({ kind: "", model: "", owner: "" });

/** Only what was picked, as the address asks for it. */
export const asQuery = (picked: Picked) => Object.fromEntries(Object.entries(picked).filter(([, value]) => value));

export const anyPicked = (picked: Picked) => Object.values(picked).some(Boolean);
