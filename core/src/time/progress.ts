/** Runs steps whose fractions fill the part of the whole from `from` to `to`. */
export function* part<T>(
  steps: Generator<number, T>,
  from: number,
  to: number,
): Generator<number, T> {
  let step = steps.next();
  while (!step.done) {
    yield from + (to - from) * step.value;
    step = steps.next();
  }
  return step.value;
}

/** Runs all steps of long work at once, telling what each yields: the fraction done, or more. */
export function finished<P, T>(steps: Generator<P, T, void>, onStep?: (step: P) => void): T {
  let step = steps.next();
  while (!step.done) {
    onStep?.(step.value);
    step = steps.next();
  }
  return step.value;
}
