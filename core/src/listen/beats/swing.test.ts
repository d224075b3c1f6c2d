import { describe, expect, it } from 'vitest';
import { settledLevel } from './beat-level.ts';
import { unswung } from './swing.ts';

/** A strength curve with attacks of given heights at frames. */
function curve(attacks: readonly (readonly [number, number])[], length = 2000): Float32Array {
  const strength = new Float32Array(length);
  for (const [frame, height] of attacks) strength[Math.round(frame)] = height;
  return strength;
}

/** Thirty beats a half second apart. */
const beats = Array.from({ length: 30 }, (_, i) => 60 + 48 * i);

describe('swing', () => {
  it('moves off-beats that were taken for beats by a third, onto the beat that follows', () => {
    const offBeats = beats.map((f) => f - 16);
    const all = curve([
      ...beats.map((f) => [f, 1] as const),
      ...offBeats.map((f) => [f, 3] as const),
    ]);
    expect(unswung(offBeats, all)).toEqual(beats.slice(0, -1));
  });

  it('leaves beats that their off-beat follows after two thirds, and straight ones', () => {
    const swung = curve([
      ...beats.map((f) => [f, 3] as const),
      ...beats.map((f) => [f + 32, 3] as const),
    ]);
    expect(unswung(beats, swung)).toBe(beats);
    const straight = curve([
      ...beats.map((f) => [f, 3] as const),
      ...beats.map((f) => [f + 24, 3] as const),
    ]);
    expect(unswung(beats, straight)).toBe(beats);
  });
});

describe('the level of the beats', () => {
  const every = (parity: number, height: number) =>
    beats.filter((_, i) => i % 2 === parity).map((f) => [f, height] as const);

  it('drops every second one where it is weak in the bass and in all', () => {
    const slow = beats.map((_, i) => 100 + 48 * i).filter((f) => f < 1500);
    const strong = slow.filter((_, i) => i % 2 === 1);
    const all = curve([
      ...slow.map((f) => [f, 0.5] as const),
      ...strong.map((f) => [f, 4] as const),
    ]);
    expect(settledLevel(slow, all, all)).toEqual(strong);
  });

  it('keeps kick and snare by turns, and a tempo that halved would be too slow', () => {
    const all = curve([...every(0, 4), ...every(1, 4)]);
    expect(settledLevel(beats, all, curve(every(0, 4)))).toBe(beats);
    const slow = beats.map((_, i) => 50 + 65 * i);
    const strong = curve(slow.filter((_, i) => i % 2 === 0).map((f) => [f, 4] as const));
    expect(settledLevel(slow, strong, strong)).toBe(slow);
  });
});
