/**
 * A number of −½ to ½ that a whole number has under a seed, as if at random (the last mixing of
 * Murmur 3).
 */
export function chance(seed: number, of: number): number {
  let x = Math.imul(seed, 0x9e3779b1) ^ of;
  x = Math.imul(x ^ (x >>> 16), 0x85ebca6b);
  x = Math.imul(x ^ (x >>> 13), 0xc2b2ae35);
  return ((x ^ (x >>> 16)) >>> 0) / 2 ** 32 - 0.5;
}
