/** Runs steps whose fractions fill the part of the whole from `from` to `to`. */
export function* part<T>(steps: Generator<number, T>, from: number, to: number): Generator<number, T> {
  let step = steps.next();
  while (!step.done) {
    yield from + (to - from) * step.value;
    step = steps.next();
  }
  return step.value;
}

/** Runs all steps at once, telling the fraction done. */
export function finished<T>(steps: Generator<number, T>, onProgress?: (fraction: number) => void): T {
  let step = steps.next();
  while (!step.done) {
    onProgress?.(step.value);
    step = steps.next();
  }
  return step.value;
}
