/**
 * Makes a memory of the results for the few objects that were asked for last: what is kept for
 * undoing holds many versions of a plan, and must not hold all that follows from each.
 */
export function lastUsed<K extends object, T>(count: number): (key: K, make: () => T) => T {
  let kept: readonly { readonly key: K; readonly result: T }[] = [];
  return (key, make) => {
    if (kept[0]?.key === key) return kept[0].result;
    const known = kept.find((one) => one.key === key) ?? { key, result: make() };
    kept = [known, ...kept.filter((one) => one.key !== key)].slice(0, count);
    return known.result;
  };
}
