import { expect, it } from 'vitest';
import type { Cue } from '@caesura/core/film';
import { frameRate, frames, rational, seconds } from '@caesura/core/time';
import { frameFor } from './drag-frame.ts';

const cueAt = (frame: number): Cue => ({
  ...{
    kind: 'beat',
    at: rational(frame, 24),
    frame: frames(frame),
    bar: 1,
    beat: 1,
    strength: 1,
    confidence: 1,
  },
  sound: 'music',
});
const cues = [12, 24, 36, 48].map(cueAt);
const at24 = { rate: frameRate(24) };
const limits = { from: 20, to: 40 };

it('a cut that is dragged goes to the nearest cue inside its limits', () => {
  expect(frameFor(at24, seconds(31 / 24), limits, cues)).toBe(36);
  expect(frameFor(at24, seconds(29 / 24), limits, cues)).toBe(24);
});

it('freely it goes to the nearest frame, never beyond its limits', () => {
  expect(frameFor(at24, seconds(29.4 / 24), limits, [])).toBe(29);
  expect(frameFor(at24, seconds(90 / 24), limits, [])).toBe(40);
  expect(frameFor(at24, seconds(0), limits, [])).toBe(20);
});

it('where the nearest cue lies outside the limits, or there is none, it stays where it is held', () => {
  expect(frameFor(at24, seconds(46 / 24), limits, cues)).toBe(40);
  expect(frameFor(at24, seconds(30 / 24), limits, [])).toBe(30);
});
