import { instantAfter, usedLength, type Plan, type Sound } from '../plan/index.ts';
import { add, compare, multiply, rational, samples, type Instant } from '../time/index.ts';

/** A piece of music by which bars are counted over a stretch of the film. */
export interface CountedMusic {
  readonly sound: Sound;
  /** From this instant on; null from the start of the film. */
  readonly from: Instant | null;
  /** Up to but not including this one; null to the end. */
  readonly to: Instant | null;
}

/**
 * The music of a plan by which bars are counted, in order: the plan's own, and further music from
 * the middle of where the two are heard together, if it goes on after the one before has ended.
 */
export function countedMusics({
  music,
  sounds,
  rate,
}: Pick<Plan, 'music' | 'sounds' | 'rate'>): CountedMusic[] {
  if (!music) return [];
  const begins = (sound: Sound) => instantAfter(sound, samples(0), rate);
  const ends = (sound: Sound) => instantAfter(sound, usedLength(sound), rate);
  const further = sounds
    .filter(({ kind }) => kind === 'music')
    .sort((a, b) => compare(begins(a), begins(b)));
  const counted: CountedMusic[] = [{ sound: music, from: null, to: null }];
  for (const sound of further) {
    const before = counted.at(-1)!;
    const [start, end] = [begins(sound), ends(before.sound)];
    if (compare(start, begins(before.sound)) <= 0 || compare(ends(sound), end) <= 0) continue;
    const together = compare(start, end) < 0;
    const from = together ? multiply(add(start, end), rational(1, 2)) : start;
    counted[counted.length - 1] = { ...before, to: from };
    counted.push({ sound, from, to: null });
  }
  return counted;
}

/** Whether bars are counted by a music at an instant. */
export const countsAt = ({ from, to }: CountedMusic, at: Instant): boolean =>
  (from === null || compare(at, from) >= 0) && (to === null || compare(at, to) < 0);
