/** An operation of a JSON Patch (RFC 6902), of those that are written here. */
export type PatchOperation =
  | { readonly op: 'add' | 'replace'; readonly path: string; readonly value: unknown }
  | { readonly op: 'remove'; readonly path: string };

type Json = Readonly<Record<string, unknown>>;

/** A key as a part of a JSON Pointer (RFC 6901). */
const escaped = (key: string): string => key.replaceAll('~', '~0').replaceAll('/', '~1');

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What an object has under a key itself, not what every object has. */
const own = (object: Json, key: string): unknown =>
  Object.hasOwn(object, key) ? object[key] : undefined;

/** Whether two values are the same JSON; what is undefined counts as left out. */
export function isSameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a))
    return Array.isArray(b) && a.length === b.length && a.every((v, i) => isSameJson(v, b[i]));
  if (!isObject(a) || !isObject(b)) return false;
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((key) =>
    isSameJson(own(a, key), own(b, key)),
  );
}

function inObjects(before: Json, after: Json, path: string): PatchOperation[] {
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  return keys.flatMap((key): PatchOperation[] => {
    const at = `${path}/${escaped(key)}`;
    const [was, is] = [own(before, key), own(after, key)];
    if (was === undefined) return is === undefined ? [] : [{ op: 'add', path: at, value: is }];
    return is === undefined ? [{ op: 'remove', path: at }] : changes(was, is, at);
  });
}

/** What is alike at both ends stays; what lies between is changed, then added or removed. */
function inArrays(
  before: readonly unknown[],
  after: readonly unknown[],
  path: string,
): PatchOperation[] {
  const shorter = Math.min(before.length, after.length);
  let head = 0;
  while (head < shorter && isSameJson(before[head], after[head])) head++;
  let tail = 0;
  while (tail < shorter - head && isSameJson(before.at(-1 - tail), after.at(-1 - tail))) tail++;
  const [was, is] = [
    before.slice(head, before.length - tail),
    after.slice(head, after.length - tail),
  ];
  const both = Math.min(was.length, is.length);
  const changed = is
    .slice(0, both)
    .flatMap((value, i) => changes(was[i], value, `${path}/${head + i}`));
  const added = is
    .slice(both)
    .map((value, i): PatchOperation => ({ op: 'add', path: `${path}/${head + both + i}`, value }));
  // The last first, so that the places of those before hold.
  const removed = was.slice(both).map((_, i): PatchOperation => ({
    op: 'remove',
    path: `${path}/${was.length - 1 + head - i}`,
  }));
  return [...changed, ...added, ...removed];
}

function changes(before: unknown, after: unknown, path: string): PatchOperation[] {
  if (before === after) return [];
  if (Array.isArray(before) && Array.isArray(after)) return inArrays(before, after, path);
  if (isObject(before) && isObject(after)) return inObjects(before, after, path);
  return isSameJson(before, after) ? [] : [{ op: 'replace', path, value: after }];
}

/**
 * The JSON Patch (RFC 6902) that makes one plain document of another; empty when they are the same
 * JSON. Parts that are one object in both are not looked into, so that a small change of a large
 * plan costs little.
 */
export const patchBetween = (before: unknown, after: unknown): PatchOperation[] =>
  changes(before, after, '');
