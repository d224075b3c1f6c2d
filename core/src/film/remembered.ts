/** Films that are made before what none of them asked for is forgotten. */
const FORGETS_AFTER = 16;

let films = 0;

/** Counts the films that are made: by that what is remembered knows what is not used any more. */
export const filmMade = (): void => void films++;

interface Kept<T> {
  readonly inputs: readonly unknown[];
  readonly result: T;
}

/**
 * Makes a memory of one result for each object: it is made anew only when one of the other things
 * that it depends on is not the same as when it was asked for last. Plans share what an edit did
 * not touch, so most of a new version is remembered. What no film asked for while many were made is
 * forgotten: versions that wait to be undone hold their shots, and must not hold what follows from
 * each of them.
 */
export function remembered<K extends object, T>(): (
  key: K,
  inputs: readonly unknown[],
  make: () => T,
) => T {
  let [young, old] = [new WeakMap<K, Kept<T>>(), new WeakMap<K, Kept<T>>()];
  let began = films;
  return (key, inputs, make) => {
    if (films - began >= FORGETS_AFTER) {
      [young, old] = [new WeakMap(), young];
      began = films;
    }
    const known = young.get(key) ?? old.get(key);
    const fits = known?.inputs.every((input, i) => Object.is(input, inputs[i]));
    const kept = known && fits ? known : { inputs, result: make() };
    if (kept !== young.get(key)) young.set(key, kept);
    return kept.result;
  };
}
