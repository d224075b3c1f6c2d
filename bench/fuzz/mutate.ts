/** A generator of numbers from 0 to 1 from a seed (mulberry32; from memory). */
export function random(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** What breaks readers: numbers that are too large, too small or none, signs and structures. */
const SPITE = [
  ...['0', '-1', '1e309', 'NaN', '99999999999999999999', '-0', '0.1', '2147483648'],
  ...['99:99:99:99', '00:00:00;00', '{}', '[]', 'null', '""', '\0', '\uFEFF', '\u202E', '😀'],
  ...['"', "'", ',', ';', '\t', '\r', '\n', '*', 'M2', '/', '\\', '<', '%s', '../..', '__proto__'],
];

/** A text with some of it changed, taken out, repeated or exchanged. */
export function mutated(text: string, next: () => number): string {
  let made = text;
  const times = 1 + Math.floor(next() * 5);
  for (let i = 0; i < times; i++) {
    const at = Math.floor(next() * (made.length + 1));
    const lasts = Math.floor(next() ** 3 * 200);
    const spite = SPITE[Math.floor(next() * SPITE.length)]!;
    switch (Math.floor(next() * 7)) {
      case 0:
        made = made.slice(0, at) + spite + made.slice(at);
        break;
      case 1:
        made = made.slice(0, at) + made.slice(at + lasts);
        break;
      case 2:
        made = made.slice(0, at) + spite + made.slice(at + lasts);
        break;
      case 3:
        made = made.slice(0, at + lasts) + made.slice(at);
        break;
      case 4:
        made = made.slice(0, at);
        break;
      case 5: {
        const [from, to] = [Math.floor(next() * made.length), at];
        made = made.slice(0, to) + made.slice(from, from + lasts) + made.slice(to);
        break;
      }
      default:
        made = made.replace(/\d+/g, (digits) => (next() < 0.05 ? spite : digits));
    }
    if (made.length > 200_000) made = made.slice(0, 200_000);
  }
  return made;
}
