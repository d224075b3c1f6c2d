import { filmOf } from '../film/film.ts';
import { describe, expect, it } from 'vitest';
import { setMove } from '../plan/edits/edit-joins.ts';
import { heardAt } from '../film/heard.ts';
import type { Plan } from '../plan/index.ts';
import { frames, instantOfFrame, samples, toNumber } from '../time/index.ts';
import {
  changeEffect,
  cutAnchors,
  putBed,
  putHit,
  putRiser,
  putRun,
} from '../plan/edits/edit-effects.ts';
import { CLICK, mixed, soundingOf, type Decoded } from './mix.ts';
import { MIX_RATE } from './mix-rate.ts';
import { kitEffect, kitMedia, kitSounds, planWithKit } from '../testing/plan-with-effects.ts';
import { heardLength } from './audio-events.ts';
import { fadeAt, type AudioEvent } from './audio-event.ts';

const plan = { ...planWithKit(), music: null };
const byMedia = new Map([...kitSounds].map(([id, sound]) => [kitMedia(id), sound]));
const soundings = (
  made: Plan,
  of: (event: AudioEvent) => boolean = (event) => event.of === 'placement',
) =>
  filmOf(made)
    .audioEvents.filter(of)
    .map((event) => soundingOf(event, event.media === null ? CLICK : byMedia.get(event.media)!));
const whole = (made: Plan, of?: (event: AudioEvent) => boolean) =>
  mixed(soundings(made, of), 0, Math.round(heardLength(made) * MIX_RATE));

/**
 * The highest sample of the loudest 5 ms about a time, summed anew for every sample. What is
 * loudest in a noise is a matter of how long one looks: a triangle of 5 ms finds it up to 8 ms
 * elsewhere in a whoosh, and within 1 ms in clicks and thumps.
 */
function loudestNear(sound: Float32Array, near: number, reach: number): number {
  const squares = sound.map((x) => x * x);
  let [best, most] = [0, -1];
  for (let n = Math.round((near - reach) * MIX_RATE); n < (near + reach) * MIX_RATE; n++) {
    let sum = 0;
    for (let k = 0; k < 240; k++) sum += squares[n + k]!;
    if (sum > most) [best, most] = [n, sum];
  }
  const window = [...squares.subarray(best, best + 240)];
  return (best + window.indexOf(Math.max(...window))) / MIX_RATE;
}
const time = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));

describe('the mix', () => {
  const cut = 5;
  const at = time(plan.score!.shots[cut]!.start);
  const joined = setMove(plan, cut, 'plain');

  it.each([
    ['whoosh-hard', 'as filed', {}],
    ['whoosh-soft', 'fitted to the window', { rate: 'window' as const }],
    ['whoosh-hard', 'at 0.8 of its speed', { rate: { num: 4, den: 5 } }],
    ['whoosh-soft', 'three times as fast, pitch kept', { rate: { num: 3, den: 1 }, pitch: 0 }],
    ['thump', 'half as fast, pitch kept', { rate: { num: 1, den: 2 }, pitch: 0 }],
    ['click', 'five semitones up, as fast', { rate: { num: 1, den: 1 }, pitch: 5 }],
  ])('puts the peak of a %s %s on the cut to a millisecond', (id, _how, change) => {
    const made = putHit(joined, kitEffect(plan, id).id, cut);
    const [left] = whole(
      changeEffect(made, made.effects[0]!.id, { rate: { num: 1, den: 1 }, ...change, gain: -6 }),
    );
    expect(Math.abs(loudestNear(left, at, 0.1) - at)).toBeLessThan(0.001);
    // The click has a highest sample that any meter finds.
    const highest =
      left.reduce((top, x, n) => (Math.abs(x) > Math.abs(left[top]!) ? n : top), 0) / MIX_RATE;
    if (id === 'click') expect(Math.abs(highest - at)).toBeLessThan(0.001);
  });

  it('lets a riser peak where it is to, whatever its rate', () => {
    const made = putRiser(
      plan,
      kitEffect(plan, 'riser').id,
      { on: 'frame', frame: frames(48) },
      { on: 'frame', frame: frames(192) },
    );
    const [left] = whole(made);
    expect(Math.abs(loudestNear(left, 8, 0.3) - 8)).toBeLessThan(0.001);
    const power = (t: number) =>
      left.subarray(t * MIX_RATE, (t + 0.25) * MIX_RATE).reduce((sum, x) => sum + x * x, 0);
    expect(power(1)).toBe(0);
    expect([2.5, 4, 5.5, 7].map(power)).toEqual([2.5, 4, 5.5, 7].map(power).sort((a, b) => a - b));
  });

  it('keeps the level of a bed over its rounds and its fades to the decibel', () => {
    const made = putBed(
      plan,
      kitEffect(plan, 'room').id,
      { from: { on: 'frame', frame: frames(48) }, to: { on: 'frame', frame: frames(480) } },
      frames(48),
    );
    const [left] = whole(changeEffect(made, made.effects[0]!.id, { gain: 0 }));
    const level = (t: number) =>
      10 *
      Math.log10(
        left.subarray(t * MIX_RATE, (t + 0.5) * MIX_RATE).reduce((sum, x) => sum + x * x, 0) /
          MIX_RATE /
          0.5,
      );
    const levels = Array.from({ length: 28 }, (_, i) => level(4 + i / 2));
    const middle = levels.toSorted((a, b) => a - b)[14]!;
    levels.forEach((x) => expect(Math.abs(x - middle)).toBeLessThan(2));
    expect(left.subarray(0, 0.99 * MIX_RATE).every((x) => x === 0)).toBe(true);
    expect(left.subarray(21.01 * MIX_RATE).every((x) => x === 0)).toBe(true);
  });

  it('is the same whatever the blocks it is made in', () => {
    const made = putRun(plan, kitEffect(plan, 'click').id, cutAnchors(plan, 1, 12));
    const all = soundings(made);
    const [left] = mixed(all, 0, 10 * MIX_RATE);
    for (const [from, count] of [
      [0, 1000],
      [12_345, 4800],
      [100_000, 48_000],
    ] as const) {
      const [part] = mixed(all, from, count);
      part.forEach((x, i) => expect(Math.abs(x - left[from + i]!)).toBeLessThan(2e-3));
    }
  });

  it('clicks on every cut to the sample', () => {
    const [left] = whole(plan, ({ of }) => of === 'click');
    for (const { start } of plan.score!.shots.slice(1)) {
      const n = Math.ceil(time(start) * MIX_RATE);
      expect(left.subarray(n - 100, n).every((x) => x === 0)).toBe(true);
      expect(Math.max(...left.subarray(n, n + 48))).toBeGreaterThan(0.3);
    }
  });
});

