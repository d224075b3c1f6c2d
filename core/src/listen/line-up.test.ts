import { describe, expect, it } from 'vitest';
import { madeSong, madeTake } from '../testing/takes.ts';
import { LINE_UP_RATE, lineUp, type LinedUp } from './line-up.ts';

/** Where a take lies, with the parts that were told to be done. */
function found(take: Float32Array, song: Float32Array): { answer: LinedUp | null; told: number[] } {
  const told: number[] = [];
  const steps = lineUp(take, song);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return { answer: value, told };
    told.push(value);
  }
}

const song = madeSong(5, 45, LINE_UP_RATE);
const at = Math.round(21.3 * LINE_UP_RATE);
const length = 10 * LINE_UP_RATE;

describe('lining up a take with a song', () => {
  it.each([
    ['as it is', 0, 60],
    ['through another microphone in a room, under noise', 0.8, 3],
  ])('finds it %s to a quarter of a millisecond', (_how, room, above) => {
    const take = madeTake(song, LINE_UP_RATE, { seed: 3, at, length, room, above });
    const { answer, told } = found(take, song);
    expect((1000 * Math.abs(answer!.offset - at)) / LINE_UP_RATE).toBeLessThan(0.25);
    expect(answer!.height).toBeGreaterThan(1.3 * answer!.next);
    expect(told.at(-1)).toBe(1);
    expect(told).toEqual(told.toSorted((a, b) => a - b));
  });

  it('finds one that began before the song, and one that went on after it', () => {
    const early = new Float32Array(length);
    early.set(song.subarray(0, length - 24_000), 24_000);
    expect(Math.abs(found(early, song).answer!.offset + 24_000)).toBeLessThan(0.5);
    const late = new Float32Array(length);
    late.set(song.subarray(song.length - 48_000));
    expect(Math.abs(found(late, song).answer!.offset - (song.length - 48_000))).toBeLessThan(0.5);
  });

  it('says that there is none: another song, noise, silence, too short a take', () => {
    const take = (of: Float32Array) =>
      madeTake(of, LINE_UP_RATE, { seed: 4, at, length, room: 0.4, above: 20 });
    expect(found(take(madeSong(77, 45, LINE_UP_RATE)), song).answer).toBeNull();
    expect(found(take(new Float32Array(song.length)), song).answer).toBeNull();
    const noise = madeTake(song, LINE_UP_RATE, { seed: 4, at, length, room: 0, above: -80 });
    expect(found(noise, song).answer).toBeNull();
    expect(found(song.subarray(0, 8000), song).answer).toBeNull();
  });
});
