/** Numbers as they are typed at a bench, and as they are read. */

/**
 * The number a text says, with comma or point, and a degree or percent sign or unit after it.
 * `null` where nothing stands; `NaN` where it is no number, which the API then refuses in words.
 */
export function parseNumber(text: string | undefined | null): number | null {
  const plain = (text ?? "")
    .trim()
    .replace(/\s*(°|%|mm|deg)$/i, "")
    .replace(/[−–]/g, "-")
    .trim();
  if (!plain) return null;
  return /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/.test(plain) ? Number(plain.replace(",", ".")) : NaN;
}

/** The number, or what is usual where nothing stands. */
export const numberOr = (text: string | undefined | null, usual: number) => parseNumber(text) ?? usual;

/** The number, or null where nothing sensible stands. */
export function maybeNumber(text: string | undefined | null): number | null {
  const value = parseNumber(text);
  return value !== null && Number.isFinite(value) ? value : null;
}

/** So many figures as are worth reading. */
export function figures(value: number): string {
  const size = Math.abs(value);
  if (Number.isInteger(value)) return String(value);
  if (size >= 1000) return value.toFixed(0);
  if (size >= 100) return value.toFixed(1);
  if (size >= 10) return value.toFixed(2);
  return size >= 0.001 || size === 0 ? value.toFixed(3) : value.toExponential(2);
}
