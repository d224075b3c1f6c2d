/** A count with its word. */
export const plural = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;

/**
 * A part or a speed, 1 for the whole, in per cent with a decimal only where it is needed: 20 %,
 * 39.9 %.
 */
export const percent = (part: number): string => `${Math.round(part * 1000) / 10} %`;
