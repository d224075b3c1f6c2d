/** The mean and the middle of the lengths of shots, in frames; 0 of none. */
export function averageLength(lengths: readonly number[]): {
  readonly average: number;
  readonly middle: number;
} {
  const sorted = lengths.toSorted((a, b) => a - b);
  const sum = lengths.reduce((a, b) => a + b, 0);
  return {
    average: lengths.length > 0 ? sum / lengths.length : 0,
    middle: sorted[sorted.length >> 1] ?? 0,
  };
}

/** Ranges of lengths at most in a distribution. */
const MOST = 24;

/**
 * How many shots are of each length, or of each few where there are many: in ranges as wide as one
 * another.
 */
export function distribution(
  lengths: readonly number[],
): { readonly label: string; readonly shots: number }[] {
  if (lengths.length === 0) return [];
  const [least, most] = [Math.min(...lengths), Math.max(...lengths)];
  const width = Math.max(1, Math.ceil((most - least + 1) / MOST));
  return Array.from({ length: Math.floor((most - least) / width) + 1 }, (_, i) => {
    const from = least + i * width;
    return {
      label: width === 1 ? String(from) : `${from}–${from + width - 1}`,
      shots: lengths.filter((l) => l >= from && l < from + width).length,
    };
  });
}
