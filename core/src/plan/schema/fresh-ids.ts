interface WithId {
  readonly id: string;
}

/**
 * Gives ids that none of some things has, one after the other: the prefix and a number, from the
 * one after how many there are.
 */
export function freshIds(prefix: string, taken: readonly WithId[]): () => string {
  const ids = new Set(taken.map(({ id }) => id));
  let next = taken.length + 1;
  return () => {
    while (ids.has(`${prefix}${next}`)) next++;
    const id = `${prefix}${next}`;
    ids.add(id);
    return id;
  };
}

/** An id that none of some things has. */
export const freshId = (prefix: string, taken: readonly WithId[]): string =>
  freshIds(prefix, taken)();
