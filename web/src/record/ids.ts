/** Ids are made on the device, so that a thing recorded has one before the server knows it. */
export function newId(): string {
  if ("randomUUID" in crypto) return crypto.randomUUID();
  // Plain HTTP on a workshop's network has no randomUUID; this is RFC 9562, version 4.
  const bytes = (crypto as Crypto).getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] as number) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] as number) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}

/** The id of the n-th piece of a step, from 0: they count on from the step's own, as on the server. */
export function pieceId(stepId: string, n: number): string {
  const hex = ((BigInt(`0x${stepId.replaceAll("-", "")}`) + BigInt(n)) & ((1n << 128n) - 1n)).toString(16).padStart(32, "0");
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}
