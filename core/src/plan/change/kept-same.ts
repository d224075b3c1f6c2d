const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A list of which each entry is held against that on its place, from the start or from the end. */
function keptList(before: readonly unknown[], after: readonly unknown[]): readonly unknown[] {
  const later = after.length - before.length;
  const kept = after.map((entry, i) => {
    const fromStart = keptSame(before[i], entry);
    return later === 0 || fromStart === before[i] ? fromStart : keptSame(before[i - later], entry);
  });
  if (later === 0 && kept.every((entry, i) => entry === before[i])) return before;
  return kept.some((entry, i) => entry !== after[i]) ? kept : after;
}

function keptObject(
  before: Readonly<Record<string, unknown>>,
  after: Readonly<Record<string, unknown>>,
): Readonly<Record<string, unknown>> {
  const keys = Object.keys(after);
  const kept = keys.map((key) =>
    Object.hasOwn(before, key) ? keptSame(before[key], after[key]) : after[key],
  );
  const isWhole =
    Object.keys(before).length === keys.length &&
    keys.every((key, i) => Object.hasOwn(before, key) && kept[i] === before[key]);
  if (isWhole) return before;
  return keys.some((key, i) => kept[i] !== after[key])
    ? Object.fromEntries(keys.map((key, i) => [key, kept[i]]))
    : after;
}

/**
 * A changed document in which every part that is as it was is the very object of the one before, so
 * that versions share what they have in common, and what follows from it is not worked out again;
 * the one before itself where nothing changed. Entries of lists are held against those on the same
 * place from the start or from the end.
 */
export function keptSame<T>(before: unknown, after: T): T {
  if (before === after) return after;
  if (Array.isArray(before) && Array.isArray(after)) return keptList(before, after) as T;
  return isObject(before) && isObject(after) ? (keptObject(before, after) as T) : after;
}