describe('music in the mix', () => {
  const withMusic = planWithKit();
  const music = withMusic.music!;
  const place = frames(24);
  const used: Plan = {
    ...withMusic,
    music: {
      ...music,
      place,
      region: { in: samples(48_000), out: samples(480_000) },
      splices: [{ leave: samples(144_000), enter: samples(240_000) }],
      fade: samples(48_000),
      fadeIn: samples(24_000),
      gain: -6,
    },
  };
  const ramp: Decoded = {
    channels: [Float32Array.from({ length: 480_000 }, (_, n) => n / 480_000)],
    sampleRate: 48_000,
    from: 0,
  };
  const lines = filmOf(used).audioEvents.filter(({ of }) => of === 'music');

  it('goes from one part to the next at the splice, at its place and level, with its fades', () => {
    const [left, right] = mixed(
      lines.map((event) => soundingOf(event, ramp)),
      0,
      12 * MIX_RATE,
    );
    const level = 10 ** (-6 / 20);
    const heard = (t: number) => (left[Math.round(t * MIX_RATE)]! / level) * 10;
    expect(heard(0.9)).toBe(0);
    // It comes in at 1 s with second 1 of the file, over half a second.
    expect(heard(1.25)).toBeCloseTo(1.25 / 2, 3);
    expect(heard(2)).toBeCloseTo(2, 3);
    expect(heard(2.9)).toBeCloseTo(2.9, 3);
    // Second 3 of the film is second 3 of the file, from where it goes on at 5.
    expect(heard(3.1)).toBeCloseTo(5.1, 3);
    expect(heard(7.5)).toBeCloseTo(9.5 / 2, 2);
    expect(heard(8.1)).toBe(0);
    expect(right).toEqual(left);
  });

  it('is said frame by frame by the function that tells what is heard', () => {
    const events = filmOf(used).audioEvents.filter(({ of }) => of !== 'click');
    expect(heardAt(events, used.rate, 12)).toEqual([]);
    expect(heardAt(events, used.rate, 24 * 2)[0]!.at).toBeCloseTo(2, 9);
    expect(heardAt(events, used.rate, 24 * 2)[0]!.level).toBeCloseTo(-6, 9);
    expect(heardAt(events, used.rate, 24 * 4)[0]!.at).toBeCloseTo(6, 9);
    // On the splice both are heard.
    expect(heardAt(events, used.rate, 24 * 3)).toHaveLength(2);
    expect(fadeAt(lines[0]!, 1.25)).toBeCloseTo(0.5, 9);
  });
});
