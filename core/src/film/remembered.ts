/**
 * Makes a memory of one result for each object: it is made anew only when one of the other things
 * that it depends on is not the same as when it was asked for last. Plans share what an edit did
 * not touch, so most of a new version is remembered.
 */
export function remembered<K extends object, T>(): (
  key: K,
  inputs: readonly unknown[],
  make: () => T,
) => T {
  const kept = new WeakMap<K, { readonly inputs: readonly unknown[]; readonly result: T }>();
  return (key, inputs, make) => {
    const known = kept.get(key);
    if (known && known.inputs.every((input, i) => Object.is(input, inputs[i]))) return known.result;
    const result = make();
    kept.set(key, { inputs, result });
    return result;
  };
}
