/** A document as JSON whose keys are in order and whose undefined ones are left out. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map((one) => canonical(one ?? null)).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  const fields = Object.entries(value)
    .filter(([, field]) => field !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, field]) => `${JSON.stringify(key)}:${canonical(field)}`);
  return `{${fields.join(',')}}`;
}

/** FNV-1a of 32 bits over the UTF-16 units of a text, low byte first (Fowler, Noll and Vo). */
export function fnv1a(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i);
    hash = Math.imul(hash ^ (unit & 0xff), 0x01000193);
    if (unit > 0xff) hash = Math.imul(hash ^ (unit >> 8), 0x01000193);
  }
  return hash >>> 0;
}

/**
 * A number by which two holders of a document see whether theirs are the same: against mishaps, not
 * against malice.
 */
export const digestOf = (document: unknown): number => fnv1a(canonical(document));
