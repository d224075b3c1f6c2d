/** Pairs of reference and found times within a tolerance, each used once. */
export function matched(
  reference: readonly number[],
  found: readonly number[],
  tolerance: number,
): [number, number][] {
  const pairs: [number, number][] = [];
  let i = 0;
  let j = 0;
  while (i < reference.length && j < found.length) {
    const late = found[j]! - reference[i]!;
    if (late < -tolerance) j++;
    else if (late > tolerance) i++;
    else pairs.push([reference[i++]!, found[j++]!]);
  }
  return pairs;
}

/** F-measure of beats within a tolerance in seconds (Davies, Degara and Plumbley 2009). */
export function fMeasure(
  reference: readonly number[],
  found: readonly number[],
  tolerance = 0.07,
): number {
  const hits = matched(reference, found, tolerance).length;
  return reference.length + found.length === 0 ? 1 : (2 * hits) / (reference.length + found.length);
}

/** Median of found minus reference over matched beats, in milliseconds. */
export function medianErrorMilliseconds(
  reference: readonly number[],
  found: readonly number[],
): number {
  const errors = matched(reference, found, 0.07)
    .map(([r, f]) => (f - r) * 1000)
    .sort((a, b) => a - b);
  return errors[errors.length >> 1] ?? Number.NaN;
}
