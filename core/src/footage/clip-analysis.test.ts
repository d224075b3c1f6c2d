import { describe, expect, it } from 'vitest';
import { frameRate, sourceFrames } from '../time/index.ts';
import type { Moment } from './moments/moment.ts';
import { NO_CHANGE } from './light-change.ts';
import { NO_SUBJECT } from './subject-motion.ts';
import { STILL } from './movement.ts';
import {
  meanMovement,
  meantMoment,
  movementAt,
  openProposals,
  clipAnalysisOf,
  stillTail,
} from './clip-analysis.ts';
import type { FrameFacts } from './frame-analyser.ts';

const RATE = frameRate(25);
/** Still for 20 frames, a pan of `dx` for 40, still for 40. */
const facts = (dx: number): FrameFacts[] =>
  Array.from({ length: 100 }, (_, k) => ({
    ...STILL,
    dx: k > 20 && k <= 60 ? dx : 0,
    brightness: 0.5,
    sharpness: 1,
    colour: { red: 0.5, green: 0.5, blue: 0.5 },
    subject: NO_SUBJECT,
    light: NO_CHANGE,
  }));
const analysis = (dx: number, limits?: Parameters<typeof clipAnalysisOf>[2]) =>
  clipAnalysisOf({ frames: facts(dx), looks: [] }, RATE, limits);
const moment = (at: number): Moment => ({
  at: sourceFrames(at),
  kind: 'peak',
  strength: 1,
  reason: '',
});

describe('limits of stillness', () => {
  it('decide what is still: a creep of 0.5 % of the width a second is, unless the limit is lower', () => {
    expect(analysis(0.0002).still).toEqual([{ from: 0, to: 100 }]);
    const strict = analysis(0.0002, { camera: 0.004, subject: 0.03, shortest: 0.25 }).still;
    expect(strict.map(({ from, to }) => [from, to])).toEqual([
      [0, 21],
      [60, 100],
    ]);
    // Nothing is still for three seconds.
    expect(analysis(0.01, { camera: 0.008, subject: 0.03, shortest: 3 }).still).toEqual([]);
  });

  it('of nothing at all still give numbers', () => {
    const { activity, proposed } = analysis(0.01, { camera: 0, subject: 0, shortest: 0.1 });
    expect(Number.isFinite(movementAt(activity, 30, { camera: 0, subject: 0, shortest: 0 }))).toBe(
      true,
    );
    expect(proposed.every((m) => m.strength <= 1)).toBe(true);
  });
});

it('finds the tail to trim, and none where the clip ends in movement', () => {
  const { still } = analysis(0.01);
  expect(stillTail(still, { in: 0, out: 100 })).toBe(60);
  expect(stillTail(still, { in: 0, out: 80 })).toBe(60);
  expect(stillTail(still, { in: 0, out: 60 })).toBeNull();
  expect(stillTail(still, { in: 0, out: 40 })).toBeNull();
  // A clip that is all still has no moving part to keep.
  expect(
    stillTail([{ from: sourceFrames(0), to: sourceFrames(100) }], { in: 0, out: 100 }),
  ).toBeNull();
});

it('a still stretch ends where another shot starts', () => {
  const still = Array.from({ length: 100 }, (_, k): FrameFacts => ({
    ...STILL,
    ...(k === 40 && { difference: 0.3, residual: 0.3, alike: 0.1 }),
    brightness: 0.5,
    sharpness: 1,
    colour: { red: 0.5, green: 0.5, blue: 0.5 },
    subject: NO_SUBJECT,
    light: NO_CHANGE,
  }));
  const { shotChanges, still: ranges } = clipAnalysisOf({ frames: still, looks: [] }, RATE);
  expect(shotChanges).toEqual([40]);
  expect(ranges.map(({ from, to }) => [from, to])).toEqual([
    [0, 40],
    [40, 100],
  ]);
});

it('measures the movement of a part of a clip', () => {
  const { activity } = analysis(0.01);
  // 0.25 widths a second against 0.008.
  expect(meanMovement(activity, { in: 30, out: 40 })).toBeCloseTo(31.25, 5);
  expect(meanMovement(activity, { in: 70, out: 90 })).toBe(0);
});

describe('proposed moments', () => {
  it('are open until kept, one beside them is kept, or they are declined', () => {
    const proposed = [moment(20), moment(40), moment(60), moment(80)];
    const clip = { moments: [{ at: 20 }, { at: 42 }], declined: [80] };
    expect(openProposals(proposed, clip, RATE).map((m) => m.at)).toEqual([60]);
    expect(openProposals(proposed, { moments: [], declined: [] }, RATE)).toEqual(proposed);
  });

  it('are meant by a key pressed shortly after them while it plays, but standing it is the frame itself', () => {
    const open = [moment(20), moment(40)];
    expect(meantMoment(26, true, open, RATE)).toEqual({ at: 20, kind: 'peak' });
    expect(meantMoment(35, true, open, RATE).at).toBe(35);
    expect(meantMoment(39, true, open, RATE).at).toBe(39);
    expect(meantMoment(26, false, open, RATE).at).toBe(26);
    expect(meantMoment(40, false, open, RATE).at).toBe(40);
  });
});
