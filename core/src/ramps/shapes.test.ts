import { describe, expect, it } from 'vitest';
import type { Ramp } from '../plan/index.ts';
import { planOfParts } from '../testing/joined-plans.ts';
import { stepped } from '../testing/stepped.ts';
import { frameRate, rational } from '../time/index.ts';
import { shapedRamp } from './shape.ts';
import { frozen, reversed, stuttered, type Shaped } from './shapes.ts';

const LENGTH = 60;
const HALF: Ramp = [{ from: 'start', at: 0, speed: { num: 1, den: 2 }, ease: 'linear' }];
const RAMPED = shapedRamp({
  floor: rational(1, 2),
  head: { speed: rational(3), length: 8, ease: 'ease-in-out' },
  tail: { speed: rational(4), length: 10, ease: 'ease-in-out' },
});

/** A shot of a clip at 60 fps in a film of 24, so two and a half source frames a frame. */
function filmed(ramp: Ramp, rate = 60) {
  const plan = planOfParts(frameRate(24), [
    { length: LENGTH, in: 1000, frames: 9000, rate: frameRate(rate), ramp },
  ]);
  const of = { shot: plan.score!.shots[0]!, clip: plan.clips[0]!, length: LENGTH };
  const shown = ({ ramp: made, sourceIn }: Shaped) =>
    stepped(
      // Those from the end are counted from that of the shot.
      made.map((key) =>
        key.from === 'end' ? { ...key, from: 'start' as const, at: LENGTH + key.at } : key,
      ),
      2 * LENGTH,
      { sourceIn, stride: rate / 24 },
    ).map((position) => Math.floor(position + 1e-3));
  return { plan, of, shown, before: shown({ ramp, sourceIn: of.shot.sourceIn }) };
}

describe('a freeze', () => {
  it('stands for so many frames and goes on as it did, by stepping', () => {
    for (const ramp of [HALF, RAMPED]) {
      const { plan, of, shown, before } = filmed(ramp);
      const after = shown(frozen(plan, of, { at: 20, frames: 12, keeps: 'before' }));
      expect(after.slice(0, 21)).toEqual(before.slice(0, 21));
      expect(after.slice(20, 32)).toEqual(Array.from({ length: 12 }, () => before[20]));
      for (let k = 32; k < 45; k++) expect(Math.abs(after[k]! - before[k - 11]!)).toBeLessThan(2);
    }
  });

  it('leaves what comes after where it is, if that is kept', () => {
    const { plan, of, shown, before } = filmed(HALF);
    const after = shown(frozen(plan, of, { at: 30, frames: 10, keeps: 'after' }));
    for (let k = 30; k < LENGTH; k++) expect(Math.abs(after[k]! - before[k]!)).toBeLessThan(2);
    expect(after.slice(21, 31)).toEqual(Array.from({ length: 10 }, () => before[30]));
    expect(Math.abs(after[0]! - before[9]!)).toBeLessThan(2);
  });

  it('is refused where there is nothing to freeze', () => {
    const { plan, of } = filmed(HALF);
    expect(() => frozen(plan, of, { at: 60, frames: 5, keeps: 'before' })).toThrow('no frame 60');
    expect(() => frozen(plan, of, { at: 5, frames: 1, keeps: 'before' })).toThrow('no freeze');
    // One that would not be seen is none.
    expect(() => frozen(plan, of, { at: 5, frames: 12, keeps: 'after' })).toThrow(
      'begin 6 frames before the shot',
    );
    expect(() => frozen(plan, of, { at: 55, frames: 12, keeps: 'before' })).toThrow(
      'go on for 6 frames after the shot',
    );
  });
});

describe('a stutter', () => {
  it('shows its frames so many times, each as the first, and goes on, by stepping', () => {
    for (const [ramp, rate] of [
      [HALF, 60],
      [HALF, 24],
      [RAMPED, 60],
    ] as const) {
      const { plan, of, shown, before } = filmed(ramp, rate);
      const after = shown(stuttered(plan, of, { at: 10, frames: 4, times: 3, keeps: 'before' }));
      const once = before.slice(10, 14);
      expect(after.slice(0, 10)).toEqual(before.slice(0, 10));
      for (let i = 0; i < 12; i++) expect(Math.abs(after[10 + i]! - once[i % 4]!)).toBeLessThan(2);
      if (ramp === HALF) expect(after.slice(10, 22)).toEqual([...once, ...once, ...once]);
      if (ramp === HALF) expect(after.slice(22, LENGTH)).toEqual(before.slice(14, LENGTH - 8));
    }
  });

  it('of one frame stands; too many of it are refused', () => {
    const { plan, of, shown, before } = filmed(HALF, 24);
    const after = shown(stuttered(plan, of, { at: 10, frames: 1, times: 4, keeps: 'before' }));
    expect(after.slice(10, 14)).toEqual(Array.from({ length: 4 }, () => before[10]));
    expect(() => stuttered(plan, of, { at: 10, frames: 4, times: 300, keeps: 'before' })).toThrow(
      'after the shot',
    );
    const long = planOfParts(frameRate(24), [{ length: 900, in: 0, frames: 9000, ramp: HALF }]);
    const whole = { shot: long.score!.shots[0]!, clip: long.clips[0]!, length: 900 };
    expect(() =>
      stuttered(long, whole, { at: 10, frames: 4, times: 150, keeps: 'before' }),
    ).toThrow('at most 200');
    expect(() => stuttered(plan, of, { at: 58, frames: 4, times: 2, keeps: 'before' })).toThrow(
      'no frame 61',
    );
    expect(() => stuttered(plan, of, { at: 10, frames: 4, times: 1, keeps: 'before' })).toThrow(
      'no stutter',
    );
  });
});

describe('a shot backwards', () => {
  it('shows the same frames in the other order, to a source frame', () => {
    for (const ramp of [HALF, RAMPED]) {
      const { plan, of, shown, before } = filmed(ramp);
      const after = shown(reversed(plan, of));
      expect(after[0]).toBe(before[LENGTH - 1]);
      for (let k = 0; k < LENGTH; k++)
        expect(Math.abs(after[k]! - before[LENGTH - 1 - k]!)).toBeLessThanOrEqual(1);
    }
  });
});
