import type { Reading } from '../analysis.ts';

const NAMES: Readonly<Record<Exclude<Reading['as'], 'bars'>, string>> = {
  heard: 'as heard',
  'half-later': 'half a beat later',
  'third-later': 'a third of a beat later',
  'two-thirds-later': 'two thirds of a beat later',
  twice: 'twice as fast',
  half: 'half as fast',
  'half-others': 'half as fast, the others',
  'three-for-two': 'three beats for two',
  'two-for-three': 'two beats for three',
  'in-places': 'otherwise in places',
  otherwise: 'counted otherwise',
};

/** What a reading is called beside what was heard, of `beatsPerBar` beats. */
export function readingName(
  { as, beatsPerBar, bars }: Pick<Reading, 'as' | 'beatsPerBar' | 'bars'>,
  heard: { readonly beatsPerBar: number; readonly downbeats: readonly number[] },
): string {
  if (as !== 'bars') return NAMES[as];
  if (beatsPerBar !== heard.beatsPerBar) return `bars of ${beatsPerBar}`;
  const later = (bars[0] ?? 0) - (heard.downbeats[0] ?? 0);
  return `bar starts on ${(((later % beatsPerBar) + beatsPerBar) % beatsPerBar) + 1}`;
}
