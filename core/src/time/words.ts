/** A count with its word. */
export const plural = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;

/**
 * A part or a speed, 1 for the whole, in per cent with a decimal only where it is needed: 20 %,
 * 39.9 %.
 */
export const percent = (part: number): string => `${Math.round(part * 1000) / 10} %`;

/** Sentences that are said before the others are counted. */
const SAID = 2;

/**
 * The first few of some sentences, and how many there are besides: `others` says that of a count of
 * them.
 */
export const firstFew = (
  sentences: readonly string[],
  others: (count: number) => string,
  shown = SAID,
): string => {
  const rest = sentences.length - shown;
  return [...sentences.slice(0, shown), ...(rest > 0 ? [others(rest)] : [])].join(' ');
};

/** Names one after the other, with “and” before the last. */
export const inWords = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;
