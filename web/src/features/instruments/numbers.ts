/** Numbers as they are typed at a bench: comma or point. */
export const typed = (text: string) => Number(text.trim().replace(",", "."));

/** The number, or null where nothing sensible stands. */
export function maybe(text: string): number | null {
  const value = typed(text);
  return text.trim() && Number.isFinite(value) ? value : null;
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

/** Calls `work` once typing rests. */
export function resting(work: () => void, after = 100) {
  let pause: number | undefined;
  return () => {
    window.clearTimeout(pause);
    pause = window.setTimeout(work, after);
  };
}
